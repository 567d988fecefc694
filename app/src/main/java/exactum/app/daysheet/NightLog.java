package exactum.app.daysheet;

import exactum.app.audit.FindDeeds;
import exactum.core.ids.BusinessId;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What ran in the nights, and what it did. Kept for so long as it is of use: two months. */
@Component
public class NightLog {
    private static final int KEPT_DAYS = 62;
    private final NightStore store;
    private final FindDeeds deeds;

    NightLog(NightStore store, FindDeeds deeds) {
        this.store = store;
        this.deeds = deeds;
    }

    /**
     * One step of a night’s work.
     *
     * @param problem why it failed, or empty
     */
    public record Step(String source, Instant began, Instant ended, String problem) {}

    /** A step with what it did. */
    public record Ran(Step step, List<FindDeeds.Done> did) {}

    /**
     * A night.
     *
     * @param day the business day that it began
     */
    public record Night(LocalDate day, List<Ran> ran) {

        /** All that was done, by kind. */
        public List<FindDeeds.Done> did() {
            return ran.stream().flatMap(r -> r.did().stream()).toList();
        }

        /** The steps that failed. */
        public List<Step> failed() {
            return ran.stream()
                    .map(Ran::step)
                    .filter(s -> !s.problem().isEmpty())
                    .toList();
        }
    }

    /** Keeps what ran for a day; where the day was worked before, both stand. */
    @Transactional
    public void record(BusinessId business, LocalDate day, List<Step> steps) {
        store.forget(business, day.minusDays(KEPT_DAYS));
        store.insert(business, day, steps);
    }

    /** The night of a day; nothing where none ran. */
    @Transactional(readOnly = true)
    public Optional<Night> of(BusinessId business, LocalDate day) {
        List<Step> steps = store.of(business, day);
        if (steps.isEmpty()) return Optional.empty();
        return Optional.of(new Night(
                day,
                steps.stream()
                        .map(s -> new Ran(s, deeds.byItself(business, s.began(), s.ended())))
                        .toList()));
    }

    /** The last night that ran, not after a day. */
    @Transactional(readOnly = true)
    public Optional<Night> last(BusinessId business, LocalDate today) {
        return store.lastDay(business, today).flatMap(day -> of(business, day));
    }
}
