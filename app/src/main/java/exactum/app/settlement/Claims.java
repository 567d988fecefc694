package exactum.app.settlement;

import exactum.app.database.CopyRows;
import exactum.app.ledger.Ledger;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Claim;
import exactum.core.settlement.Position;
import exactum.core.settlement.Rescheduling;
import exactumdb.tables.records.ClaimRecord;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Claims as documents make them, and as a void or a new schedule closes them. */
@Component
public class Claims {
    private final PositionStore positions;
    private final ChangesStore changesStore;
    private final Ledger ledger;

    Claims(PositionStore positions, ChangesStore changesStore, Ledger ledger) {
        this.positions = positions;
        this.changesStore = changesStore;
        this.ledger = ledger;
    }

    /** The rows of claims that a document is issued with, ready to be copied in with it. */
    public static CopyRows.Written written(BusinessId business, List<Claim> claims) {
        List<ClaimRecord> rows = claims.stream().map(c -> Rows.row(business, c)).toList();
        return CopyRows.write(rows);
    }

    /** Nobody settles anything of the customer until the transaction ends: what is read as open now stays so. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void hold(BusinessId business, CustomerId customer) {
        positions.lock(business, List.of(customer));
    }

    /**
     * Closes the claims of a document that becomes void.
     *
     * @throws exactum.core.problem.Refusal if anything settled one of them
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void close(BusinessId business, CustomerId customer, DocumentId document) {
        var changes = new Changes();
        Position position = positions.whole(business, customer, ledger.accounts(business), changes);
        Rescheduling.voided(position, position.claimsOf(document));
        changesStore.save(business, changes, List.of());
    }

    /**
     * Replaces what is left of a document's claims by claims of equal amount; no entry.
     *
     * @throws exactum.core.problem.Refusal if the amounts differ
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void reschedule(BusinessId business, CustomerId customer, DocumentId document, List<Claim> fresh) {
        var changes = new Changes();
        Position position = positions.whole(business, customer, ledger.accounts(business), changes);
        Rescheduling.replace(
                position,
                position.claimsOf(document).stream().filter(Claim::isOpen).toList(),
                fresh);
        changesStore.save(business, changes, List.of());
    }
}
