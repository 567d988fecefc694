package exactum.bench;

import exactum.app.App;
import exactum.app.billing.CommitBillingRun;
import exactum.app.billing.PlanBillingRun;
import exactum.app.business.Business;
import exactum.app.clock.PlayDays;
import exactum.app.setup.SetUp;
import exactum.core.document.TaxRate;
import exactum.core.terms.DueRule;
import exactum.pg.ThrowawayPostgres;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The real billing run, plan and commit, for 10,000 and 100,000 recurring invoices of two lines and two taxes, against
 * a plain COPY of the very same rows into the same indexed tables in the same run.
 */
public final class BillingBench {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    private BillingBench() {}

    private record Result(int invoices, double seconds, double copySeconds, long rows) {
        double perInvoiceMicros() {
            return seconds * 1e6 / invoices;
        }
    }

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            measure(postgres, 3_000);
            Result small = measure(postgres, 10_000);
            Result large = measure(postgres, 100_000);
            for (Result r : List.of(small, large)) {
                System.out.printf(
                        Locale.ROOT,
                        "%,d invoices: %.1f s, %,d rows; COPY of the same rows %.1f s; ratio %.2f%n",
                        r.invoices(),
                        r.seconds(),
                        r.rows(),
                        r.copySeconds(),
                        r.seconds() / r.copySeconds());
            }
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f invoices_per_s=%.0f heap_mb=%d growth=%.2f%n",
                    large.seconds() / large.copySeconds(),
                    large.invoices() / large.seconds(),
                    peakHeapMb(),
                    large.perInvoiceMicros() / small.perInvoiceMicros());
        }
    }

    private static Result measure(ThrowawayPostgres postgres, int invoices) throws Exception {
        String url = postgres.newDatabase();
        try (ConfigurableApplicationContext app = start(url)) {
            app.getBean(PlayDays.class).practiseFrom(DAY);
            setUp(app.getBean(SetUp.class));
            try (var tables = new SameRows(url)) {
                tables.seed(invoices);
                long began = System.nanoTime();
                UUID run = app.getBean(PlanBillingRun.class).plan(DAY);
                CommitBillingRun commit = app.getBean(CommitBillingRun.class);
                commit.start(run);
                commit.execute(run);
                double seconds = (System.nanoTime() - began) / 1e9;
                SameRows.Copy copy = tables.copyAgain();
                return new Result(invoices, seconds, copy.seconds(), copy.rows());
            }
        }
    }

    private static ConfigurableApplicationContext start(String url) throws Exception {
        return SpringApplication.run(
                App.class,
                "--server.port=0",
                "--spring.datasource.url=" + url + "?reWriteBatchedInserts=true",
                "--spring.datasource.password=" + ThrowawayPostgres.PASSWORD,
                "--spring.flyway.url=" + url,
                "--spring.flyway.password=" + ThrowawayPostgres.PASSWORD,
                "--exactum.home=" + Files.createTempDirectory("exactum-bench"),
                "--db-scheduler.polling-interval=10h",
                "--logging.level.exactum=warn",
                "--exactum.standins-address=");
    }

    private static void setUp(SetUp setUp) {
        setUp.keepBusiness(new Business(
                "Bench Ltd",
                "Bench",
                "BENCH",
                "Quay 1",
                "IE",
                "IE1",
                "EUR",
                "UTC",
                "b@b.example",
                "#17405c",
                "#a8481a",
                "book",
                1));
        setUp.addTaxRate(new TaxRate("standard", "VAT", new BigDecimal("23"), LocalDate.of(2021, 3, 1), null, "bench"));
        setUp.addTaxRate(
                new TaxRate("reduced", "VAT", new BigDecimal("13.5"), LocalDate.of(2003, 1, 1), null, "bench"));
        setUp.addTerms("14 days", new DueRule(0, 14, false), "Within 14 days.", true);
    }

    private static long peakHeapMb() {
        return ManagementFactory.getMemoryPoolMXBeans().stream()
                        .filter(p -> p.getType() == MemoryType.HEAP)
                        .map(MemoryPoolMXBean::getPeakUsage)
                        .mapToLong(u -> u.getUsed())
                        .sum()
                / 1_048_576;
    }
}
