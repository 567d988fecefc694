package exactum.app.documents;

import exactum.app.web.Texts;
import java.util.List;

/** A line of a document as it is printed: on its PDF, its page and the payer's page. A line of text has no figures. */
public record PrintedLine(String description, String quantity, String price, String tax, String amount) {
    public static List<PrintedLine> of(Document document) {
        return document.lines().stream().map(PrintedLine::of).toList();
    }

    private static PrintedLine of(Document.IssuedLine l) {
        if (l.line().isText()) return new PrintedLine(l.line().description(), "", "", "", "");
        return new PrintedLine(
                l.line().description(),
                Texts.quantity(l.line().quantity()) + " " + l.line().unit(),
                l.line().price().text(),
                l.rate().percentText(),
                l.amount().text());
    }
}
