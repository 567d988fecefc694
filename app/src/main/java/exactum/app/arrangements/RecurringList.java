package exactum.app.arrangements;

import exactum.app.database.Slice;
import exactum.app.daysheet.Sums;
import exactum.app.documents.Prepared;
import exactum.app.web.Texts;
import exactum.app.web.Why;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** The list of recurring invoices, each with what its next invoice comes to, or with what would stop it. */
@Component
class RecurringList {
    private final FindRecurring recurring;
    private final PrepareRecurring prepare;

    RecurringList(FindRecurring recurring, PrepareRecurring prepare) {
        this.recurring = recurring;
        this.prepare = prepare;
    }

    /**
     * A row.
     *
     * @param gross what its next invoice comes to with tax, or null where it has none or it cannot be made
     * @param goes what happens to each: sent automatically, reviewed first
     * @param paid how the next one is asked to be paid, or empty
     * @param stop what would hold its next invoice back, or null
     */
    record Row(
            RecurringId id,
            String name,
            String customer,
            String cadence,
            LocalDate next,
            LocalDate made,
            Money gross,
            String end,
            String goes,
            String paid,
            String state,
            String stop) {}

    /**
     * The list.
     *
     * @param count how many there are, shown or not
     * @param sums what the next invoices of those that are shown come to, by currency
     */
    record Shown(List<Row> rows, int count, List<Money> sums) {}

    Shown of(BusinessId business, FindRecurring.Filter filter, Slice slice) {
        List<FindRecurring.Listed> listed = recurring.list(business, filter, slice);
        PrepareRecurring.Desk desk = prepare.desk(
                business, listed.stream().map(FindRecurring.Listed::recurring).toList());
        List<Row> rows = listed.stream().map(l -> row(l, desk)).toList();
        return new Shown(
                rows,
                slice.from() == 1 && rows.size() < slice.most() ? rows.size() : recurring.count(business, filter),
                Sums.byCurrency(
                        rows.stream().map(Row::gross).filter(Objects::nonNull).toList()));
    }

    private static Row row(FindRecurring.Listed l, PrepareRecurring.Desk desk) {
        RecurringInvoice r = l.recurring();
        Money gross = null;
        String paid = "";
        String stop = l.customerEmail() == null ? "no address: its message will wait" : null;
        Occurrence next = r.next().orElse(null);
        if (next != null) {
            try {
                Prepared prepared = desk.prepare(r, next);
                gross = prepared.totals().gross();
                paid = prepared.manner().paidBy();
                if (prepared.goes() != null) stop = null;
            } catch (Refusal cannotBeMade) {
                stop = Why.of(cannotBeMade);
            }
        }
        return new Row(
                r.id(),
                r.name(),
                l.customerName(),
                r.recurrence().cadence().words(),
                l.nextDate(),
                l.nextMakeOn(),
                gross,
                end(r),
                goes(r.handling()),
                paid,
                r.state().words(),
                stop);
    }

    private static String goes(Handling h) {
        String sent = h.sentAutomatically() ? "sent automatically" : "sent by hand";
        return h.reviewFirst() ? "review first, " + sent : sent;
    }

    private static String end(RecurringInvoice r) {
        return switch (r.recurrence().end()) {
            case End.Never never -> "";
            case End.OnDate on -> Texts.day(on.last());
            case End.After after -> "after " + after.count();
        };
    }
}
