package exactum.app.reports;

import exactum.app.web.Texts;
import exactum.core.money.Money;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.Locale;

/**
 * What stands in a place of a report.
 *
 * @param text as it is read
 * @param plain as a file has it: ISO 8601 dates, amounts with a point
 * @param href opens what it tells of, or null
 * @param amount the money it is, or null
 * @param working how it came about, or null
 */
public record Cell(String text, String plain, String href, Money amount, Working working) {

    public static Cell of(String text) {
        return new Cell(text, text, null, null, null);
    }

    public static Cell of(String text, String href) {
        return new Cell(text, text, href, null, null);
    }

    public static Cell of(LocalDate day) {
        return day == null ? of("") : new Cell(Texts.day(day), day.toString(), null, null, null);
    }

    public static Cell of(long count) {
        return new Cell(String.format(Locale.ROOT, "%,d", count), Long.toString(count), null, null, null);
    }

    public static Cell of(Money amount) {
        return of(amount, null);
    }

    /** An amount that leads to what makes it up. */
    public static Cell of(Money amount, String href) {
        return new Cell(amount.text(), amount.plain(), href, amount, null);
    }

    /** An amount that opens into its working. */
    public static Cell worked(Money amount, Working working) {
        return new Cell(amount.text(), amount.plain(), null, amount, working);
    }
}
