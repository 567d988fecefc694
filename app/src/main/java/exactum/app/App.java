package exactum.app;

import exactum.app.installation.Settings;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Exactum: from agreement to bank line. */
@SpringBootApplication
@EnableScheduling
@EnableConfigurationProperties(Settings.class)
public class App {
    public static void main(String[] arguments) {
        SpringApplication.run(App.class, arguments);
    }
}
