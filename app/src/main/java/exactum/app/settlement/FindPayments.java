package exactum.app.settlement;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.TakeBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.settlement.MeansKind;
import exactum.core.settlement.TakeBack;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Payments, and what else settles what is owed. */
public interface FindPayments {

    /**
     * A payment.
     *
     * @param left what of it is on account
     * @param takenBack what of it went away again
     * @param place where its money is by now
     * @param source the card or the sender, as it may be shown
     */
    record Payment(
            MeansId id,
            CustomerId customer,
            String customerName,
            LocalDate on,
            Money amount,
            Money left,
            Money takenBack,
            Money refunded,
            Channel channel,
            String source,
            Place place,
            Booked booked,
            NewPayment.Said said) {
        public boolean isCard() {
            return channel == Channel.CARD;
        }
    }

    /**
     * Where and how a payment was booked.
     *
     * @param charges what the bank kept of it
     * @param fee what the processor kept of it, or null
     */
    record Booked(
            AccountCode account,
            String accountName,
            Money charges,
            ProcessorId processor,
            String saleReference,
            Money fee,
            CollectionId collection,
            String by) {}

    /** A payment in a list, with the numbers of what it settles. */
    record Listed(Payment payment, String settles) {}

    /** Which payments are wanted; empty texts for all. */
    record Filter(String words, String channel, String place, String account) {
        /** Whether nothing is asked for but where their money is. */
        boolean asksOnlyPlace() {
            return words.isBlank() && channel.isEmpty() && account.isEmpty();
        }
    }

    /** The newest of the wanted payments. */
    List<Listed> list(BusinessId business, Filter filter, Slice slice);

    /** How many are wanted and what they come to, by currency: over all of them, not over what is shown. */
    Totals totals(BusinessId business, Filter filter);

    /** A count and sums by currency. */
    record Totals(int count, List<Money> amounts, List<Money> onAccount) {}

    Optional<Payment> find(BusinessId business, MeansId id);

    /** The payments that settle a document, or did before they went away again; the oldest first. */
    List<Payment> ofDocument(BusinessId business, DocumentId document);

    /** The payments that a collection fetched, the oldest first; more than one where a processor charged twice. */
    List<Payment> ofCollection(BusinessId business, CollectionId collection);

    /** What all payments of a customer come to. */
    Totals totalsOfCustomer(BusinessId business, CustomerId customer);

    List<Listed> ofCustomer(BusinessId business, CustomerId customer, int most);

    /**
     * A part of a means on a document, as it stands or was undone.
     *
     * @param kind what settles
     * @param amount in the document's currency; negative where it was undone
     */
    record Settlement(
            MeansId means,
            MeansKind kind,
            ClaimId claim,
            DocumentId document,
            String number,
            Money amount,
            LocalDate countsOn,
            EntryId entry,
            boolean undoes) {}

    /** What a means settled and what was undone of it, in order. */
    List<Settlement> settledBy(BusinessId business, MeansId means);

    /** The documents of which each of several settled something. */
    Map<MeansId, List<DocumentId>> settledByEach(BusinessId business, Collection<MeansId> means);

    /** What settled a document and what was undone of it, in order. */
    List<Settlement> settledOn(BusinessId business, DocumentId document);

    /** What went away again of a means. */
    record Gone(TakeBackId id, LocalDate on, Money amount, TakeBack.Cause cause, String reason, EntryId entry) {}

    List<Gone> goneOf(BusinessId business, MeansId means);

    /**
     * Money of a customer that settles nothing yet.
     *
     * @param words what it is: a payment, a credit note
     */
    record Credit(MeansId means, MeansKind kind, LocalDate on, Money left, String words) {}

    /** The credit on account of a customer that a policy may take, the oldest first. */
    List<Credit> creditOf(BusinessId business, CustomerId customer);

    /** What a credit note settled, the oldest first. */
    List<Settlement> settledByNote(BusinessId business, DocumentId note);

    /** A credit note with what is left of it. */
    Optional<Credit> creditOfNote(BusinessId business, DocumentId note);

    /** What was paid ahead of a document and waits for it, the oldest first. */
    List<Credit> reservedFor(BusinessId business, DocumentId document);

    /** Money that lies with us for a customer. */
    record Held(Credit credit, CustomerId customer, String customerName) {}

    /** A deposit, or what is left of a payment or a credit note; also where nothing is left of it any more. */
    Optional<Held> held(BusinessId business, MeansId means);

    /** All credit on account that a policy may take, the oldest first. */
    List<Held> onAccount(BusinessId business);

    /** The payment that so much can go back through: the one that it is or came by, else the newest of the customer's. */
    Optional<MeansId> through(BusinessId business, Held held, Money amount);

    /** What can still go back through a payment. */
    Money refundableThrough(BusinessId business, MeansId payment);

    /** The payments of a customer through which something can still go back, the newest first. */
    List<Payment> refundableOf(BusinessId business, CustomerId customer, Currency currency, int most);

    /** The payment that a processor's sale is. */
    Optional<Payment> ofSale(BusinessId business, ProcessorId processor, String sale);

    /** The security deposits that are held of a customer. */
    List<Credit> depositsOf(BusinessId business, CustomerId customer);
}
