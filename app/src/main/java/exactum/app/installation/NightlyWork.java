package exactum.app.installation;

import exactum.core.ids.BusinessId;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** For which day each business's nightly work was done last. */
@Component
public class NightlyWork {
    private static final LocalTime BEGINS = LocalTime.of(2, 0);
    private final InstallationStore installation;

    NightlyWork(InstallationStore installation) {
        this.installation = installation;
    }

    /** Whether it is past two in the business's zone and the day's work is not done yet. */
    public boolean isDue(BusinessId business, Instant now) {
        ZonedDateTime there = now.atZone(ZoneId.of(installation.zone(business)));
        if (there.toLocalTime().isBefore(BEGINS)) return false;
        return installation
                .workedOn(business)
                .map(d -> d.isBefore(there.toLocalDate()))
                .orElse(true);
    }

    @Transactional
    public void done(BusinessId business, LocalDate day) {
        installation.setWorkedOn(business, day);
    }
}
