package exactum.app.setup;

import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.problem.Refusal;
import org.springframework.stereotype.Component;

/** What the set-up asks of the chart of accounts. */
@Component
class Chart {
    private final FindSetup setup;

    Chart(FindSetup setup) {
        this.setup = setup;
    }

    /** Refuses an account that is not there or of another kind, beside its field. */
    void require(BusinessId business, AccountCode code, String kind, String field) {
        if (setup.account(business, code).filter(a -> a.kind().equals(kind)).isEmpty())
            throw new Refusal(
                            "account.unknown",
                            "There is no %s account %s in the chart. Nothing was saved. Add it in Set-up, or choose another."
                                    .formatted(kind, code))
                    .at(field);
    }
}
