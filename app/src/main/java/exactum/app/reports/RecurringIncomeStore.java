package exactum.app.reports;

import exactum.core.cadence.Cadence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What recurring invoices billed for their periods, meters left out. */
@Component
class RecurringIncomeStore {
    private static final String BILLED = """
            select r.id, r.name, r.rule, r.state, r.ends_on, k.id as customer_id, k.name as customer, o.period_from, o.period_until, d.currency,
                   (select min(f.period_from) from occurrence f where f.business_id = r.business_id and f.recurring_id = r.id) as first_from,
                   coalesce((select sum(l.net_minor) from document_line l where l.business_id = d.business_id and l.document_id = d.id and l.income_account is not null
                               and not exists (select 1 from recurring_line m where m.business_id = r.business_id and m.recurring_id = r.id and m.basis = 'as read' and m.item_id is not distinct from l.item_id and (m.item_id is not null or m.description = l.description))), 0) as net
              from occurrence o join recurring_invoice r on r.business_id = o.business_id and r.id = o.recurring_id
              join document d on d.business_id = o.business_id and d.id = o.document_id and d.state = 'issued'
              join customer k on k.business_id = r.business_id and k.id = r.customer_id
             where o.business_id = {0} and o.period_from <= {2} and o.period_until >= {1} and {3} order by k.name, r.id, o.period_from
            """;
    private final DSLContext db;

    RecurringIncomeStore(DSLContext db) {
        this.db = db;
    }

    /**
     * One billed period of a recurring invoice.
     *
     * @param ended whether it is ended
     * @param endsOn its last day, or null
     * @param firstFrom the first day that it was ever billed for
     */
    record Billed(
            RecurringId recurring,
            String name,
            CustomerId customer,
            String customerName,
            Cadence cadence,
            boolean ended,
            LocalDate endsOn,
            LocalDate firstFrom,
            LocalDate from,
            LocalDate until,
            Money net) {

        /** One that was ended without a last day is taken for ended at any. */
        boolean isEndedBy(LocalDate day) {
            return endsOn == null ? ended : !endsOn.isAfter(day);
        }
    }

    /** Periods that touch the days, those of an arrangement one after the other. */
    void each(BusinessId business, LocalDate from, LocalDate until, Asked asked, Consumer<Billed> to) {
        Rows.each(
                db.resultQuery(
                        BILLED, DSL.inline(business.value()), DSL.val(from), DSL.val(until), ReportFilter.of(asked)),
                RecurringIncomeStore::billed,
                to);
    }

    private static Billed billed(Record r) {
        return new Billed(
                new RecurringId(r.get("id", UUID.class)),
                r.get("name", String.class),
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("customer", String.class),
                Cadence.parse(r.get("rule", String.class)),
                r.get("state", String.class).equals("ended"),
                r.get("ends_on", LocalDate.class),
                r.get("first_from", LocalDate.class),
                r.get("period_from", LocalDate.class),
                r.get("period_until", LocalDate.class),
                Money.ofMinor(
                        r.get("currency", String.class),
                        r.get("net", BigDecimal.class).longValueExact()));
    }
}
