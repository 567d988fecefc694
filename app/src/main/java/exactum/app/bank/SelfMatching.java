package exactum.app.bank;

import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Matches certain lines without a person where that is switched on, and keeps which those were, so that it is told. */
@Component
public class SelfMatching {
    private final MatchSettings settings;
    private final MatchCertain certain;
    private final SelfMatchedStore store;

    SelfMatching(MatchSettings settings, MatchCertain certain, SelfMatchedStore store) {
        this.settings = settings;
        this.certain = certain;
        this.store = store;
    }

    /** Matches what is certain, where that is switched on. */
    public void run(BusinessId business, LocalDate day) {
        if (!settings.of(business).byItself()) return;
        certain.matchEach(business, line -> store.add(business, line, day));
    }

    /** How many lines were matched by themselves before the day, by their day, within two weeks. */
    Map<LocalDate, Integer> before(BusinessId business, LocalDate day) {
        return store.before(business, day);
    }

    /** The lines of a day. */
    List<BankLineId> of(BusinessId business, LocalDate day) {
        return store.of(business, day);
    }
}
