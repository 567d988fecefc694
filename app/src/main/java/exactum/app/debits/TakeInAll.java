package exactum.app.debits;

import exactum.app.database.AtOnce;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.CustomerId;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.springframework.stereotype.Component;

/** Takes in many that came back, by the hundred, a few hundreds at once; what cannot be taken in stays, and is said. */
@Component
public class TakeInAll {
    private static final int CHUNK = 100;
    private final TakeBackDebit takeBack;
    private final CameBackStore store;

    TakeInAll(TakeBackDebit takeBack, CameBackStore store) {
        this.takeBack = takeBack;
        this.store = store;
    }

    /** Takes them in, and answers why others stay. */
    public List<String> takeIn(BusinessId business, List<CameBackId> chosen) {
        Queue<String> left = new ConcurrentLinkedQueue<>();
        AtOnce.each(chunks(business, chosen), some -> left.addAll(together(business, some)));
        return List.copyOf(left);
    }

    /** No two of a chunk are of one customer, since each is worked out as if the others were not there. */
    private List<List<CameBackId>> chunks(BusinessId business, List<CameBackId> chosen) {
        Map<CameBackId, CustomerId> whose = store.customers(business, chosen);
        Map<CustomerId, Integer> before = new HashMap<>();
        var rounds = new ArrayList<List<CameBackId>>();
        for (CameBackId id : chosen) {
            int round = whose.containsKey(id) ? before.merge(whose.get(id), 1, Integer::sum) - 1 : 0;
            while (rounds.size() <= round) rounds.add(new ArrayList<>());
            rounds.get(round).add(id);
        }
        return rounds.stream()
                .flatMap(round -> AtOnce.slices(round, CHUNK).stream())
                .toList();
    }

    /** One that is refused keeps no other from being taken in. */
    private List<String> together(BusinessId business, List<CameBackId> some) {
        try {
            return takeBack.takeIn(business, some);
        } catch (Refusal refused) {
            if (some.size() == 1) return List.of(refused.sentence());
            return some.stream()
                    .flatMap(id -> together(business, List.of(id)).stream())
                    .toList();
        }
    }
}
