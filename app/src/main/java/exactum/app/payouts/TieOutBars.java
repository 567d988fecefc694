package exactum.app.payouts;

import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;

/** The tie-out bars: what the sales of a payout became, each part as wide as its money, in a drawing 1190 wide. */
public record TieOutBars(String salesLabel, List<Part> parts, String addition) {
    private static final long WIDTH = 1_190;

    /** One part; {@code style} is bank, fee or off. */
    public record Part(long x, long width, String label, String style, boolean labelled) {}

    static TieOutBars of(Payout payout, FindPayouts.Fees fees) {
        long whole = Math.max(1, payout.sums().gross().minor());
        var parts = new ArrayList<Part>();
        var addition = new StringBuilder(payout.sums().gross().text());
        Money net = payout.sums().net();
        long x = add(
                parts, 0, net, whole, (payout.landed() == null ? "on its way, " : "bank line, ") + net.text(), "bank");
        if (!fees.ofSales().isZero()) {
            addition.append(" − ").append(fees.ofSales().text());
            x = add(parts, x, fees.ofSales(), whole, "fees", "fee");
        }
        for (PayoutLine fee : fees.own()) {
            addition.append(" − ").append(fee.fee().text());
            x = add(parts, x, fee.fee(), whole, fee.description(), fee.isEven() ? "fee" : "off");
        }
        return new TieOutBars(
                "sales " + payout.sums().gross().text(),
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
