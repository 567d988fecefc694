package exactum.app.clock;

import static exactumdb.Tables.INSTALLATION;

import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

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

    /** Plays one day and answers the new date. */
    public synchronized LocalDate forward() {
        LocalDate day = clock.today();
        LocalDate next = day.plusDays(1);
        transaction.executeWithoutResult(s ->
                db.update(INSTALLATION).set(INSTALLATION.ADVANCING_TO, next).execute());
        dayEnd.close(day);
        transaction.executeWithoutResult(s ->
                db.update(INSTALLATION).set(INSTALLATION.BUSINESS_DATE, next).execute());
        works.forEach(w -> w.work(next));
        transaction.executeWithoutResult(
                s -> db.update(INSTALLATION).setNull(INSTALLATION.ADVANCING_TO).execute());
        return next;
    }

    /** Finishes a day that was killed half-way, if there is one. */
    public synchronized void finishInterrupted() {
        LocalDate target = db.select(INSTALLATION.ADVANCING_TO)
                .from(INSTALLATION)
                .fetchSingle()
                .value1();
        if (target == null) return;
        if (clock.today().isBefore(target)) {
            forward();
        } else {
            works.forEach(w -> w.work(target));
            transaction.executeWithoutResult(s ->
                    db.update(INSTALLATION).setNull(INSTALLATION.ADVANCING_TO).execute());
        }
    }

    /** Makes this a practice installation that starts on the date. */
    public void practiseFrom(LocalDate date) {
        transaction.executeWithoutResult(s -> db.update(INSTALLATION)
                .set(INSTALLATION.PRACTICE, true)
                .set(INSTALLATION.BUSINESS_DATE, date)
                .execute());
    }
}
