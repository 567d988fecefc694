package exactum.app.payouts;

import exactum.app.database.Ids;
import exactum.app.waiting.FindWaiting;
import exactum.core.bank.PayoutReport;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.PayoutLineId;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A line of a payout that is being read, with what waits in the books and comes to all of it to the cent; empty where nothing does.
 */
record FreshLine(PayoutLineId id, int lineNo, PayoutReport.Line line, List<FindWaiting.AtProcessor> items) {
    boolean isWhole() {
        return !items.isEmpty();
    }

    /** The lines of a report; each item is taken by one line, the first. What several items wait for is left to be looked at. */
    static List<FreshLine> of(PayoutReport report, List<FindWaiting.AtProcessor> waiting) {
        Map<WaitsAs, List<FindWaiting.AtProcessor>> known = new HashMap<>();
        waiting.forEach(w -> known.computeIfAbsent(new WaitsAs(w.item().kind(), w.reference()), k -> new ArrayList<>(1))
                .add(w));
        Set<WaitsAs> taken = new HashSet<>();
        var fresh = new ArrayList<FreshLine>(report.lines().size());
        for (PayoutReport.Line line : report.lines()) {
            List<FindWaiting.AtProcessor> items = items(line, known, taken);
            fresh.add(new FreshLine(new PayoutLineId(Ids.next()), fresh.size() + 1, line, items));
        }
        return fresh;
    }

    private static List<FindWaiting.AtProcessor> items(
            PayoutReport.Line line, Map<WaitsAs, List<FindWaiting.AtProcessor>> known, Set<WaitsAs> taken) {
        WaitsAs waits = WaitsAs.of(line);
        if (waits == null || known.getOrDefault(waits, List.of()).size() != 1 || taken.contains(waits))
            return List.of();
        FindWaiting.AtProcessor item = known.get(waits).getFirst();
        boolean same = item.gross().equals(line.gross())
                && item.item().left().equals(item.item().amount());
        if (!same) return List.of();
        var items = new ArrayList<FindWaiting.AtProcessor>(2);
        items.add(item);
        WaitsAs fee = new WaitsAs(WaitingKind.PROCESSOR_FEE, line.reference());
        boolean hasFee = line.kind() != PayoutReport.Kind.SALE && !line.fee().isZero() && !fee.equals(waits);
        List<FindWaiting.AtProcessor> fees = hasFee ? known.getOrDefault(fee, List.of()) : List.of();
        if (fees.size() > 1 || !fees.isEmpty() && taken.contains(fee)) return List.of();
        items.addAll(fees);
        Money all = Money.sum(
                line.gross().currency(),
                items.stream().map(i -> i.item().left().amount()).toList());
        if (!all.equals(line.gross().minus(line.fee()))) return List.of();
        taken.add(waits);
        if (!fees.isEmpty()) taken.add(fee);
        return List.copyOf(items);
    }
}
