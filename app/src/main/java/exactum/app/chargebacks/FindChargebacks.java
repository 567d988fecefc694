package exactum.app.chargebacks;

import exactum.app.database.Slice;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ChargebackId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import java.util.List;
import java.util.Optional;

/** Contested sales. */
public interface FindChargebacks {
    Optional<Chargeback> find(BusinessId business, ChargebackId id);

    /** The newest first. */
    List<Chargeback> list(BusinessId business, Slice slice);

    int count(BusinessId business);

    List<Chargeback> ofPayment(BusinessId business, MeansId payment);

    /** Those of the payments that settled a document, or did before they went away. */
    List<Chargeback> ofDocument(BusinessId business, DocumentId document);

    /** Whether a payment is contested and nobody decided yet, or that was lost. */
    boolean isContested(BusinessId business, MeansId payment);

    /** Those that wait for a person: for evidence, or with money that exceeds the payment. */
    List<Chargeback> waiting(BusinessId business, Wanted wanted);

    int countWaiting(BusinessId business, Wanted wanted);
}
