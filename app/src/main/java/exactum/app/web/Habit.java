package exactum.app.web;

import exactum.core.cadence.ServicePeriod;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/**
 * How figures and dates are written for whom a paper is for: as their language has them, English, or German by DIN 5008; or as they
 * want them.
 */
public record Habit(Locale locale, Figures figures, Days days) {
    private static final DateTimeFormatter GERMAN_DAY = DateTimeFormatter.ofPattern("d. MMMM uuuu", Locale.GERMAN);

    private static final DateTimeFormatter GERMAN_WEEKDAY =
            DateTimeFormatter.ofPattern("EEEE, d. MMMM uuuu", Locale.GERMAN);

    public Habit {
        if (figures == Figures.AS_LANGUAGE)
            figures = locale.getLanguage().equals("de") ? Figures.POINT_COMMA : Figures.COMMA_POINT;
    }

    /** As the language has them. */
    public Habit(Locale locale) {
        this(locale, Figures.AS_LANGUAGE, Days.AS_LANGUAGE);
    }

    private boolean isGerman() {
        return locale.getLanguage().equals("de");
    }

    /** {@code 2 Mar 2026}; {@code 2. März 2026}. */
    public String day(LocalDate date) {
        if (days != Days.AS_LANGUAGE) return days.written(date);
        return isGerman() ? GERMAN_DAY.format(date) : Texts.day(date);
    }

    /** {@code Mon 2 Mar 2026}; {@code Montag, 2. März 2026}. */
    public String weekday(LocalDate date) {
        if (days != Days.AS_LANGUAGE) return days.written(date);
        return isGerman() ? GERMAN_WEEKDAY.format(date) : Texts.weekday(date);
    }

    /** A figure that is written in English, such as {@code 1,120.00} or {@code 13.5 %}. */
    public String figure(String english) {
        return figures.written(english);
    }

    /** {@code 1,120.00}; {@code 1.120,00}. */
    public String amount(Money money) {
        return figure(money.text());
    }

    /** {@code € 1,120.00}; {@code 1.120,00 €}. */
    public String money(Money money) {
        return isGerman() ? amount(money) + "\u00a0" + Money.sign(money.currency()) : figure(money.withCurrency());
    }

    /** From the first day to the last; empty for none. */
    public String period(ServicePeriod period) {
        if (period == null) return "";
        LocalDate last = period.until().minusDays(1);
        if (isGerman()) return day(period.from()) + " bis " + day(last);
        return days == Days.AS_LANGUAGE ? period.words() : day(period.from()) + " – " + day(last);
    }
}
