package exactum.app.settlement;

import exactum.app.database.Ids;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import java.time.LocalDate;

/**
 * Money that comes from a customer.
 *
 * @param id the means that it becomes
 * @param on the day it came
 * @param amount what it settles, before charges
 * @param origin how it came and where it stands
 * @param reservedFor the document that it waits for, or null
 * @param policy which claims it settles
 */
public record NewPayment(
        MeansId id,
        CustomerId customer,
        LocalDate on,
        Money amount,
        Origin origin,
        DocumentId reservedFor,
        Policy policy) {

    /** Money that nobody named before. */
    public NewPayment(
            CustomerId customer, LocalDate on, Money amount, Origin origin, DocumentId reservedFor, Policy policy) {
        this(new MeansId(Ids.next()), customer, on, amount, origin, reservedFor, policy);
    }

    /**
     * How money came and where it stands.
     *
     * @param source the card, the sender: as it may be shown
     * @param account the account it was booked to: unplaced, clearing, received
     * @param charges what the bank kept of it; zero for nothing
     * @param said what the payer or a person said of it
     * @param sale the card sale that it is, or null
     * @param collection the collection that fetched it, or null
     */
    public record Origin(
            Channel channel,
            String source,
            AccountCode account,
            Money charges,
            Said said,
            CardSale sale,
            CollectionId collection) {

        /** Money that a card sale fetched, or nobody. */
        public Origin(Channel channel, String source, AccountCode account, Money charges, Said said, CardSale sale) {
            this(channel, source, account, charges, said, sale, sale == null ? null : sale.collection());
        }
    }

    /** What the payer or a person said of it; empty for nothing. */
    public record Said(String reference, String note) {
        public static final Said NOTHING = new Said("", "");
    }

    /**
     * A sale of a processor's, known by its reference: it is taken once.
     *
     * @param fee what the processor keeps of it, as it stated
     */
    public record CardSale(ProcessorId processor, String reference, Money fee, CollectionId collection) {}
}
