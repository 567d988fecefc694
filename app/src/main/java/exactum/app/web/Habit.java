package exactum.app.web;

import exactum.core.cadence.ServicePeriod;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** How figures and dates are written in the language of whom a paper is for; English, or German by DIN 5008. */
public record Habit(Locale locale) {
    private static final DateTimeFormatter GERMAN_DAY = DateTimeFormatter.ofPattern("d. MMMM uuuu", Locale.GERMAN);

    private static final DateTimeFormatter GERMAN_WEEKDAY =
            DateTimeFormatter.ofPattern("EEEE, d. MMMM uuuu", Locale.GERMAN);

    private boolean isGerman() {
        return locale.getLanguage().equals("de");
    }

    /** {@code 2 Mar 2026}; {@code 2. März 2026}. */
    public String day(LocalDate date) {
        return isGerman() ? GERMAN_DAY.format(date) : Texts.day(date);
    }

    /** {@code Mon 2 Mar 2026}; {@code Montag, 2. März 2026}. */
    public String weekday(LocalDate date) {
        return isGerman() ? GERMAN_WEEKDAY.format(date) : Texts.weekday(date);
    }

    /** A figure that is written in English, such as {@code 1,120.00} or {@code 13.5 %}. */
    public String figure(String english) {
        if (!isGerman()) return english;
        var swapped = new StringBuilder(english);
        for (int i = 0; i < swapped.length(); i++) {
            char c = swapped.charAt(i);
            if (c == ',') swapped.setCharAt(i, '.');
            if (c == '.') swapped.setCharAt(i, ',');
        }
        return swapped.toString();
    }

    /** {@code 1,120.00}; {@code 1.120,00}. */
    public String amount(Money money) {
        return figure(money.text());
    }

    /** {@code € 1,120.00}; {@code 1.120,00 €}. */
    public String money(Money money) {
        return isGerman() ? amount(money) + "\u00a0" + Money.sign(money.currency()) : money.withCurrency();
    }

    /** From the first day to the last; empty for none. */
    public String period(ServicePeriod period) {
        if (period == null) return "";
        return isGerman() ? day(period.from()) + " bis " + day(period.until().minusDays(1)) : period.words();
    }
}
