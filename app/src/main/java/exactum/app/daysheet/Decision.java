package exactum.app.daysheet;

import exactum.app.business.Power;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Set;

/**
 * One line of the day sheet.
 *
 * @param key the same each time, while it is about the same
 * @param station which station it belongs to
 * @param mark the name of its mark
 * @param words what it is
 * @param whose whose it is, or empty
 * @param since the day from which it waits
 * @param amount the money it is about, or null
 * @param href opens what it is about, within the business
 * @param step the suggested next step
 * @param lastDay the last day on which deciding is in time, or null
 * @param about the documents whose money it is about
 */
public record Decision(
        String key,
        Station station,
        String mark,
        String words,
        String whose,
        LocalDate since,
        Money amount,
        String href,
        Step step,
        LocalDate lastDay,
        Set<DocumentId> about) {
    private static final int NEAR_DAYS = 3;

    /**
     * The suggested next step.
     *
     * @param address where it leads: a page, or an address it is posted to
     * @param needs the power to act at once; null where it only leads to a page
     */
    public record Step(String words, String address, Power needs) {

        /** One that leads to a page. */
        public static Step open(String words, String address) {
            return new Step(words, address, null);
        }

        /** One that acts at once. */
        public static Step act(String words, String address, Power needs) {
            return new Step(words, address, needs);
        }

        public boolean posted() {
            return needs != null;
        }
    }

    public Decision {
        about = Set.copyOf(about);
    }

    /** A decision that stands for itself. */
    public static Decision of(
            String key,
            Station station,
            String mark,
            String words,
            String whose,
            LocalDate since,
            Money amount,
            String href,
            Step step) {
        return new Decision(key, station, mark, words, whose, since, amount, href, step, null, Set.of());
    }

    /** The same, about the money of documents. */
    public Decision about(Set<DocumentId> documents) {
        return new Decision(key, station, mark, words, whose, since, amount, href, step, lastDay, documents);
    }

    /** The same, which is in time until a day; null for no such day. */
    public Decision until(LocalDate day) {
        return new Decision(key, station, mark, words, whose, since, amount, href, step, day, about);
    }

    /** Whether its last day is near, or over. */
    public boolean isUrgent(LocalDate today) {
        return lastDay != null && !lastDay.isAfter(today.plusDays(NEAR_DAYS));
    }
}
