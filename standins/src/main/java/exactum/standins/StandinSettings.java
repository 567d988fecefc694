package exactum.standins;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * What the stand-ins are told.
 *
 * @param home folder of their state
 * @param address where they are reached
 * @param smtpPort where the mailbox listens
 * @param popPort where it hands out reports
 */
@ConfigurationProperties("exactum.standins")
public record StandinSettings(Path home, String address, int smtpPort, int popPort) {}
