package exactum.app.web;

import exactum.core.money.Decimals;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.Locale;

/** How figures and dates are written on pages and papers: one place, one locale. */
public final class Texts {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter SHORT_DAY = DateTimeFormatter.ofPattern("d MMM", Locale.ENGLISH);
    private static final DateTimeFormatter WEEKDAY = DateTimeFormatter.ofPattern("EEE d MMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter SHORT_WEEKDAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.ENGLISH);
    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm", Locale.ENGLISH);

    private Texts() {}

    /** {@code 2 Mar 2026}; empty for none. */
    public static String day(LocalDate date) {
        return date == null ? "" : DAY.format(date);
    }

    /** {@code 2 Mar}. */
    public static String shortDay(LocalDate date) {
        return SHORT_DAY.format(date);
    }

    /** {@code Mon 2 Mar 2026}. */
    public static String weekday(LocalDate date) {
        return WEEKDAY.format(date);
    }

    /** {@code Mon 2 Mar}. */
    public static String shortWeekday(LocalDate date) {
        return SHORT_WEEKDAY.format(date);
    }

    /** {@code March 2026}. */
    public static String month(YearMonth month) {
        return MONTH.format(month);
    }

    /** {@code 2 Mar 2026, 14:05}, in UTC. */
    public static String moment(Instant instant) {
        return MOMENT.format(instant.atOffset(ZoneOffset.UTC));
    }

    /** {@code 1,120.00} of minor units. */
    public static String amount(String currency, long minor) {
        return Money.ofMinor(currency, minor).text();
    }

    /** {@code € 1,120.00} of minor units. */
    public static String money(String currency, long minor) {
        return Money.ofMinor(currency, minor).withCurrency();
    }

    /** The lines of an address on one line. */
    public static String oneLine(String lines) {
        return String.join(", ", lines.strip().split("\\s*\n\\s*"));
    }

    /** A quantity without needless zeros: {@code 6.5}. */
    public static String quantity(BigDecimal quantity) {
        return Decimals.text(quantity);
    }

    /** How long ago a day was: {@code of today}, {@code 1 day old}, {@code 24 days old}; empty where no today is known. */
    public static String age(LocalDate on, LocalDate today) {
        if (today == null || on.isAfter(today)) return "";
        long days = ChronoUnit.DAYS.between(on, today);
        return days == 0 ? "of today" : count(days, "day", "days") + " old";
    }

    /** {@code 36 KB}; a part of one counts as one. */
    public static String kilobytes(long bytes) {
        return String.format(Locale.ROOT, "%,d KB", Math.max(1, Math.ceilDiv(bytes, 1024L)));
    }

    /** {@code 1 invoice}, {@code 2 invoices}, {@code 1,200 invoices}. */
    public static String count(long count, String one, String several) {
        return String.format(Locale.ROOT, "%,d", count) + " " + (count == 1 ? one : several);
    }
}
