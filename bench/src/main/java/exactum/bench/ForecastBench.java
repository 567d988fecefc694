package exactum.bench;

import exactum.app.billing.Forecasts;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.pg.ThrowawayPostgres;
import java.time.LocalDate;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicLong;

/**
 * The forecast of a month over 10,000 and 100,000 arrangements, against the SQL that only reads them in the same run, each measured
 * the second time; and a million occurrences worked out in core.
 */
public final class ForecastBench {
    private static final LocalDate FROM = LocalDate.of(2026, 6, 1);
    private static final LocalDate UNTIL = LocalDate.of(2026, 7, 1);

    private ForecastBench() {}

    private record Measured(int arrangements, double seconds, double reading) {
        double ratio() {
            return seconds / reading;
        }
    }

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            measure(postgres, 4_000);
            Measured small = measure(postgres, 10_000);
            Measured large = measure(postgres, 100_000);
            double perSecond = occurrences(1_000_000);
            for (Measured m : new Measured[] {small, large})
                System.out.printf(
                        Locale.ROOT,
                        "%,d arrangements forecast in %.2f s, only read in %.2f s%n",
                        m.arrangements(),
                        m.seconds(),
                        m.reading());
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d arrangements_per_s=%.0f occurrences_per_s=%.0f%n",
                    large.ratio(),
                    large.seconds() / large.arrangements() / (small.seconds() / small.arrangements()),
                    BenchGround.peakHeapMb(),
                    large.arrangements() / large.seconds(),
                    perSecond);
        }
    }

    private static Measured measure(ThrowawayPostgres postgres, int arrangements) throws Exception {
        try (var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seedWithMore(business, arrangements, "2026-06-01");
            ground.rows.settleDown();
            ground.rows.readArrangements(business);
            long began = System.nanoTime();
            ground.rows.readArrangements(business);
            double reading = (System.nanoTime() - began) / 1e9;
            forecast(ground, business, arrangements);
            return new Measured(arrangements, forecast(ground, business, arrangements), reading);
        }
    }

    private static double forecast(BenchGround ground, BusinessId business, int arrangements) {
        var invoices = new AtomicLong();
        var minor = new AtomicLong();
        long began = System.nanoTime();
        ground.bean(Forecasts.class).each(business, FROM, UNTIL, ahead -> {
            Money gross = ahead.gross();
            invoices.incrementAndGet();
            minor.addAndGet(gross.minor());
        });
        double seconds = (System.nanoTime() - began) / 1e9;
        if (invoices.get() != arrangements || minor.get() != arrangements * 83_274L)
            throw new IllegalStateException("%d invoices of %d".formatted(invoices.get(), minor.get()));
        return seconds;
    }

    /** So many occurrences a second, in part periods and on the last day of each month. */
    private static double occurrences(int count) {
        var recurrence = new Recurrence(
                        Cadence.monthly(new DayRule.MonthDay(31)),
                        LocalDate.of(2026, 1, 16),
                        Coverage.FROM_DATE,
                        new Recurrence.End.Never(),
                        14)
                .prorated(Proration.DAYS);
        long days = 0;
        long began = System.nanoTime();
        for (int round = 0; round < count / 1_000; round++)
            days += recurrence
                    .from(0)
                    .limit(1_000)
                    .mapToLong(o ->
                            o.period().until().toEpochDay() - o.period().from().toEpochDay())
                    .sum();
        double seconds = (System.nanoTime() - began) / 1e9;
        if (days == 0) throw new IllegalStateException("nothing was worked out");
        return count / seconds;
    }
}
