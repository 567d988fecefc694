package exactum.app.documents;

import exactum.app.customers.Delivery;
import exactum.app.customers.PaysBy;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.TermsId;
import exactum.core.terms.Terms;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.UUID;

/**
 * A document before it is real: no number, no entry, no link that a payer could take for an invoice.
 *
 * @param date the date it will be stated on
 * @param content what it says
 * @param terms the kept terms it began with; null for a document that asks for nothing
 * @param own terms that were typed for this document alone, in place of the kept ones; null for none
 * @param useCredit whether the customer's credit on account is set against it as it is issued
 * @param revision raised by each change of a stored one; 0 for one that was never stored
 * @param particulars what belongs to its kind alone
 */
public record Draft(
        DocumentId id,
        DocumentKind kind,
        CustomerId customer,
        LocalDate date,
        Content content,
        TermsId terms,
        Terms own,
        Origin origin,
        boolean useCredit,
        int revision,
        Particulars particulars) {

    /** A draft that has nothing of its kind alone. */
    public Draft(
            DocumentId id,
            DocumentKind kind,
            CustomerId customer,
            LocalDate date,
            Content content,
            TermsId terms,
            Terms own,
            Origin origin,
            boolean useCredit,
            int revision) {
        this(id, kind, customer, date, content, terms, own, origin, useCredit, revision, Particulars.NONE);
    }

    /** Whether it is a cash sale that a card on file pays. */
    boolean isOnFile() {
        return kind == DocumentKind.CASH_SALE && particulars.sale().onFile();
    }

    /** The same, divided by terms of its own. */
    public Draft dividedBy(Terms other) {
        return new Draft(id, kind, customer, date, content, terms, other, origin, useCredit, revision, particulars);
    }

    /** The same, paid so and not as the customer usually pays. */
    public Draft paidBy(PaysBy how) {
        var sending = new Sending(
                content.sending().recipients(),
                content.sending().copyToUs(),
                content.sending().delivery(),
                how,
                content.sending().layout());
        return new Draft(
                id, kind, customer, date, content.sent(sending), terms, own, origin, useCredit, revision, particulars);
    }

    /** The same with other lines. */
    Draft with(List<Line> lines) {
        return with(lines, content.adjustments());
    }

    /** The same with other lines, and with other discounts and surcharges of the whole. */
    Draft with(List<Line> lines, List<Adjustment> adjustments) {
        var other = new Content(
                content.currency(),
                content.mode(),
                lines,
                adjustments,
                content.period(),
                content.wording(),
                content.sending());
        return new Draft(id, kind, customer, date, other, terms, own, origin, useCredit, revision, particulars);
    }

    /** The same paper, from where another came and going as that goes. */
    Draft like(Draft stored) {
        Content sent = stored.origin().recurring() == null
                ? content
                : content.sent(stored.content().sending());
        return new Draft(id, kind, customer, date, sent, terms, own, stored.origin(), useCredit, revision, particulars);
    }

    /**
     * What a document says.
     *
     * @param period the time it is for, or null
     * @param sending to whom and how it goes
     */
    public record Content(
            Currency currency,
            PriceMode mode,
            List<Line> lines,
            List<Adjustment> adjustments,
            ServicePeriod period,
            Wording wording,
            Sending sending) {
        public Content {
            lines = List.copyOf(lines);
            adjustments = List.copyOf(adjustments);
        }

        /** Of lines alone, sent as its customer usually is. */
        public static Content of(Currency currency, PriceMode mode, List<Line> lines) {
            return new Content(currency, mode, lines, List.of(), null, Wording.NONE, Sending.USUAL);
        }

        private Content sent(Sending other) {
            return new Content(currency, mode, lines, adjustments, period, wording, other);
        }
    }

    /**
     * To whom and how it goes, where that differs from the customer's usual way.
     *
     * @param recipients addresses; none for those of the customer
     * @param copyToUs whether we get a copy
     * @param delivery how, or null as the customer is usually sent to
     * @param paysBy how it is to be paid, or null as the customer usually pays
     * @param layout how it looks, or null as the customer's papers usually do
     */
    public record Sending(List<String> recipients, boolean copyToUs, Delivery delivery, PaysBy paysBy, UUID layout) {
        public static final Sending USUAL = new Sending(List.of(), false, null, null, null);

        public Sending {
            recipients = List.copyOf(recipients);
        }
    }

    /** Texts of the business and the payer; empty for none. */
    public record Wording(String theirReference, String ourReference, String memo, String footer) {
        public static final Wording NONE = new Wording("", "", "");

        /** Without a footer of its own. */
        public Wording(String theirReference, String ourReference, String memo) {
            this(theirReference, ourReference, memo, "");
        }
    }
}
