package exactum.app.clock;

import static exactumdb.Tables.INSTALLATION;

import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClientException;

/**
 * Moves the business date forward in a practice installation, a day at a time: the stand-ins close the day, the date
 * moves, and everybody who works by the date does the new day's work, in order. Killed half-way, it goes on with the
 * same day; every part of a day's work can be done twice without harm.
 */
@Component
public class PlayDays {
    private final DSLContext db;
    private final BusinessClock clock;
    private final List<DayWork> works;
    private final DayEnd dayEnd;
    private final TransactionTemplate transaction;

    PlayDays(DSLContext db, BusinessClock clock, List<DayWork> works, DayEnd dayEnd, TransactionTemplate transaction) {
        this.db = db;
        this.clock = clock;
        this.works = works;
        this.dayEnd = dayEnd;
        this.transaction = transaction;
    }

    /** Work that a business day brings; ordered by Spring's {@code @Order}. */
    public interface DayWork {
        void work(LocalDate day);
    }

    /** What the world outside does at the end of a day. */
    public interface DayEnd {
        void close(LocalDate day);
    }

    /**
     * Where the date is on its way to.
     *
     * @param problem why it stands still, or null while it moves
     */
    public record Journey(LocalDate until, String problem) {}

    /** The journey that is set off, if there is one. */
    public Optional<Journey> journey() {
        return db.select(INSTALLATION.ADVANCING_TO, INSTALLATION.ADVANCING_PROBLEM)
                .from(INSTALLATION)
                .where(INSTALLATION.ADVANCING_TO.isNotNull())
                .fetchOptional(r -> new Journey(r.value1(), r.value2()));
    }

    /** Sets off from the date that was shown; false if the date has moved or is moving already. */
    @Transactional
    public boolean setOff(LocalDate from, LocalDate until) {
        return db.update(INSTALLATION)
                        .set(INSTALLATION.ADVANCING_TO, until)
                        .setNull(INSTALLATION.ADVANCING_PROBLEM)
                        .where(INSTALLATION.BUSINESS_DATE.eq(from))
                        .and(INSTALLATION.ADVANCING_TO.isNull().or(INSTALLATION.ADVANCING_PROBLEM.isNotNull()))
                        .execute()
                == 1;
    }

    /**
     * Plays the days of the journey that is set off. The work of the day it stands on is done once more first, in case
     * it was killed in the middle of it. What stops it is kept with the journey, which can be set off again.
     */
    public synchronized void playOn() {
        if (journey().isEmpty()) return;
        try {
            work(clock.today());
            while (clock.today().isBefore(journey().map(Journey::until).orElse(LocalDate.MIN))) playDay();
            set(null, null);
        } catch (Refusal | RestClientException stopped) {
            set(journey().map(Journey::until).orElse(null), stopped.getMessage());
        }
    }

    /** Plays one day and answers the new date. */
    public synchronized LocalDate playDay() {
        LocalDate day = clock.today();
        LocalDate next = day.plusDays(1);
        dayEnd.close(day);
        transaction.executeWithoutResult(s ->
                db.update(INSTALLATION).set(INSTALLATION.BUSINESS_DATE, next).execute());
        work(next);
        return next;
    }

    /** Makes this a practice installation that starts on the date. */
    public void practiseFrom(LocalDate date) {
        transaction.executeWithoutResult(s -> db.update(INSTALLATION)
                .set(INSTALLATION.PRACTICE, true)
                .set(INSTALLATION.BUSINESS_DATE, date)
                .execute());
    }

    private void work(LocalDate day) {
        works.forEach(w -> w.work(day));
    }

    private void set(LocalDate until, String problem) {
        transaction.executeWithoutResult(s -> db.update(INSTALLATION)
                .set(INSTALLATION.ADVANCING_TO, until)
                .set(INSTALLATION.ADVANCING_PROBLEM, problem)
                .execute());
    }
}
