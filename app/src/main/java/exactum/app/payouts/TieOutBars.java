package exactum.app.payouts;

import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;

/** The tie-out bars: what the sales of a payout became, each part as wide as its money, in a drawing 1190 wide. */
public record TieOutBars(String salesLabel, List<Part> parts, String addition) {
    private static final long WIDTH = 1_190;

    /** One part; {@code style} is bank, fee or off. */
    public record Part(long x, long width, String label, String style, boolean labelled) {}

    public static TieOutBars of(Payout payout, PayoutTieOut tieOut) {
        long whole = Math.max(1, payout.gross().minor());
        var parts = new ArrayList<Part>();
        var addition = new StringBuilder(payout.gross().text());
        long x = add(
                parts,
                0,
                payout.net(),
                whole,
                (payout.bankLineId() == null ? "on its way, " : "bank line, ")
                        + payout.net().text(),
                "bank");
        for (PayoutTieOut.Shown shown : tieOut.shown()) {
            if (shown.what().equals("sale")) continue;
            Money taken = shown.row().said().negated();
            addition.append(" − ").append(taken.text());
            x = add(
                    parts,
                    x,
                    taken,
                    whole,
                    shown.what().equals("fees") ? "fees" : shown.whose(),
                    shown.row().isEven() ? "fee" : "off");
        }
        return new TieOutBars(
                "sales " + payout.gross().text(),
                List.copyOf(parts),
                addition.append(" = ").toString());
    }

    private static long add(List<Part> parts, long x, Money money, long whole, String label, String style) {
        long width = Math.max(4, money.abs().minor() * WIDTH / whole);
        parts.add(new Part(
                Math.min(x, WIDTH - 4),
                Math.min(width, Math.max(4, WIDTH - x)),
                label,
                style,
                width > 7L * label.length() + 18));
        return x + width;
    }
}
