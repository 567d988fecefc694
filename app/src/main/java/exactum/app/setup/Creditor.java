package exactum.app.setup;

import exactum.core.bank.CreditorIdentifier;
import java.util.UUID;

/** A creditor identifier of the business. */
public record Creditor(UUID id, CreditorIdentifier identifier, String name) {}
