package exactum.core.collection;

import exactum.core.scheme.ReturnReason;
import exactum.core.scheme.SchemeRules;
import exactum.core.text.Days;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.Optional;

/**
 * When a collection that did not go through, or came back, is tried again.
 *
 * @param on the day before which it is not collected again
 * @param working how the day came about
 */
public record Retrying(LocalDate on, Working working) {

    /**
     * How often and when a business tries again.
     *
     * @param mostTries tries after the first
     * @param afterOpenDays banking days between one and the next
     */
    public record Policy(int mostTries, int afterOpenDays) {
        /** Two more tries, each at least five banking days later: common practice, no source. */
        public static final Policy USUAL = new Policy(2, 5);
    }

    /**
     * The next try; none where the reason does not allow it or all tries are used. A reason that is not told may be anything, so
     * that it is tried once only.
     *
     * @param tries attempts so far, the one that came back included
     * @param on the day it came back
     */
    public static Optional<Retrying> next(
            SchemeRules rules, Policy policy, ReturnReason reason, int tries, LocalDate on) {
        int most = reason.code().equals("MS03") ? Math.min(1, policy.mostTries()) : policy.mostTries();
        if (!reason.follow().retries() || tries > most) return Optional.empty();
        LocalDate day = rules.calendar().plusOpenDays(on, policy.afterOpenDays());
        return Optional.of(new Retrying(
                day,
                Working.on(() -> "Tried again on " + Days.weekday(day))
                        .step(() -> "came back on " + Days.weekday(on) + ": " + reason.said(), reason.source())
                        .step(
                                () -> "try %d of %d, %s later"
                                        .formatted(
                                                tries + 1, most + 1, Days.count(policy.afterOpenDays(), "banking day")),
                                "retry policy of the business")
                        .done()));
    }
}
