package exactum.app;

import exactum.app.clock.PlayDays;
import exactum.pg.ThrowawayPostgres;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** The real application on a real PostgreSQL, started once for all tests; its beans come as parameters. */
public class RunningApp implements ParameterResolver {
    static final LocalDate TODAY = LocalDate.of(2026, 6, 1);

    private static final class Started implements AutoCloseable {
        private final ThrowawayPostgres postgres = ThrowawayPostgres.start();
        private final ConfigurableApplicationContext context;
        private final World world;

        private Started() throws Exception {
            String url = postgres.newDatabase();
            Path home = Files.createTempDirectory("exactum-home");
            context = SpringApplication.run(
                    App.class,
                    "--server.port=0",
                    "--spring.datasource.url=" + url + "?reWriteBatchedInserts=true",
                    "--spring.datasource.password=" + ThrowawayPostgres.PASSWORD,
                    "--spring.flyway.url=" + url,
                    "--spring.flyway.password=" + ThrowawayPostgres.PASSWORD,
                    "--exactum.home=" + home,
                    "--exactum.statement-limit-kb=64",
                    "--spring.mail.port=1",
                    "--db-scheduler.polling-interval=10m");
            context.getBean(PlayDays.class).practiseFrom(TODAY);
            world = new World(context);
        }

        @Override
        public void close() {
            context.close();
            postgres.close();
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
        return parameter.getParameter().getType() != String.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
        Started started = extension
                .getRoot()
                .getStore(ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent(Started.class, k -> start(), Started.class);
        Class<?> type = parameter.getParameter().getType();
        return type == World.class ? started.world : started.context.getBean(type);
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
