package exactum.app.installation;

import java.nio.file.Path;
import java.time.LocalDate;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * What an installation sets from outside.
 *
 * @param home folder of data and of the encryption key
 * @param publicAddress where payers and browsers reach us, without a trailing slash
 * @param standinsAddress where the stand-ins are, or empty where there are none
 * @param demo whether Larkwater Moorings is loaded at the first start
 * @param demoLoadOnly whether the application ends as soon as the demo is loaded
 * @param testFrom the date on which a new installation begins to work with the stand-ins, or null for live
 * @param statementLimitKb largest bank statement that is read, in KB
 * @param customerFileLimitKb largest customer file that is read, in KB
 * @param payoutLimitKb largest payout file that is read, in KB
 * @param payerLooksAMinute how many payer's pages one address of the network is shown a minute; a tenth of it may be pressed
 */
@ConfigurationProperties("exactum")
public record Settings(
        Path home,
        String publicAddress,
        String standinsAddress,
        boolean demo,
        boolean demoLoadOnly,
        LocalDate testFrom,
        long statementLimitKb,
        long customerFileLimitKb,
        long payoutLimitKb,
        int payerLooksAMinute) {}
