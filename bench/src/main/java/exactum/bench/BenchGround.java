package exactum.bench;

import exactum.app.App;
import exactum.app.business.Business;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.installation.PlayDays;
import exactum.app.security.Users;
import exactum.app.setup.SetUp;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.terms.DueRule;
import exactum.core.terms.Share;
import exactum.core.terms.Terms;
import exactum.core.terms.TermsPart;
import exactum.pg.ThrowawayPostgres;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.security.authentication.TestingAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;

/** The real application on a database of its own, with two businesses that are set up. */
final class BenchGround implements AutoCloseable {
    static final LocalDate DAY = LocalDate.of(2026, 6, 1);
    private static final String NORA = "nora";
    private static final AtomicLong PEAK = new AtomicLong();

    static {
        watchHeap();
    }

    private final ConfigurableApplicationContext app;
    private final String url;
    final List<BusinessId> businesses;
    final SameRows rows;

    BenchGround(ThrowawayPostgres postgres) throws Exception {
        url = postgres.newDatabase();
        app = SpringApplication.run(
                App.class,
                "--server.port=0",
                "--spring.datasource.url=" + url + "?reWriteBatchedInserts=true",
                "--spring.datasource.password=" + ThrowawayPostgres.PASSWORD,
                "--spring.flyway.url=" + url,
                "--spring.flyway.password=" + ThrowawayPostgres.PASSWORD,
                "--exactum.home=" + Files.createTempDirectory("exactum-bench"),
                "--db-scheduler.polling-interval=10h",
                "--db-scheduler.immediate-execution-enabled=false",
                "--logging.level.root=warn",
                "--exactum.payer-looks-a-minute=1000000",
                "--exactum.standins-address=");
        app.getBean(PlayDays.class).testFrom(DAY);
        businesses = List.of(business("first", "EUR"), business("second", "GBP"));
        rows = new SameRows(url);
    }

    <T> T bean(Class<T> type) {
        return app.getBean(type);
    }

    <T> T bean(String name, Class<T> type) {
        return app.getBean(name, type);
    }

    /** Nora, who administers the first business. */
    void employNora() {
        bean(Users.class).add(NORA, "Nora", "harbour-lights");
        bean(Memberships.class).join(businesses.getFirst(), NORA, Set.of(Role.ADMINISTRATOR));
    }

    /** Does something as Nora. */
    void asNora(Runnable work) {
        SecurityContextHolder.getContext().setAuthentication(new TestingAuthenticationToken(NORA, null));
        try {
            work.run();
        } finally {
            SecurityContextHolder.clearContext();
        }
    }

    /** Nora at her desk. */
    Desk desk() {
        employNora();
        var desk = new Desk(address());
        desk.signIn();
        return desk;
    }

    /** Where its database is. */
    String url() {
        return url;
    }

    /** Where the application answers. */
    String address() {
        return "http://127.0.0.1:"
                + ((WebServerApplicationContext) app).getWebServer().getPort();
    }

    private BusinessId business(String code, String currency) {
        SetUp setUp = bean(SetUp.class);
        BusinessId id = setUp.addBusiness(
                new Business(
                        new BusinessId(1),
                        code,
                        new Business.Identity("Bench Ltd", "Bench", "BENCH", "Quay 1", "IE", "IE1", "b@b.example"),
                        Currency.getInstance(currency),
                        ZoneId.of("UTC"),
                        new Business.Brand("#17405c", "#a8481a", "book", null),
                        1),
                "bench");
        rate(id, "standard", "23", LocalDate.of(2021, 3, 1));
        rate(id, "reduced", "13.5", LocalDate.of(2003, 1, 1));
        setUp.addTerms(id, "14 days", Terms.single(new DueRule(0, 14, false)), "Within 14 days.", true);
        setUp.addTerms(id, "Three parts", threeParts(), "In three parts.", false);
        return id;
    }

    private static Terms threeParts() {
        return Terms.of(
                TermsPart.of(Share.Percent.of("30"), new DueRule(0, 14, false)),
                TermsPart.of(Share.Percent.of("30"), new DueRule(1, 0, false)),
                TermsPart.of(Share.Percent.of("40"), new DueRule(2, 0, true)));
    }

    private void rate(BusinessId business, String code, String percent, LocalDate from) {
        bean(SetUp.class)
                .addTaxRate(
                        business,
                        new TaxRate(
                                code,
                                TaxCategory.STANDARD,
                                "VAT",
                                new BigDecimal(percent),
                                from,
                                null,
                                "for the bench"));
    }

    /** The most heap that was used at one of the moments at which it was looked at, a hundred a second, in MB. */
    static long peakHeapMb() {
        return PEAK.get() / 1_048_576;
    }

    private static void watchHeap() {
        Runtime runtime = Runtime.getRuntime();
        Thread.ofPlatform().daemon().start(() -> {
            while (true) {
                PEAK.accumulateAndGet(runtime.totalMemory() - runtime.freeMemory(), Math::max);
                LockSupport.parkNanos(10_000_000);
            }
        });
    }

    @Override
    public void close() throws Exception {
        rows.close();
        app.close();
    }
}
