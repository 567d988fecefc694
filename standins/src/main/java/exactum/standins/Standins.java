package exactum.standins;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;

/** A bank, a card processor and a mailbox, simulated; Exactum knows them only by HTTP, SMTP and files. */
@SpringBootApplication
@EnableConfigurationProperties(StandinSettings.class)
public class Standins {
    public static void main(String[] arguments) {
        SpringApplication.run(Standins.class, arguments);
    }
}
