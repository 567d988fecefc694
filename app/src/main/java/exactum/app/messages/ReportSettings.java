package exactum.app.messages;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The mailbox in which mail servers report what they could not deliver.
 *
 * @param address to which they report; empty where there is no such mailbox
 * @param host where it is read by POP3
 */
@ConfigurationProperties("exactum.reports")
public record ReportSettings(String address, String host, int port, String user, String password) {
    boolean isThere() {
        return address != null && !address.isBlank();
    }
}
