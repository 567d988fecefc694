package exactum.app.daysheet;

import java.time.LocalDate;
import java.util.List;

/** A feature that knows decisions of its own. */
public interface DecisionSource {
    /** Those that wait on the day, in any order. */
    List<Decision> decisions(LocalDate today);
}
