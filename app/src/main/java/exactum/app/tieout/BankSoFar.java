package exactum.app.tieout;

import exactum.app.web.Texts;
import exactum.core.money.Money;

/**
 * A bank account while its lines are worked down.
 *
 * @param unmatched what of its lines nothing explains yet, money in less money out
 * @param lines how many lines that are
 */
public record BankSoFar(AccountTieOut tieOut, Money unmatched, int lines) {
    public boolean comesOut() {
        return tieOut.comesOut() && lines == 0;
    }

    public String state() {
        if (tieOut.gap() != null)
            return "a statement is missing before " + Texts.day(tieOut.gap().before());
        if (!tieOut.unexplained().isZero()) return tieOut.unexplained().text() + " unexplained";
        if (lines > 0) return "agrees with the books; " + Texts.count(lines, "line", "lines") + " unmatched";
        return "tied out, every line matched";
    }
}
