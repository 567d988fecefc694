package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.database.Writes;
import exactum.app.installation.PlayDays;
import exactum.app.ledger.ProveBooks;
import exactum.pg.ThrowawayPostgres;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The real application on a real PostgreSQL, started once for all tests. Each test begins with the same small world, copied from
 * a template database, and leaves books that agree with themselves; beans come as parameters.
 */
public class RunningApp implements ParameterResolver, BeforeEachCallback, AfterEachCallback {
    static final LocalDate TODAY = LocalDate.of(2026, 6, 1);
    private static final String TEMPLATE = "small_world";

    private static final class Started implements AutoCloseable {
        private final ThrowawayPostgres postgres = ThrowawayPostgres.startWithoutStatistics();
        private final String url = postgres.newDatabase();
        private final ConfigurableApplicationContext context;
        private final CardProcessor processor = new CardProcessor();
        private final ReportBox reports = new ReportBox();
        private final World world;

        private Started() throws Exception {
            System.setProperty("com.zaxxer.hikari.aliveBypassWindowMs", "0");
            Path home = Files.createTempDirectory("exactum-home");
            context = SpringApplication.run(
                    App.class,
                    "--server.port=0",
                    "--spring.datasource.url=" + url + "?reWriteBatchedInserts=true",
                    "--spring.datasource.password=" + ThrowawayPostgres.PASSWORD,
                    "--spring.datasource.hikari.minimum-idle=0",
                    "--spring.datasource.hikari.connection-timeout=60000",
                    "--spring.flyway.url=" + url,
                    "--spring.flyway.password=" + ThrowawayPostgres.PASSWORD,
                    "--exactum.home=" + home,
                    "--exactum.statement-limit-kb=64",
                    "--exactum.payer-looks-a-minute=1000000",
                    "--spring.mail.port=1",
                    "--exactum.reports.address=" + World.REPORTS,
                    "--exactum.reports.port=" + reports.port(),
                    "--db-scheduler.immediate-execution-enabled=false",
                    "--db-scheduler.polling-interval=1h");
            context.getBean(PlayDays.class).testFrom(TODAY);
            world = new World(context, processor, reports);
            postgres.keep(url, TEMPLATE);
        }

        @Override
        public void close() {
            context.close();
            processor.close();
            reports.close();
            postgres.close();
        }
    }

    @Override
    public void beforeEach(ExtensionContext extension) {
        Started started = started(extension);
        started.postgres.begin(started.url, TEMPLATE);
        Writes.happened();
        started.processor.forget();
    }

    @Override
    public void afterEach(ExtensionContext extension) {
        Started started = started(extension);
        var prove = started.context.getBean(ProveBooks.class);
        assertThat(prove.disagreements(started.world.moorings)).isEmpty();
        assertThat(prove.disagreements(started.world.north)).isEmpty();
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
        Class<?> type = parameter.getParameter().getType();
        return !type.isPrimitive()
                && !type.getName().startsWith("java.")
                && !type.getName().startsWith("org.junit.");
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
        Started started = started(extension);
        Class<?> type = parameter.getParameter().getType();
        return type == World.class ? started.world : started.context.getBean(type);
    }

    private static Started started(ExtensionContext extension) {
        return extension
                .getStore(ExtensionContext.StoreScope.LAUNCHER_SESSION, ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent(Started.class, k -> start(), Started.class);
    }

    private static Started start() {
        try {
            return new Started();
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    static int port(ConfigurableApplicationContext context) {
        return ((WebServerApplicationContext) context).getWebServer().getPort();
    }
}
