package exactum.app.installation;

import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.INSTALLATION;

import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** The one row of the installation: its date, and where that is on its way to. */
@Component
class InstallationStore {
    private final DSLContext db;

    InstallationStore(DSLContext db) {
        this.db = db;
    }

    Optional<LocalDate> testDate() {
        return Optional.ofNullable(db.select(INSTALLATION.BUSINESS_DATE)
                .from(INSTALLATION)
                .fetchSingle()
                .value1());
    }

    String zone(BusinessId business) {
        return db.select(BUSINESS.TIME_ZONE)
                .from(BUSINESS)
                .where(BUSINESS.ID.eq(business))
                .fetchOptional(BUSINESS.TIME_ZONE)
                .orElse("UTC");
    }

    Optional<LocalDate> workedOn(BusinessId business) {
        return db.select(BUSINESS.WORKED_ON)
                .from(BUSINESS)
                .where(BUSINESS.ID.eq(business))
                .fetchOptional(BUSINESS.WORKED_ON);
    }

    void setWorkedOn(BusinessId business, LocalDate day) {
        db.update(BUSINESS)
                .set(BUSINESS.WORKED_ON, day)
                .where(BUSINESS.ID.eq(business))
                .execute();
    }

    void testFrom(LocalDate date) {
        db.update(INSTALLATION)
                .set(INSTALLATION.TEST, true)
                .set(INSTALLATION.BUSINESS_DATE, date)
                .execute();
    }

    void setDate(LocalDate date) {
        db.update(INSTALLATION).set(INSTALLATION.BUSINESS_DATE, date).execute();
    }

    Optional<PlayDays.Journey> journey() {
        return db.select(INSTALLATION.ADVANCING_TO, INSTALLATION.ADVANCING_PROBLEM)
                .from(INSTALLATION)
                .where(INSTALLATION.ADVANCING_TO.isNotNull())
                .fetchOptional(r -> new PlayDays.Journey(r.value1(), r.value2()));
    }

    void setJourney(LocalDate until, String problem) {
        db.update(INSTALLATION)
                .set(INSTALLATION.ADVANCING_TO, until)
                .set(INSTALLATION.ADVANCING_PROBLEM, problem)
                .execute();
    }

    /** Forgets why a journey stopped; false if none did. */
    boolean clearProblem() {
        return db.update(INSTALLATION)
                        .setNull(INSTALLATION.ADVANCING_PROBLEM)
                        .where(INSTALLATION.ADVANCING_TO.isNotNull())
                        .and(INSTALLATION.ADVANCING_PROBLEM.isNotNull())
                        .execute()
                == 1;
    }

    /** Sets off from the date that was shown; false if the date has moved or is moving already. */
    boolean setOff(LocalDate from, LocalDate until) {
        return db.update(INSTALLATION)
                        .set(INSTALLATION.ADVANCING_TO, until)
                        .setNull(INSTALLATION.ADVANCING_PROBLEM)
                        .where(INSTALLATION.BUSINESS_DATE.eq(from))
                        .and(INSTALLATION.ADVANCING_TO.isNull().or(INSTALLATION.ADVANCING_PROBLEM.isNotNull()))
                        .execute()
                == 1;
    }
}
