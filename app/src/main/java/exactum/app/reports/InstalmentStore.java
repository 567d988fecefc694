package exactum.app.reports;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Every dated part of every invoice, as it stood at the end of a day. */
@Component
class InstalmentStore {
    private static final String PARTS = """
            select k.id as customer_id, k.name, d.number, d.document_date, c.seq, c.description, c.due_date, c.currency, c.amount_minor as promised,
                   c.amount_minor - replaced.minor as invoiced, settled.minor as settled
              from document d join customer k on k.business_id = d.business_id and k.id = d.customer_id
              join claim c on c.business_id = d.business_id and c.document_id = d.id
              cross join lateral (select max(o.last_on) as last_on from owed o where o.business_id = d.business_id and o.document_id = d.id) o
              cross join lateral (select case when exists (select 1 from rescheduling r where r.business_id = c.business_id and r.document_id = c.document_id and r.no > c.rescheduled and r.made_on <= {1})
                                              then c.closed_minor else 0 end as minor) replaced
              cross join lateral (select case when coalesce(o.last_on <= {1}, false) then c.amount_minor - c.left_minor - c.closed_minor
                                              else (select coalesce(sum(a.amount_minor), 0)::bigint from allocation a join entry e on e.business_id = a.business_id and e.id = a.entry_id
                                                     where a.business_id = c.business_id and a.claim_id = c.id and e.entry_date <= {1}) end as minor) settled
             where d.business_id = {0} and d.document_date <= {1} and d.state <> 'draft' and d.kind in ('invoice', 'cash sale') and {2}
               and (c.rescheduled = 0 or exists (select 1 from rescheduling r where r.business_id = c.business_id and r.document_id = c.document_id and r.no = c.rescheduled and r.made_on <= {1}))
               and not (d.state = 'void' and exists (select 1 from entry v where v.business_id = d.business_id and v.event = 'document voided' and v.source_id = d.id and v.entry_date <= {1}))
             order by c.due_date, k.name, d.number, c.seq
            """;
    private final DSLContext db;

    InstalmentStore(DSLContext db) {
        this.db = db;
    }

    /**
     * A part.
     *
     * @param promised as it was agreed
     * @param invoiced what of that stands; less where the open rest was divided again
     */
    record Part(
            CustomerId customer,
            String name,
            String number,
            LocalDate date,
            int seq,
            String description,
            LocalDate due,
            Money promised,
            Money invoiced,
            Money settled) {
        Money open() {
            return invoiced.minus(settled);
        }

        boolean isLate(LocalDate day) {
            return open().isPositive() && due.isBefore(day);
        }
    }

    void each(BusinessId business, Asked asked, Consumer<Part> to) {
        Rows.each(
                db.resultQuery(PARTS, DSL.inline(business.value()), DSL.val(asked.until()), ReportFilter.of(asked)),
                InstalmentStore::part,
                to);
    }

    private static Part part(Record r) {
        String currency = r.get("currency", String.class);
        return new Part(
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("name", String.class),
                r.get("number", String.class),
                r.get("document_date", LocalDate.class),
                r.get("seq", Integer.class),
                r.get("description", String.class),
                r.get("due_date", LocalDate.class),
                Money.ofMinor(currency, r.get("promised", Long.class)),
                Money.ofMinor(currency, r.get("invoiced", Long.class)),
                Money.ofMinor(currency, r.get("settled", Long.class)));
    }
}
