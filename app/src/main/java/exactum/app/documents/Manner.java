package exactum.app.documents;

import com.fasterxml.jackson.annotation.JsonInclude;
import exactum.app.customers.Delivery;
import exactum.app.customers.Language;
import exactum.app.customers.PaysBy;
import exactum.app.web.Days;
import exactum.app.web.Figures;
import exactum.app.web.Habit;
import exactum.core.ids.BankAccountId;
import java.util.UUID;

/**
 * How a document speaks to whom it is for, frozen when it is issued.
 *
 * @param serviceAddress where they are served, if that is not the billing address; else empty
 * @param taxNote why it is taxed otherwise than usual; else empty
 * @param byCard whether it leads to the payer's page, where cards are taken
 * @param bankAccount the account that it asks a transfer to, or null; neither of both where we collect it
 * @param debited the mandate under which we collect it, or null where there is none
 * @param style what its paper looks like; null for what was issued before there were looks
 * @param own how it is to be paid, where that was said of this document alone; else null
 */
public record Manner(
        Language language,
        Delivery delivery,
        String serviceAddress,
        String taxNote,
        boolean byCard,
        UUID bankAccount,
        Debited debited,
        @JsonInclude(JsonInclude.Include.NON_NULL) Style style,
        @JsonInclude(JsonInclude.Include.NON_NULL) PaysBy own) {

    /** One that no mandate covers, paid as its customer pays. */
    public Manner(
            Language language,
            Delivery delivery,
            String serviceAddress,
            String taxNote,
            boolean byCard,
            UUID bankAccount,
            Style style) {
        this(language, delivery, serviceAddress, taxNote, byCard, bankAccount, null, style, null);
    }

    /**
     * What its paper looks like.
     *
     * @param layout by which edition it was issued
     * @param figures how figures are written on it
     * @param days how dates are
     */
    public record Style(UUID layout, int edition, Figures figures, Days days) {}

    /** How figures and dates are written on it. */
    public Habit habit() {
        return style == null
                ? new Habit(language.locale())
                : new Habit(language.locale(), style.figures(), style.days());
    }

    /**
     * The mandate under which it is collected, as the payer reads it; with the amount and the day on it the document is the advance
     * notice.
     *
     * @param mandate its reference
     * @param ending of the payer's account
     * @param creditor our creditor identifier
     */
    public record Debited(String mandate, String ending, String creditor) {}

    /** The account that it asks a transfer to, or null. */
    public BankAccountId transferTo() {
        return bankAccount == null ? null : new BankAccountId(bankAccount);
    }

    /** Whether we collect it, and its payer is asked for nothing. */
    public boolean collected() {
        return !byCard && bankAccount == null;
    }

    /** The same, paid in another way. */
    Manner paid(boolean card, UUID account) {
        return new Manner(language, delivery, serviceAddress, taxNote, card, account, null, style, own);
    }

    /** The same, where the way to pay was said of this document alone. */
    Manner said(PaysBy alone) {
        return new Manner(language, delivery, serviceAddress, taxNote, byCard, bankAccount, debited, style, alone);
    }

    /** Whether it is printed and posted. */
    boolean isOnPaper() {
        return delivery == Delivery.PAPER;
    }

    /** How it asks to be paid, in words. */
    public String paidBy() {
        if (collected()) return "collected by us";
        if (bankAccount == null) return "card";
        return byCard ? "card or transfer" : "transfer";
    }
}
