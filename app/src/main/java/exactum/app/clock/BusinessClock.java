package exactum.app.clock;

import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.INSTALLATION;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/**
 * The one place that asks what day and time it is. The business date is today in the business's zone; in practice with
 * stand-ins it is the date that was moved to. Instants are the wall clock's.
 */
@Component
public class BusinessClock {
    private final DSLContext db;

    BusinessClock(DSLContext db) {
        this.db = db;
    }

    /** The business date. */
    public LocalDate today() {
        LocalDate set = db.select(INSTALLATION.BUSINESS_DATE)
                .from(INSTALLATION)
                .fetchSingle()
                .value1();
        return set != null ? set : LocalDate.now(zone());
    }

    /** The wall clock, for signatures' ages, sessions and timers. */
    public Instant now() {
        return Instant.now();
    }

    /** Whether this installation practises with stand-ins, so that its date can be moved. */
    public boolean isPractice() {
        return db.select(INSTALLATION.PRACTICE).from(INSTALLATION).fetchSingle().value1();
    }

    private ZoneId zone() {
        return db.select(BUSINESS.TIME_ZONE)
                .from(BUSINESS)
                .fetchOptional(BUSINESS.TIME_ZONE)
                .map(ZoneId::of)
                .orElse(ZoneId.of("UTC"));
    }
}
