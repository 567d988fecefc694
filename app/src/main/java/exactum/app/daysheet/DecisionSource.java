package exactum.app.daysheet;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.List;

/** A feature that knows decisions of its own. */
public interface DecisionSource {

    /** What its decisions have in common. */
    DecisionKind kind();

    /** Whether what it finds has last days, and so rests on no day, whatever a person’s rhythm is. */
    default boolean isDaily() {
        return false;
    }

    /** How many are asked for; cheap enough for every page. */
    int count(BusinessId business, Wanted wanted);

    /** Those that are asked for, most money first. */
    Found find(BusinessId business, Wanted wanted);

    /**
     * What was found.
     *
     * @param shown as many as were asked for
     * @param count how many there are
     * @param sums what all of them are about, by currency
     * @param all the page that shows all of them, or null where all are shown
     */
    record Found(List<Decision> shown, int count, List<Money> sums, String all) {

        /** All there is. */
        public static Found all(List<Decision> decisions) {
            return new Found(
                    decisions,
                    decisions.size(),
                    Sums.byCurrency(decisions.stream()
                            .filter(d -> d.amount() != null)
                            .map(d -> d.amount().abs())
                            .toList()),
                    null);
        }
    }
}
