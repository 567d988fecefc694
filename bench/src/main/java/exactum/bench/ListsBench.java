package exactum.bench;

import exactum.app.database.Slice;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Standing;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.pg.ThrowawayPostgres;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeMap;

/**
 * What a page of a list of documents asks (its rows, the counts of all states, the totals of what is wanted), over 1,000,000
 * documents: the first page and the last by every column, in every state, and found by words; against counting the same rows in
 * the same run, and its growth from 10,000.
 */
public final class ListsBench {
    private static final int DOCUMENTS = 1_000_000;
    private static final int FEW = 10_000;
    private static final int ISSUED = 2_000;
    private static final int MONTHS = 10;
    private static final int ROUNDS = 7;
    private static final int PAGE = 100;
    private static final double SLOW_MS = 60;

    private ListsBench() {}

    /** All that was measured over so many documents, in milliseconds; and what counting them took. */
    private record Times(long documents, double[] all, String slowest, double counting) {
        double at(double share) {
            return all[(int) Math.min(all.length - 1, Math.floor(all.length * share))];
        }
    }

    /** A request for a list. */
    private record Asked(String words, ListDocuments.Filter filter, boolean last) {}

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            int documents = arguments.length == 0 ? DOCUMENTS : Integer.parseInt(arguments[0]);
            Times few = measure(postgres, FEW);
            Times many = measure(postgres, documents);
            for (Times t : List.of(few, many))
                System.out.printf(
                        Locale.ROOT,
                        "%,d documents, %d pages: median %.1f ms, p95 %.1f ms, slowest %.1f ms (%s); counting them %.0f ms%n",
                        t.documents(),
                        t.all().length,
                        t.at(0.5),
                        t.at(0.95),
                        t.at(1),
                        t.slowest(),
                        t.counting());
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.4f growth=%.2f heap_mb=%d p95_ms=%.1f median_ms=%.1f documents=%d%n",
                    many.at(0.95) / many.counting(),
                    many.at(0.95) / few.at(0.95),
                    BenchGround.peakHeapMb(),
                    many.at(0.95),
                    many.at(0.5),
                    many.documents());
        }
    }

    private static Times measure(ThrowawayPostgres postgres, int documents) throws Exception {
        try (var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seed(business, ISSUED / MONTHS, "2025-09-01");
            BillingBench.bill(ground, business);
            ground.rows.repeatDocuments(documents / ISSUED - 1);
            ground.rows.varyDocuments();
            ground.rows.settleDown();
            ListDocuments lists = ground.bean(ListDocuments.class);
            var times = new ArrayList<Double>();
            var byWords = new TreeMap<String, Double>();
            double slowest = 0;
            String slow = "";
            for (int round = 0; round < ROUNDS; round++) {
                for (Asked asked : asked()) {
                    double took = took(lists, business, asked);
                    if (round == 0) continue;
                    times.add(took);
                    byWords.merge(asked.words(), took, Math::max);
                    if (took > slowest) {
                        slowest = took;
                        slow = asked.words();
                    }
                }
            }
            byWords.forEach((words, most) -> {
                if (most > SLOW_MS) System.out.printf(Locale.ROOT, "%s took %.1f ms at most%n", words, most);
            });
            double[] all =
                    times.stream().mapToDouble(Double::doubleValue).sorted().toArray();
            return new Times(ground.rows.documents(), all, slow, ground.rows.countDocuments());
        }
    }

    private static double took(ListDocuments lists, BusinessId business, Asked asked) {
        long began = System.nanoTime();
        ListDocuments.Totals totals = lists.totals(business, asked.filter(), BenchGround.DAY);
        int from = asked.last() ? Math.max(1, totals.count() - PAGE + 1) : 1;
        lists.list(business, asked.filter(), BenchGround.DAY, new Slice(from, PAGE));
        lists.counts(business, asked.filter().kinds(), BenchGround.DAY);
        return (System.nanoTime() - began) / 1e6;
    }

    private static List<Asked> asked() {
        var all = new ArrayList<Asked>();
        Set<DocumentKind> kinds = ListDocuments.Filter.ALL.kinds();
        for (ListDocuments.Column column : ListDocuments.Column.values()) {
            for (boolean down : new boolean[] {true, false}) {
                var order = new ListDocuments.Order(column, down);
                var filter = new ListDocuments.Filter("", null, null, kinds, order);
                all.add(new Asked("by " + column, filter, false));
                all.add(new Asked("last by " + column, filter, true));
                for (Standing standing : List.of(Standing.PAID, Standing.OVERDUE, Standing.VOID))
                    all.add(new Asked(
                            standing + " by " + column,
                            new ListDocuments.Filter("", standing, null, kinds, order),
                            false));
            }
        }
        Arrays.stream(Standing.values())
                .filter(s -> s.isOf(DocumentKind.INVOICE))
                .forEach(s -> {
                    var filter = new ListDocuments.Filter("", s, null);
                    all.add(new Asked("in state " + s, filter, false));
                    all.add(new Asked("last in state " + s, filter, true));
                });
        for (String words : List.of(
                "INV-2026-0007", "832.74", "customer 77", "customer 7 2026", "berth", "k-19", "nothing like it"))
            all.add(new Asked("“" + words + "”", new ListDocuments.Filter(words, null, null), false));
        all.add(new Asked("“berth” overdue", new ListDocuments.Filter("berth", Standing.OVERDUE, null), false));
        all.add(new Asked("due on a day", new ListDocuments.Filter("", null, BenchGround.DAY.plusDays(13)), false));
        return all;
    }
}
