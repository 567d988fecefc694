package exactum.app.bank;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is matched without a person, and how much of an open item may be missing: nothing of either until it is switched on. */
@Component
public class MatchSettings {
    private static final int MOST_LET_GO = 1000;
    private final MatchSettingStore store;
    private final FindBusinesses businesses;
    private final Audit audit;

    MatchSettings(MatchSettingStore store, FindBusinesses businesses, Audit audit) {
        this.store = store;
        this.businesses = businesses;
        this.audit = audit;
    }

    /**
     * How a business matches.
     *
     * @param byItself whether certain lines are matched without a person
     * @param letGo how much may be missing of an open item and is booked to tolerated differences
     */
    public record Setting(boolean byItself, Money letGo) {}

    public Setting of(BusinessId business) {
        Money nothing = Money.zero(businesses.get(business).currency());
        return store.find(business, nothing).orElse(new Setting(false, nothing));
    }

    /**
     * Changes it.
     *
     * @throws Refusal if more than 10.00 may be missing
     */
    @Transactional
    public void change(BusinessId business, Setting to) {
        if (to.letGo().isNegative() || to.letGo().minor() > MOST_LET_GO)
            throw new Refusal(
                            "matching.let-go",
                            "%s is too much to let go; at most %s may be missing. Nothing was saved."
                                    .formatted(
                                            to.letGo().text(),
                                            to.letGo().withMinor(MOST_LET_GO).text()))
                    .at("letGo");
        if (to.equals(of(business))) return;
        store.save(business, to);
        audit.record(
                business,
                "changed how lines are matched",
                "%s, up to %s let go"
                        .formatted(
                                to.byItself() ? "certain ones by themselves" : "certain ones in one press",
                                to.letGo().text()));
    }
}
