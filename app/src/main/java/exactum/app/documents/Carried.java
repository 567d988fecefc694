package exactum.app.documents;

import exactum.app.web.Habit;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;

/**
 * What the lines of a long paper have come to, line by line: carried to the next page where a page ends after one. Nothing is carried
 * from the last.
 */
final class Carried {
    /** A paper of so few lines needs no second page for them. */
    private static final int FEW = 8;

    private Carried() {}

    /** The amount after each line; empty for the last, and for all lines of a short paper. */
    static List<String> after(List<Document.IssuedLine> lines, Habit habit) {
        var carried = new ArrayList<String>(lines.size());
        Money so = null;
        for (int i = 0; i < lines.size(); i++) {
            Money amount = lines.get(i).amount();
            if (amount != null) so = so == null ? amount : so.plus(amount);
            boolean said = lines.size() > FEW && i < lines.size() - 1 && so != null;
            carried.add(said ? habit.amount(so) : "");
        }
        return carried;
    }
}
