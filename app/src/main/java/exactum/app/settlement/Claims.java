package exactum.app.settlement;

import exactum.app.database.CopyRows;
import exactum.app.database.Ids;
import exactum.app.ledger.Ledger;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Claim;
import exactum.core.settlement.EarlySettlement;
import exactum.core.settlement.Position;
import exactum.core.settlement.Rescheduling;
import exactumdb.tables.records.ClaimRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Claims as documents make them, and as a void or a new schedule closes them. */
@Component
public class Claims {
    private final PositionStore positions;
    private final ChangesStore changesStore;
    private final ScheduleStore schedules;
    private final Ledger ledger;

    Claims(PositionStore positions, ChangesStore changesStore, ScheduleStore schedules, Ledger ledger) {
        this.schedules = schedules;
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
        hold(business, List.of(customer));
    }

    /** The same of several customers, in one order, so that nobody waits in a circle. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void hold(BusinessId business, Collection<CustomerId> customers) {
        positions.lock(business, customers);
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

    /** A part of a new schedule. */
    public record NewPart(LocalDate due, Money amount, EarlySettlement early, String description) {}

    /**
     * Replaces what is left of some open items of a document by parts of equal amount; no entry. Those that were replaced stay,
     * closed, and the new ones know which schedule made them.
     *
     * @param replaced which of the document's open items
     * @throws exactum.core.problem.Refusal if the amounts differ
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void reschedule(
            BusinessId business,
            CustomerId customer,
            DocumentId document,
            Predicate<Claim> replaced,
            List<NewPart> parts,
            String cause,
            LocalDate on) {
        var changes = new Changes();
        Position position = positions.whole(business, customer, ledger.accounts(business), changes);
        List<Claim> all = position.claimsOf(document);
        List<Claim> closed = all.stream().filter(Claim::isOpen).filter(replaced).toList();
        if (closed.isEmpty())
            throw new Refusal("schedule.nothing", "Nothing is open there any more. Nothing was changed.");
        int no = schedules.add(business, document, cause, on);
        Rescheduling.replace(position, closed, fresh(closed, parts, lastSeq(all), no));
        changesStore.save(business, changes, List.of());
    }

    private static int lastSeq(List<Claim> all) {
        return all.stream().mapToInt(Claim::seq).max().orElseThrow();
    }

    private static List<Claim> fresh(List<Claim> closed, List<NewPart> parts, int lastSeq, int no) {
        Claim like = closed.getFirst();
        Valued rest = closed.stream().map(Claim::left).reduce(Valued::plus).orElseThrow();
        var fresh = new ArrayList<Claim>();
        for (NewPart part : parts) {
            boolean fits = part.amount().compareTo(rest.amount()) <= 0;
            Valued worth = fits ? rest.part(part.amount()) : rest;
            rest = rest.minus(worth);
            fresh.add(Claim.fresh(
                    new ClaimId(Ids.next()),
                    like.customer(),
                    like.billed(),
                    lastSeq + fresh.size() + 1,
                    part.due(),
                    worth,
                    part.early(),
                    new Claim.Said(part.description(), "", false, no)));
        }
        return fresh;
    }
}
