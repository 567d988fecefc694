package exactum.app.installation;

import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClientException;

/**
 * Moves the date of a test installation forward, a day at a time: the stand-ins close the day, the date moves, and
 * everybody who works by the date does the new day's work, in order. Killed half-way, it goes on with the same day; every
 * part of a day's work can be done twice without harm.
 */
@Component
public class PlayDays {
    private static final Logger LOG = LoggerFactory.getLogger(PlayDays.class);
    private final InstallationStore installation;
    private final BusinessClock clock;
    private final List<DayWork> works;
    private final DayEnd dayEnd;
    private final TransactionTemplate transaction;

    PlayDays(
            InstallationStore installation,
            BusinessClock clock,
            List<DayWork> works,
            DayEnd dayEnd,
            TransactionTemplate transaction) {
        this.installation = installation;
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
        return installation.journey();
    }

    /** Sets off from the date that was shown; false if the date has moved or is moving already. */
    @Transactional
    public boolean setOff(LocalDate from, LocalDate until) {
        return installation.setOff(from, until);
    }

    /**
     * Plays the days of the journey that is set off. The work of the day it stands on is done once more first, in case
     * it was killed in the middle of it. What stops it is kept with the journey, which can be set off again.
     */
    public synchronized void playOn() {
        if (journey().isEmpty()) return;
        try {
            work(clock.testDate());
            while (clock.testDate().isBefore(journey().map(Journey::until).orElse(LocalDate.MIN))) playDay();
            set(null, null);
        } catch (Refusal stopped) {
            stop(stopped.sentence());
        } catch (RestClientException noAnswer) {
            stop("The stand-ins do not answer.");
        } catch (RuntimeException fault) {
            LOG.error("the date stopped on its way", fault);
            stop("Something unexpected happened (%s)."
                    .formatted(CleanText.harmless(String.valueOf(fault.getMessage()), 200)));
        }
    }

    /** Takes up a journey that stopped; false if none did. */
    @Transactional
    public boolean again() {
        return installation.clearProblem();
    }

    /** Leaves a journey that stopped; the date stays where it is. */
    @Transactional
    public void leave() {
        if (journey().filter(j -> j.problem() != null).isPresent()) installation.setJourney(null, null);
    }

    private void stop(String problem) {
        set(journey().map(Journey::until).orElse(null), problem);
    }

    /** Plays one day and answers the new date. */
    public synchronized LocalDate playDay() {
        LocalDate day = clock.testDate();
        LocalDate next = day.plusDays(1);
        dayEnd.close(day);
        transaction.executeWithoutResult(s -> installation.setDate(next));
        work(next);
        return next;
    }

    /** Moves the date without playing the days between, as tests do. */
    @Transactional
    public void setDate(LocalDate date) {
        installation.setDate(date);
    }

    /** Makes this a test installation that starts on the date. */
    @Transactional
    public void testFrom(LocalDate date) {
        installation.testFrom(date);
    }

    private void work(LocalDate day) {
        works.forEach(w -> w.work(day));
    }

    private void set(LocalDate until, String problem) {
        transaction.executeWithoutResult(s -> installation.setJourney(until, problem));
    }
}
