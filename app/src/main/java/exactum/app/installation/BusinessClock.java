package exactum.app.installation;

import exactum.core.ids.BusinessId;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import org.springframework.stereotype.Component;

/**
 * The one place that asks what day and time it is. The business date is today in the business's zone; in a test
 * installation it is the date that was moved to. Instants are the wall clock's.
 */
@Component
public class BusinessClock {
    private final InstallationStore installation;

    BusinessClock(InstallationStore installation) {
        this.installation = installation;
    }

    /** The business date. */
    public LocalDate today(BusinessId business) {
        return installation.testDate().orElseGet(() -> LocalDate.now(ZoneId.of(installation.zone(business))));
    }

    /** The date that was moved to; only in a test installation. */
    public LocalDate testDate() {
        return installation
                .testDate()
                .orElseThrow(() -> new IllegalStateException("a live installation has no date of its own"));
    }

    /** The wall clock, for signatures' ages, sessions and timers. */
    public Instant now() {
        return Instant.now();
    }

    /** Whether this installation works with stand-ins, so that its date can be moved. */
    public boolean isTest() {
        return installation.testDate().isPresent();
    }
}
