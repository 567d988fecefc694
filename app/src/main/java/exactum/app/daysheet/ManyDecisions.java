package exactum.app.daysheet;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.List;

/** A source of decisions that a store counts, and of which it finds no more than are shown. */
public abstract class ManyDecisions implements DecisionSource {
    private final DecisionKind kind;
    private final String all;

    /** {@code all} is the page that shows all of them. */
    protected ManyDecisions(Station station, String prefix, String title, String all) {
        this.kind = new DecisionKind(station, prefix, title);
        this.all = all;
    }

    /** Those that are asked for, most money first, no more than are asked for. */
    protected abstract List<Decision> shown(BusinessId business, Wanted wanted);

    /** What all of them are about; where no store adds it up, what is shown. */
    protected List<Money> sums(BusinessId business, Wanted wanted, List<Decision> shown) {
        return Found.all(shown).sums();
    }

    @Override
    public final DecisionKind kind() {
        return kind;
    }

    @Override
    public final Found find(BusinessId business, Wanted wanted) {
        List<Decision> shown = shown(business, wanted);
        return new Found(shown, count(business, wanted), sums(business, wanted, shown), all);
    }
}
