package exactum.app.documents;

import exactum.app.web.Habit;
import exactum.app.web.Texts;
import exactum.core.document.Line;
import exactum.core.money.Money;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A line of a document as it is printed: on its PDF, its page and the payer's page. A line of text has no figures. */
public record PrintedLine(String description, String detail, String quantity, String price, String tax, String amount) {
    /** As our own pages show them. */
    public static List<PrintedLine> of(Document document) {
        return of(document, new Habit(Locale.ENGLISH));
    }

    /** As a paper in some language prints them. */
    public static List<PrintedLine> of(Document document, Habit habit) {
        return document.lines().stream().map(l -> of(l, habit)).toList();
    }

    /** Its time, and what is less or more: {@code 10 Feb 2026 – 28 Feb 2026 · 19 of 28 days −16.07}. */
    private static String detail(Line line, Habit in) {
        return Stream.concat(
                        line.period() == null ? Stream.empty() : Stream.of(in.period(line.period())),
                        Stream.of(adjustments(line, in)))
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(" · "));
    }

    /** What is less or more on it; empty for nothing. */
    static String adjustments(Line line, Habit in) {
        Money base = line.price().times(line.quantity());
        return line.adjustments().stream()
                .map(a -> a.name() + " " + in.amount(a.on(base)))
                .collect(Collectors.joining(" · "));
    }

    private static PrintedLine of(Document.IssuedLine l, Habit in) {
        if (l.line().isText()) return new PrintedLine(l.line().description(), "", "", "", "", "");
        return new PrintedLine(
                l.line().description(),
                detail(l.line(), in),
                in.figure(Texts.quantity(l.line().quantity())) + " " + l.line().unit(),
                in.figure(l.line().price().text()),
                in.figure(l.rate().percentText()),
                in.amount(l.amount()));
    }
}
