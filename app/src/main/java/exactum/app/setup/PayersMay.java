package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What payers may do on their page, and how that is changed. */
@Component
public class PayersMay {
    private final PayerRulesStore store;
    private final Audit audit;

    PayersMay(PayerRulesStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    public PayerRules of(BusinessId business) {
        return store.find(business);
    }

    @Transactional
    public void save(BusinessId business, PayerRules rules) {
        PayerRules before = store.find(business);
        store.put(business, rules);
        audit.record(
                business,
                "changed what payers may do",
                "",
                Changes.of()
                        .and("pay more than is open", before.extra(), rules.extra())
                        .and("days without a code", before.codeAfterDays(), rules.codeAfterDays()));
    }
}
