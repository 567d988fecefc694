package exactum.bench;

import exactum.app.installation.BusinessClock;
import exactum.app.ledger.ProveBooks;
import exactum.app.reports.DaySums;
import exactum.core.ids.BusinessId;
import exactum.pg.ThrowawayPostgres;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.locks.LockSupport;
import org.jooq.DSLContext;

/**
 * Thirty pages of a business with 100,000 customers, 1,000,000 invoices and more than 8,000,000 postings, asked for by 1, 10 and 50
 * people at once, each of whom looks for a second before the next; then its reports as of days in between. Against the time that the
 * database itself worked in the same minutes, and its growth from 10,000 invoices. People, application and database share the machine.
 */
public final class PagesBench {
    private static final int FEW = 4;
    private static final int TIMES = 440;
    private static final int ROUNDS = 4;
    /** How often the pages are asked for before anything is measured: by then they are compiled, as in an application that has run for a day. */
    private static final int WARM_UP = 30;

    private static final long LOOKS_NANOS = 1_000_000_000L;
    private static final double SLOW_MS = 100;

    private PagesBench() {}

    /** What so many people waited for their pages, in milliseconds, the shortest first. */
    private record Waited(int people, double[] all) {
        double at(double share) {
            return all[(int) Math.min(all.length - 1, Math.floor(all.length * share))];
        }
    }

    /** What was measured over so many invoices. */
    private record Measured(long invoices, List<Waited> waited, double ratio, double slowestReport, double tenAtOnce) {
        Waited by(int people) {
            return waited.stream().filter(w -> w.people() == people).findFirst().orElseThrow();
        }
    }

    public static void main(String[] arguments) throws Exception {
        int times = arguments.length == 0 ? TIMES : Integer.parseInt(arguments[0]);
        try (var postgres = ThrowawayPostgres.start()) {
            Measured few = measure(postgres, FEW);
            Measured many = measure(postgres, times);
            for (Measured m : List.of(few, many))
                for (Waited w : m.waited())
                    System.out.printf(
                            Locale.ROOT,
                            "%,d invoices, %d people: p50 %.1f ms, p95 %.1f ms, p99 %.1f ms%n",
                            m.invoices(),
                            w.people(),
                            w.at(0.5),
                            w.at(0.95),
                            w.at(0.99));
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d p95_ms=%.1f p99_ms=%.1f p95_of_50_ms=%.1f slowest_report_ms=%.0f ten_at_once_ms=%.0f invoices=%d%n",
                    many.ratio(),
                    many.by(10).at(0.95) / few.by(10).at(0.95),
                    BenchGround.peakHeapMb(),
                    many.by(10).at(0.95),
                    many.by(10).at(0.99),
                    many.by(50).at(0.95),
                    many.slowestReport(),
                    many.tenAtOnce(),
                    many.invoices());
        }
    }

    private static Measured measure(ThrowawayPostgres postgres, int times) throws Exception {
        try (var ground = new BenchGround(postgres)) {
            new PagesWorld(ground).make();
            new RowCopies(ground.url()).multiply(times);
            BusinessId business = ground.businesses.getFirst();
            long began = System.nanoTime();
            List<?> disagreements = ground.bean(ProveBooks.class).disagreements(business);
            if (!disagreements.isEmpty()) throw new IllegalStateException(disagreements.toString());
            DSLContext db = ground.bean(DSLContext.class);
            System.out.printf(
                    Locale.ROOT,
                    "%,d customers, %,d invoices, %,d postings; proven in %.0f s%n",
                    count(db, "customer"),
                    count(db, "document"),
                    count(db, "posting"),
                    (System.nanoTime() - began) / 1e9);
            began = System.nanoTime();
            ground.bean(DaySums.class)
                    .keepAll(business, ground.bean(BusinessClock.class).today(business));
            System.out.printf(Locale.ROOT, "sums of all days kept in %.0f s%n", (System.nanoTime() - began) / 1e9);
            ground.employNora();
            List<String> pages = MainPages.of(db);
            ask(ground, pages, 1, WARM_UP);
            double worked = worked(db);
            Waited one = ask(ground, pages, 1, ROUNDS);
            LockSupport.parkNanos(12 * LOOKS_NANOS);
            double ratio = Arrays.stream(one.all()).sum() / (worked(db) - worked);
            return new Measured(
                    count(db, "document"),
                    List.of(one, ask(ground, pages, 10, ROUNDS), ask(ground, pages, 50, 1)),
                    ratio,
                    reports(ground),
                    tenAtOnce(ground));
        }
    }

    private static long count(DSLContext db, String table) {
        return db.fetchSingle("select count(*) from " + table).get(0, Long.class);
    }

    /** For how many milliseconds the database has executed statements so far. */
    private static double worked(DSLContext db) {
        return db.fetchSingle("select active_time from pg_stat_database where datname = current_database()")
                .get(0, Double.class);
    }

    /** Each person goes through the pages in an order of their own. */
    private static Waited ask(BenchGround ground, List<String> pages, int people, int rounds) throws Exception {
        Map<String, Double> slow = new ConcurrentHashMap<>();
        Callable<List<Double>> person = () -> {
            var desk = new Desk(ground.address());
            desk.signIn();
            var took = new ArrayList<Double>();
            var order = new ArrayList<>(pages);
            for (int round = 0; round < rounds; round++) {
                java.util.Collections.shuffle(order);
                for (String page : order) {
                    long began = System.nanoTime();
                    desk.page("/first" + page);
                    double ms = (System.nanoTime() - began) / 1e6;
                    took.add(ms);
                    slow.merge(page, ms, Math::max);
                    if (people > 1) LockSupport.parkNanos(LOOKS_NANOS);
                }
            }
            return took;
        };
        var waited = new ArrayList<Double>();
        try (var pool = Executors.newVirtualThreadPerTaskExecutor()) {
            for (var done : pool.invokeAll(java.util.Collections.nCopies(people, person))) waited.addAll(done.get());
        }
        new TreeMap<>(slow).forEach((page, ms) -> {
            if (ms > SLOW_MS)
                System.out.printf(Locale.ROOT, "  %d people: %s took %.0f ms at most%n", people, page, ms);
        });
        return new Waited(people, waited.stream().mapToDouble(d -> d).sorted().toArray());
    }

    /** A report that nobody has asked for yet, asked for by ten people at once: how long until all of them have it. */
    private static double tenAtOnce(BenchGround ground) throws Exception {
        Callable<Void> person = () -> {
            var desk = new Desk(ground.address());
            desk.signIn();
            desk.page("/first/reports/" + MainPages.LARGE_REPORT);
            return null;
        };
        long began = System.nanoTime();
        try (var pool = Executors.newVirtualThreadPerTaskExecutor()) {
            for (var done : pool.invokeAll(java.util.Collections.nCopies(10, person))) done.get();
        }
        return (System.nanoTime() - began) / 1e6;
    }

    /** The reports as of the end of the months and today, each once, by one person. */
    private static double reports(BenchGround ground) {
        var desk = new Desk(ground.address());
        desk.signIn();
        double slowest = 0;
        for (String report : MainPages.REPORTS) {
            long began = System.nanoTime();
            desk.page("/first/reports/" + report);
            double ms = (System.nanoTime() - began) / 1e6;
            System.out.printf(Locale.ROOT, "  report %s took %.0f ms%n", report, ms);
            slowest = Math.max(slowest, ms);
        }
        return slowest;
    }
}
