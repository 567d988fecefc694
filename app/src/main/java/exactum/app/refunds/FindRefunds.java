package exactum.app.refunds;

import exactum.app.database.Slice;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.RefundOrderId;
import java.util.List;
import java.util.Optional;

/** Money that was given back. */
public interface FindRefunds {
    Optional<RefundOrder> find(BusinessId business, RefundOrderId id);

    /** The newest, of a state of {@link RefundOrder#stands()} where one is named. */
    List<RefundOrder> list(BusinessId business, String stands, Slice slice);

    int count(BusinessId business, String stands);

    List<RefundOrder> ofPayment(BusinessId business, MeansId through);

    /** Those that went back through payments of a document, or drew on its credit notes. */
    List<RefundOrder> ofDocument(BusinessId business, DocumentId document);

    List<RefundOrder> ofCustomer(BusinessId business, CustomerId customer, int most);

    /** Those that were refused, and nobody decided what comes instead. */
    List<RefundOrder> refused(BusinessId business, Wanted wanted);

    int countRefused(BusinessId business, Wanted wanted);

    /** Transfers that are in no file yet. */
    List<RefundOrder> toTransfer(BusinessId business);
}
