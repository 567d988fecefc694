package exactum.app.cards;

import exactum.app.setup.ProcessorAccount;
import exactum.core.card.ProcessorPort;

/** A sale is contested, or that has ended, as the processor tells, in the transaction that is open. */
public record Contested(ProcessorAccount processor, ProcessorPort.Chargeback chargeback) {}
