package exactum.core.calendar;

import java.util.Currency;

/** Whose banking days are meant. */
public enum Clearing {
    TARGET("TARGET", TargetCalendar.INSTANCE),
    ENGLAND("England and Wales", EnglandCalendar.INSTANCE);

    private final String words;
    private final BankingCalendar calendar;

    Clearing(String words, BankingCalendar calendar) {
        this.words = words;
        this.calendar = calendar;
    }

    /** The clearing in which a business of the currency is at home: pounds in England, all else in the euro area. */
    public static Clearing of(Currency own) {
        return own.getCurrencyCode().equals("GBP") ? ENGLAND : TARGET;
    }

    public String words() {
        return words;
    }

    public BankingCalendar calendar() {
        return calendar;
    }
}
