package exactum.app.arrangements;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.web.NotHere;
import exactum.core.arrangement.Raise;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Changes the prices of a selection of arrangements from a day on: rehearsed with old and new, then done for exactly those that
 * are as they were seen. Each is changed whole or not at all; a second time changes nothing.
 */
@Component
public class RaisePrices {
    private final RecurringStore store;
    private final PriceChangeStore changes;
    private final PrepareRecurring prepare;
    private final Audit audit;

    RaisePrices(RecurringStore store, PriceChangeStore changes, PrepareRecurring prepare, Audit audit) {
        this.store = store;
        this.changes = changes;
        this.prepare = prepare;
        this.audit = audit;
    }

    /**
     * What becomes of one arrangement.
     *
     * @param lines each line that changes, with its price before and after
     * @param before what an invoice after the day comes to as it is agreed, or null
     * @param after what it would come to, or null
     * @param outcome what became of it, or null before it is done; in a rehearsal why it would be left out
     */
    public record Row(
            RecurringInvoice arrangement,
            List<Raise.Changed> lines,
            Money before,
            Money after,
            String outcome,
            boolean out) {}

    /** Begins a change for arrangements, as they are now. */
    @Transactional
    public UUID begin(BusinessId business, Raise raise, Set<RecurringId> chosen) {
        if (chosen.isEmpty())
            throw new Refusal("raise.none", "Choose at least one arrangement. Nothing was rehearsed.");
        UUID id = Ids.next();
        Map<RecurringId, RecurringInvoice> found = store.byId(business, chosen);
        changes.insert(business, id, raise, found.values());
        return id;
    }

    /** What it would do now, or did. */
    @Transactional(readOnly = true)
    public List<Row> rows(BusinessId business, PriceChange change) {
        Map<RecurringId, RecurringInvoice> found =
                store.byId(business, change.items().keySet());
        PrepareRecurring.Desk desk = prepare.desk(business, found.values());
        var rows = new ArrayList<Row>();
        change.items().forEach((id, item) -> {
            RecurringInvoice r = found.get(id);
            rows.add(change.isDone() ? done(r, item) : row(r, item, change.raise(), desk));
        });
        return rows;
    }

    private static Row done(RecurringInvoice r, PriceChange.Item item) {
        return new Row(r, List.of(), null, null, item.outcome(), !item.outcome().equals(PriceChange.DONE));
    }

    private Row row(RecurringInvoice r, PriceChange.Item item, Raise raise, PrepareRecurring.Desk desk) {
        Optional<String> stop = stop(r, item, raise);
        if (stop.isPresent()) return new Row(r, List.of(), null, null, stop.get(), true);
        RecurringInvoice raised = r.with(raise.on(r.content().lines()));
        return new Row(
                r,
                raise.changes(r.content().lines()),
                after(r, raise.from(), desk),
                after(raised, raise.from(), desk),
                null,
                false);
    }

    private static Optional<String> stop(RecurringInvoice r, PriceChange.Item item, Raise raise) {
        if (r.revision() != item.revision()) return Optional.of("it was changed meanwhile");
        if (r.state() == RecurringState.ENDED) return Optional.of("it has ended");
        try {
            if (raise.changes(r.content().lines()).isEmpty())
                return Optional.of("nothing of it has a price that changes");
        } catch (Refusal cannot) {
            return Optional.of(cannot.sentence());
        }
        return Optional.empty();
    }

    /** What the first invoice whose time begins on or after the day comes to; null where there is none or it cannot be told. */
    private static Money after(RecurringInvoice r, LocalDate day, PrepareRecurring.Desk desk) {
        Optional<Occurrence> first = r.ahead()
                .limit(400)
                .filter(o -> !o.period().from().isBefore(day))
                .findFirst();
        try {
            return first.map(o -> desk.prepareAsIfRead(r, o).totals().gross()).orElse(null);
        } catch (Refusal cannotBeTold) {
            return null;
        }
    }

    /**
     * Does it for all that were rehearsed but those that are left out by hand; one that was changed meanwhile is left out and
     * says so.
     */
    @Transactional
    public void commit(BusinessId business, UUID id, Set<RecurringId> leftOut) {
        PriceChange change = changes.lock(business, id).orElseThrow(NotHere::new);
        if (change.isDone()) return;
        Map<RecurringId, RecurringInvoice> found =
                store.lock(business, new LinkedHashSet<>(change.items().keySet()));
        int done = 0;
        for (Map.Entry<RecurringId, PriceChange.Item> e : change.items().entrySet()) {
            RecurringInvoice r = found.get(e.getKey());
            String outcome = leftOut.contains(e.getKey())
                    ? "left out by hand"
                    : stop(r, e.getValue(), change.raise()).orElse(PriceChange.DONE);
            if (outcome.equals(PriceChange.DONE)) {
                store.update(business, r.with(change.raise().on(r.content().lines())));
                done++;
            }
            changes.setOutcome(business, id, e.getKey(), outcome);
        }
        changes.setDone(business, id);
        audit.record(
                business,
                "changed prices",
                "%s, %d of %d recurring invoices"
                        .formatted(change.raise().words(), done, change.items().size()));
    }

    public PriceChange get(BusinessId business, UUID id) {
        return changes.find(business, id).orElseThrow(NotHere::new);
    }
}
