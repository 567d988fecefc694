package exactum.app.daysheet;

import exactum.core.ids.BusinessId;
import java.util.List;

/** A source of so few decisions that all of them are worked out to be counted. */
public abstract class FewDecisions implements DecisionSource {
    private final DecisionKind kind;

    protected FewDecisions(Station station, String prefix, String title) {
        this.kind = new DecisionKind(station, prefix, title);
    }

    /** Those that are asked for. */
    protected abstract List<Decision> decisions(BusinessId business, Wanted wanted);

    @Override
    public final DecisionKind kind() {
        return kind;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return decisions(business, wanted).size();
    }

    @Override
    public final Found find(BusinessId business, Wanted wanted) {
        return Found.all(decisions(business, wanted));
    }
}
