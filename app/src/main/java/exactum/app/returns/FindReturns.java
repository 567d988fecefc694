package exactum.app.returns;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.TakeBackId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** Payments that came back. */
public interface FindReturns {

    /** One that came back. */
    record Returned(TakeBackId id, MeansId payment, Money amount, LocalDate on, String reason) {}

    Optional<Returned> find(BusinessId business, TakeBackId id);

    /** The documents that were open again by it, and the invoice of its fee, if there is one. */
    List<DocumentId> about(BusinessId business, TakeBackId id);

    /** The invoice of the fee for something that came back. */
    Optional<DocumentId> feeOf(BusinessId business, TakeBackId id);
}
