package exactum.app.documents;

import exactum.app.web.Habit;
import exactum.app.web.Texts;
import java.util.List;
import java.util.Locale;

/** A line of a document as it is printed: on its PDF, its page and the payer's page. A line of text has no figures. */
public record PrintedLine(String description, String quantity, String price, String tax, String amount) {
    /** As our own pages show them. */
    public static List<PrintedLine> of(Document document) {
        return of(document, new Habit(Locale.ENGLISH));
    }

    /** As a paper in some language prints them. */
    static List<PrintedLine> of(Document document, Habit habit) {
        return document.lines().stream().map(l -> of(l, habit)).toList();
    }

    private static PrintedLine of(Document.IssuedLine l, Habit in) {
        if (l.line().isText()) return new PrintedLine(l.line().description(), "", "", "", "");
        return new PrintedLine(
                l.line().description(),
                in.figure(Texts.quantity(l.line().quantity())) + " " + l.line().unit(),
                in.figure(l.line().price().text()),
                in.figure(l.rate().percentText()),
                in.amount(l.amount()));
    }
}
