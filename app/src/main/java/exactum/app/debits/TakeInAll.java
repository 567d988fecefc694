package exactum.app.debits;

import exactum.app.database.AtOnce;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.springframework.stereotype.Component;

/** Takes in many that came back, each in a transaction of its own; what cannot be taken in stays, and is said. */
@Component
public class TakeInAll {
    private final TakeBackDebit takeBack;

    TakeInAll(TakeBackDebit takeBack) {
        this.takeBack = takeBack;
    }

    /** Takes them in, and answers why others stay. */
    public List<String> takeIn(BusinessId business, List<CameBackId> chosen) {
        Queue<String> left = new ConcurrentLinkedQueue<>();
        AtOnce.each(chosen, id -> {
            try {
                takeBack.takeIn(business, id, null, false);
            } catch (Refusal refused) {
                left.add(refused.sentence());
            }
        });
        return List.copyOf(left);
    }
}
