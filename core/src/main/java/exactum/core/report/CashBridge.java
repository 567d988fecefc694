package exactum.core.report;

import exactum.core.ledger.AccountCode;
import exactum.core.ledger.CashBasis;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.TreeMap;

/**
 * From what was billed between two days to what was received, account by account. Each document books its accounts when it is
 * issued; by the cash basis they count as money settles it, shared by {@link CashBasis} of all money that settled it until a day,
 * so that a document that is paid in full counts exactly as it was billed. What lies between is what was open before and after,
 * and what was settled otherwise than by money: credited, discounted, tolerated, written off. Common practice, no published
 * source.
 */
public final class CashBridge {
    private CashBridge() {}

    /**
     * How far a document was settled at the end of a day.
     *
     * @param stands whether it was issued, and not void
     * @param byMoney what money settled of it; of a credit note, what was paid out
     * @param open what nothing settled; of a credit note, what was still neither used nor paid out
     */
    public record State(boolean stands, Money byMoney, Money open) {}

    /**
     * A document.
     *
     * @param credit whether it is a credit note, whose parts are below zero
     * @param parts what it booked by account, tax among them, below zero for a credit note
     * @param before at the end of the day before the first
     * @param after at the end of the last day
     */
    public record Doc(boolean credit, List<CashBasis.Part> parts, State before, State after) {
        public Doc {
            parts = List.copyOf(parts);
        }
    }

    /**
     * An account, or a document's part of it: accrual + openBefore − openAfter − otherwise = cash.
     *
     * @param accrual billed less credited between the days
     * @param openBefore the part of it in what was open at the beginning
     * @param openAfter the part of it in what was open at the end
     * @param otherwise the part of it in what was settled otherwise than by money between the days
     * @param cash received less paid out between the days
     */
    public record Row(
            AccountCode account, Money accrual, Money openBefore, Money openAfter, Money otherwise, Money cash) {
        /** Both, of the same account and currency. */
        public Row plus(Row o) {
            return new Row(
                    account,
                    accrual.plus(o.accrual),
                    openBefore.plus(o.openBefore),
                    openAfter.plus(o.openAfter),
                    otherwise.plus(o.otherwise),
                    cash.plus(o.cash));
        }

        /** Of what is open when the days begin. */
        public static Row open(AccountCode account, Money open) {
            Money none = open.withMinor(0);
            return new Row(account, none, open, open, none, none);
        }

        /** Of what the days move, to be added to what is open before. */
        public static Row moved(AccountCode account, Money accrual, Money otherwise, Money cash) {
            return new Row(
                    account,
                    accrual,
                    accrual.withMinor(0),
                    accrual.minus(otherwise).minus(cash),
                    otherwise,
                    cash);
        }

        /** Whether the bridge carries: exactly, always. */
        public boolean carries() {
            return accrual.plus(openBefore).minus(openAfter).minus(otherwise).equals(cash);
        }
    }

    /** The rows of all documents, an account each, by its code; all in one currency. */
    public static List<Row> of(Collection<Doc> documents) {
        var rows = new TreeMap<AccountCode, Row>();
        documents.forEach(d -> of(d).forEach(r -> rows.merge(r.account(), r, Row::plus)));
        return List.copyOf(rows.values());
    }

    /** The rows of one document. */
    public static List<Row> of(Doc d) {
        List<Split> before = split(d, d.before());
        List<Split> after = split(d, d.after());
        var rows = new ArrayList<Row>();
        for (int i = 0; i < d.parts().size(); i++) {
            Split b = before.get(i);
            Split a = after.get(i);
            rows.add(new Row(
                    d.parts().get(i).account(),
                    a.booked().minus(b.booked()),
                    b.open(),
                    a.open(),
                    a.otherwise().minus(b.otherwise()),
                    a.cash().minus(b.cash())));
        }
        return rows;
    }

    /** How an account's part of a document stands at a day. */
    private record Split(Money booked, Money cash, Money open, Money otherwise) {}

    private static List<Split> split(Doc d, State state) {
        List<Money> nets = d.parts().stream().map(CashBasis.Part::amount).toList();
        if (!state.stands())
            return nets.stream()
                    .map(n -> n.withMinor(0))
                    .map(none -> new Split(none, none, none, none))
                    .toList();
        List<Money> cash = shares(d, state.byMoney());
        List<Money> reached = shares(d, state.byMoney().plus(state.open()));
        var splits = new ArrayList<Split>();
        for (int i = 0; i < nets.size(); i++) {
            Money open = reached.get(i).minus(cash.get(i));
            splits.add(new Split(nets.get(i), cash.get(i), open, nets.get(i).minus(reached.get(i))));
        }
        return splits;
    }

    /** A credit note takes away, so its shares are below zero. */
    private static List<Money> shares(Doc d, Money settled) {
        return CashBasis.shares(d.parts(), d.credit() ? settled.negated() : settled);
    }
}
