package exactum.app.payouts;

import exactum.app.text.Texts;
import exactum.core.money.Money;
import exactum.core.tieout.Row;
import exactum.core.tieout.TieOut;
import java.util.ArrayList;
import java.util.List;

/** A payout as an addition that must come out: each sale, the fees of all sales as one, and each fee of its own. */
public record PayoutTieOut(TieOut tieOut, List<Shown> shown) {

    /**
     * A row with its words.
     *
     * @param lineNo the payout line it stands for; 0 for the sum of fees
     */
    public record Shown(Row row, int lineNo, String day, String what, String whose, String invoiceNumber) {}

    public static PayoutTieOut of(Payout payout) {
        var shown = new ArrayList<Shown>();
        Money saidFees = Money.zero(payout.net().currency());
        Money bookedFees = saidFees;
        int sales = 0;
        for (Payout.Line line : payout.lines()) {
            if (!line.kind().equals("sale")) continue;
            String name =
                    line.receiptId() == null ? "a sale the books do not have" : "a sum that differs from the receipt";
            String whose = line.customer() == null ? line.description() : line.customer();
            shown.add(new Shown(
                    new Row(line.gross(), line.bookedGross(), line.gross().equals(line.bookedGross()) ? "" : name),
                    line.lineNo(),
                    Texts.shortWeekday(line.occurredOn()),
                    "sale",
                    whose,
                    line.invoiceNumber()));
            saidFees = saidFees.minus(line.fee());
            bookedFees = bookedFees.minus(line.bookedFee());
            sales++;
        }
        String day = Texts.shortWeekday(payout.salesOn());
        if (sales > 0)
            shown.add(new Shown(
                    new Row(saidFees, bookedFees, saidFees.equals(bookedFees) ? "" : "fees of sales that differ"),
                    0,
                    day,
                    "fees",
                    sales == 1 ? "one sale" : sales + " sales",
                    null));
        for (Payout.Line line : payout.lines()) {
            if (line.kind().equals("sale")) continue;
            Money said = line.fee().negated();
            Money booked = line.bookedFee().negated();
            shown.add(new Shown(
                    new Row(
                            said,
                            booked,
                            said.equals(booked)
                                    ? ""
                                    : "“%s”, a fee the books do not have".formatted(line.description())),
                    line.lineNo(),
                    day,
                    "fee",
                    line.description(),
                    null));
        }
        return new PayoutTieOut(
                TieOut.of(
                        payout.net().currency(), shown.stream().map(Shown::row).toList()),
                List.copyOf(shown));
    }

    /** The fees of their own that the books do not have, which one press can book. */
    public List<Shown> bookable() {
        return shown.stream()
                .filter(s -> !s.row().isEven() && s.what().equals("fee"))
                .toList();
    }
}
