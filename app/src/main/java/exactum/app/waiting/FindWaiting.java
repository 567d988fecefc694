package exactum.app.waiting;

import exactum.core.bank.WaitingItem;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** What waits for the bank or the processor. */
public interface FindWaiting {

    /**
     * An item with what it is called.
     *
     * @param customerName whose it is, or empty
     * @param source what made it wait
     */
    record Named(
            WaitingItem item,
            List<String> references,
            String words,
            CustomerId customer,
            String customerName,
            MeansId means,
            UUID source) {}

    /**
     * An item that a payout will name.
     *
     * @param reference of the processor
     * @param gross before fees
     */
    record AtProcessor(WaitingItem item, String reference, Money gross, String words, MeansId means) {}

    /** What waits under references of a processor, of which something is left; nobody else can change it until the transaction ends. */
    List<AtProcessor> holdAtProcessor(BusinessId business, ProcessorId processor, Collection<String> references);

    /** Everything of which something is left, the oldest first. */
    List<Named> open(BusinessId business);

    Optional<Named> find(BusinessId business, WaitingId id);

    Map<WaitingId, Named> byId(BusinessId business, Collection<WaitingId> ids);

    /** The items of payments, each with what is left of it. */
    Map<MeansId, Named> ofMeans(BusinessId business, Collection<MeansId> means);

    /** The items that a source made wait. */
    List<Named> ofSource(BusinessId business, UUID source);

    /**
     * What waited on an account at the end of a day.
     *
     * @param left what was left of it then
     */
    record Then(
            WaitingId id,
            String words,
            String customerName,
            LocalDate since,
            Money left,
            UUID source,
            WaitingKind kind) {}

    List<Then> asOf(BusinessId business, AccountCode account, LocalDate day);
}
