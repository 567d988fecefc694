package exactum.app.settlement;

import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.settlement.Claim;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What customers owe. */
public interface FindClaims {

    /**
     * An open item with its names.
     *
     * @param number of its document
     * @param early less to pay if paid early, or null
     */
    record Open(
            ClaimId claim,
            DocumentId document,
            String number,
            CustomerId customer,
            String customerName,
            LocalDate due,
            Money left,
            EarlySettlement early) {

        /** What may be missing on the day because it pays early. */
        public Money discountOn(LocalDate day) {
            boolean inTime = early != null && !day.isAfter(early.until());
            return inTime ? early.discount().min(left) : Money.zero(left.currency());
        }

        /** What pays all of it on the day. */
        public Money toPayOn(LocalDate day) {
            return left.minus(discountOn(day));
        }

        /** Of the open items of a document, earliest due first: those that are due by the day, else the next one. */
        public static List<Open> askedOn(List<Open> all, LocalDate day) {
            List<Open> due = all.stream().filter(o -> !o.due().isAfter(day)).toList();
            return due.isEmpty() ? all.stream().limit(1).toList() : due;
        }
    }

    /** One dated part of a document. */
    record Part(
            ClaimId id,
            int seq,
            LocalDate due,
            Money amount,
            Money left,
            Money closed,
            EarlySettlement early,
            Claim.Said said) {
        /** Whether a new schedule took its place. */
        public boolean isReplaced() {
            return closed.isPositive() && closed.equals(amount);
        }

        public boolean isOpen() {
            return left.isPositive();
        }
    }

    /** Every open item of a business, earliest due first. */
    List<Open> allOpen(BusinessId business);

    /** The open items of a customer, earliest due first. */
    List<Open> openOf(BusinessId business, CustomerId customer);

    /** The open items of which exactly so much is left, earliest due first. */
    List<Open> ofAmount(BusinessId business, Money left, int most);

    /** The open items of a document, earliest due first. */
    List<Open> openOf(BusinessId business, DocumentId document);

    /** The same of several documents; those of which nothing is open are not among them. */
    Map<DocumentId, List<Open>> openOfAll(BusinessId business, Collection<DocumentId> documents);

    Optional<Open> find(BusinessId business, ClaimId claim);

    /** Those of several items that are open, earliest due first. */
    List<Open> openAmong(BusinessId business, Collection<ClaimId> claims);

    /** The parts of documents, in their order. */
    Map<DocumentId, List<Part>> parts(BusinessId business, Collection<DocumentId> documents);

    List<Part> parts(BusinessId business, DocumentId document);
}
