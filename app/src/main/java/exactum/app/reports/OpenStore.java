package exactum.app.reports;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.report.AgeBand;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/**
 * What was owed at the end of a day. What is open of a document is what the ledger says, so that it always agrees with the books;
 * the open items of that day say when it fell due, and what they cannot tell falls due with the first of them.
 */
@Component
class OpenStore {
    private static final String ITEMS = """
            with kept as materialized (
              select o.document_id, o.customer_id, o.currency, s.minor, k.name as customer,
                     o.last_on <= {2} and not exists (select 1 from rescheduling r where r.business_id = {0} and r.document_id = o.document_id and r.made_on > {2}) as is_as_now
                from owed o
                cross join lateral (select case when o.last_on <= {2} then o.minor else (
                    select sum(p.amount_minor) from posting p where p.business_id = {0} and p.account = {1} and p.entry_date <= {2} and p.currency = o.currency
                       and p.customer_id is not distinct from o.customer_id
                       and case when o.document_id is null then p.document_id is null else p.document_id = o.document_id end) end as minor) s
                cross join lateral (select o.business_id, o.document_id as id) d
                left join customer k on k.business_id = {0} and k.id = o.customer_id
               where o.open_on @> {2} and o.business_id = {0} and o.account = {1} and s.minor <> 0 and {3}),
            part as materialized (
              select c.document_id, c.seq, c.due_date, c.description, c.left_minor as minor
                from kept o join claim c on c.business_id = {0} and c.document_id = o.document_id and c.left_minor > 0 where o.is_as_now
              union all
              select c.document_id, c.seq, c.due_date, c.description,
                     c.amount_minor
                     - case when exists (select 1 from rescheduling r where r.business_id = {0} and r.document_id = c.document_id and r.no > c.rescheduled and r.made_on <= {2}) then c.closed_minor else 0 end
                     - coalesce((select sum(a.amount_minor) from allocation a join entry e on e.business_id = a.business_id and e.id = a.entry_id
                                  where a.business_id = {0} and a.claim_id = c.id and e.entry_date <= {2}), 0)
                from kept o join claim c on c.business_id = {0} and c.document_id = o.document_id
               where not o.is_as_now
                 and (c.rescheduled = 0 or exists (select 1 from rescheduling r where r.business_id = {0} and r.document_id = c.document_id and r.no = c.rescheduled and r.made_on <= {2}))),
            told as (select document_id, sum(minor) as minor, min(due_date) as due_date from part group by 1),
            item as (
              select o.customer_id, o.customer, o.currency, o.document_id, p.seq, p.due_date, p.description, p.minor::numeric as minor
                from kept o join part p on p.document_id = o.document_id where p.minor <> 0
              union all
              select o.customer_id, o.customer, o.currency, o.document_id, null, coalesce(t.due_date, d.document_date, {2}), '', o.minor - coalesce(t.minor, 0)
                from kept o left join told t on t.document_id = o.document_id left join document d on d.business_id = {0} and d.id = o.document_id
               where o.minor <> coalesce(t.minor, 0))
            """;
    private final DSLContext db;

    OpenStore(DSLContext db) {
        this.db = db;
    }

    /** What a customer owed, by age. */
    record OfCustomer(CustomerId customer, String name, String currency, List<Money> bands, Money total) {}

    /**
     * An open item.
     *
     * @param seq which part of the document, or null
     */
    record Item(
            CustomerId customer,
            String name,
            String number,
            LocalDate date,
            Integer seq,
            String description,
            LocalDate due,
            Money open) {}

    /** By customer, who owes most first. */
    void byCustomer(BusinessId business, AccountCode receivables, Asked asked, Consumer<OfCustomer> to) {
        Rows.each(
                query(
                        business,
                        receivables,
                        asked,
                        "select customer_id, customer, currency, " + bands()
                                + ", sum(minor) as total from item group by 1, 2, 3 order by sum(minor) desc, customer"),
                OpenStore::ofCustomer,
                to);
    }

    /** Item by item, the oldest first. */
    void byItem(BusinessId business, AccountCode receivables, Asked asked, Consumer<Item> to) {
        Rows.each(
                query(
                        business,
                        receivables,
                        asked,
                        "select item.*, coalesce(d.number, '') as number, d.document_date from item left join document d on d.business_id = {0} and d.id = item.document_id"
                                + " order by due_date, customer, number, seq"),
                OpenStore::item,
                to);
    }

    /** The bands as sums, each with its name. */
    private static String bands() {
        var sums = new ArrayList<String>();
        for (AgeBand band : AgeBand.values()) {
            String from = band == AgeBand.NOT_DUE ? "" : "{2} - due_date >= " + band.first();
            String until = band == AgeBand.OVER_90 ? "" : "{2} - due_date <= " + band.last();
            String within = Stream.of(from, until)
                    .filter(s -> !s.isEmpty())
                    .reduce((a, b) -> a + " and " + b)
                    .orElseThrow();
            sums.add("coalesce(sum(minor) filter (where %s), 0) as %s"
                    .formatted(within, band.name().toLowerCase(Locale.ROOT)));
        }
        return String.join(", ", sums);
    }

    private ResultQuery<Record> query(BusinessId business, AccountCode receivables, Asked asked, String then) {
        return db.resultQuery(
                ITEMS + then,
                DSL.inline(business.value()),
                DSL.val(receivables.value()),
                DSL.val(asked.until()),
                ReportFilter.of(asked));
    }

    private static OfCustomer ofCustomer(Record r) {
        String currency = r.get("currency", String.class);
        var bands = new ArrayList<Money>();
        for (AgeBand band : AgeBand.values())
            bands.add(money(currency, r.get(band.name().toLowerCase(Locale.ROOT), BigDecimal.class)));
        return new OfCustomer(id(r), name(r), currency, bands, money(currency, r.get("total", BigDecimal.class)));
    }

    private static Item item(Record r) {
        return new Item(
                id(r),
                name(r),
                r.get("number", String.class),
                r.get("document_date", LocalDate.class),
                r.get("seq", Integer.class),
                r.get("description", String.class),
                r.get("due_date", LocalDate.class),
                money(r.get("currency", String.class), r.get("minor", BigDecimal.class)));
    }

    private static CustomerId id(Record r) {
        UUID id = r.get("customer_id", UUID.class);
        return id == null ? null : new CustomerId(id);
    }

    private static String name(Record r) {
        String name = r.get("customer", String.class);
        return name == null ? "nobody’s" : name;
    }

    private static Money money(String currency, BigDecimal minor) {
        return Money.ofMinor(currency, minor.longValueExact());
    }
}
