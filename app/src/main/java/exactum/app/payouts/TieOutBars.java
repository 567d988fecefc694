package exactum.app.payouts;

import exactum.core.bank.PayoutReport;
import exactum.core.bank.PayoutReport.Kind;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;

/**
 * The tie-out bars, in a drawing 1190 wide: above what came in, below what it became, each part as wide as its money; both are
 * equally long. Where more went back than came in, what the bank account gave stands above.
 */
public record TieOutBars(List<Part> came, List<Part> became, String addition) {
    private static final long WIDTH = 1_190;
    private static final int LETTER = 7;
    private static final int AROUND = 18;

    /** One part; {@code style} is in, bank, fee, back or off. */
    public record Part(long x, long width, String label, String style, boolean labelled) {}

    /** What is drawn as one part, above zero. */
    private record Piece(Money money, String label, String style) {}

    static TieOutBars of(Payout payout, List<PayoutReport.Part> composition, List<PayoutLine> own) {
        Money net = payout.sums().net();
        var above = new ArrayList<Piece>();
        var below = new ArrayList<Piece>();
        var addition = new StringBuilder();
        Money fees = net.withMinor(0);
        if (net.isPositive()) below.add(new Piece(net, landing(payout) + net.text(), "bank"));
        for (PayoutReport.Part p : composition) {
            if (p.kind() == Kind.FEE) continue;
            fees = fees.plus(p.fees());
            if (p.gross().isZero()) continue;
            String label = p.words() + " " + p.gross().abs().text();
            (p.out() ? below : above).add(new Piece(p.gross().abs(), label, p.out() ? "back" : "in"));
            add(addition, p.gross());
        }
        if (!fees.isZero()) {
            (fees.isPositive() ? below : above)
                    .add(new Piece(fees.abs(), fees.isPositive() ? "fees" : "fees given back", "fee"));
            add(addition, fees.negated());
        }
        for (PayoutLine fee : own) {
            (fee.fee().isPositive() ? below : above)
                    .add(new Piece(fee.fee().abs(), fee.description(), fee.isEven() ? "fee" : "off"));
            add(addition, fee.fee().negated());
        }
        if (net.isNegative())
            above.add(new Piece(
                    net.abs(), landing(payout) + "taken from us, " + net.abs().text(), "bank"));
        return new TieOutBars(drawn(above), drawn(below), addition.append(" = ").toString());
    }

    private static String landing(Payout payout) {
        return payout.landed() == null ? "on its way, " : "bank line, ";
    }

    private static void add(StringBuilder addition, Money signed) {
        if (addition.isEmpty()) addition.append(signed.text());
        else
            addition.append(signed.isNegative() ? " − " : " + ")
                    .append(signed.abs().text());
    }

    /** Side by side, the last to the end of the drawing. */
    private static List<Part> drawn(List<Piece> pieces) {
        long whole =
                Math.max(1, pieces.stream().mapToLong(p -> p.money().minor()).sum());
        var parts = new ArrayList<Part>();
        long before = 0;
        for (Piece piece : pieces) {
            long x = before * WIDTH / whole;
            before += piece.money().minor();
            long width = Math.max(4, before * WIDTH / whole - x);
            parts.add(new Part(
                    Math.min(x, WIDTH - width),
                    width,
                    piece.label(),
                    piece.style(),
                    width > (long) LETTER * piece.label().length() + AROUND));
        }
        return List.copyOf(parts);
    }
}
