package exactum.app.debits;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** What is and will be collected over mandates. */
public interface FindDebits {

    /**
     * When an open item is collected.
     *
     * @param on the day
     * @param mandate its reference
     * @param ending of the payer's account
     * @param isHandedOver whether the bank has it, so that paying otherwise would pay it twice
     * @param working how the day came about
     */
    record Expected(
            ClaimId claim,
            LocalDate on,
            Money amount,
            String mandate,
            String ending,
            boolean isHandedOver,
            Working working) {}

    /** When each open item of a document is collected; none where no mandate covers it. */
    List<Expected> expected(BusinessId business, DocumentId document);

    Optional<DebitRun> run(BusinessId business, DebitRunId id);

    List<RunItem> items(BusinessId business, DebitRunId id);

    /** What came back and waits to be taken in. */
    List<CameBackId> waiting(BusinessId business);
}
