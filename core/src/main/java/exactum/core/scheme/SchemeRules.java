package exactum.core.scheme;

import exactum.core.calendar.BankingCalendar;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;

/** What one scheme allows and demands. */
public interface SchemeRules {

    /** The only currency it collects. */
    Currency currency();

    /** The days on which it settles. */
    BankingCalendar calendar();

    /** The most of one collection. */
    Money most();

    /** Whose accounts it may debit, and what has to be looked at first. */
    Payers payers();

    /** Its time limits as they were in force on a day; an {@link IllegalArgumentException} before the first row. */
    SchemeTerms termsOn(LocalDate day);

    /** What follows from a reason; a reason that is not in the list is one for a person to look at. */
    ReturnReason reason(String code);

    /**
     * The reference of a mandate as it is kept.
     *
     * @throws exactum.core.problem.Refusal if the scheme does not take it
     */
    MandateReference reference(String typed);

    /** A name or a text in the letters that the scheme carries, cut to a length. */
    String text(String said, int most);

    /** How its form is titled, and what the payer says with a signature, in English. */
    Wording wording();

    /** The same in a language, as ISO 639-1 names it; in English where the scheme’s words in it are not known here. */
    default Wording wording(String language) {
        return wording();
    }

    /**
     * Whose accounts a scheme debits.
     *
     * @param consumers whether a private person may give a mandate
     * @param confirmedByBank whether the payer's bank has to confirm a mandate before the first debit
     */
    record Payers(boolean consumers, boolean confirmedByBank) {}

    /**
     * The words of a mandate.
     *
     * @param title of the form
     * @param authority what the payer authorises; {@code %s} stands for the creditor's name
     * @param rights what the payer may ask of their bank
     * @param source the document that the words follow
     */
    record Wording(String title, String authority, String rights, String source) {}
}
