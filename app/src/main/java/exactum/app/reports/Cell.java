package exactum.app.reports;

import exactum.app.web.Texts;
import exactum.core.money.Money;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Locale;

/**
 * What stands in a place of a report. It is put into words only where it is read: most rows are only added up.
 *
 * @param value a text, a day, a month, a count or an amount; null for nothing
 * @param href opens what it tells of, or null
 * @param working how it came about, or null
 */
public record Cell(Object value, String href, Working working) {

    public static Cell of(String text) {
        return of(text, null);
    }

    public static Cell of(String text, String href) {
        return new Cell(text, href, null);
    }

    public static Cell of(LocalDate day) {
        return new Cell(day, null, null);
    }

    public static Cell of(YearMonth month, String href) {
        return new Cell(month, href, null);
    }

    public static Cell of(long count) {
        return new Cell(count, null, null);
    }

    public static Cell of(Money amount) {
        return of(amount, null);
    }

    /** An amount that leads to what makes it up. */
    public static Cell of(Money amount, String href) {
        return new Cell(amount, href, null);
    }

    /** An amount that opens into its working. */
    public static Cell worked(Money amount, Working working) {
        return new Cell(amount, null, working);
    }

    /** As it is read. */
    public String text() {
        return switch (value) {
            case null -> "";
            case LocalDate day -> Texts.day(day);
            case YearMonth month -> Texts.month(month);
            case Long count -> String.format(Locale.ROOT, "%,d", count);
            case Money money -> money.text();
            default -> value.toString();
        };
    }

    /** As a file has it: ISO 8601 dates, amounts with a point. */
    public String plain() {
        return switch (value) {
            case null -> "";
            case Money money -> money.plain();
            default -> value.toString();
        };
    }

    /** The money it is, or null. */
    public Money amount() {
        return value instanceof Money money ? money : null;
    }
}
