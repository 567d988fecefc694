package exactum.app.reports;

import exactum.app.business.Business;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import exactum.core.report.TaxByRate;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Predicate;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Param;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What was booked as output tax between two days, entry by entry, each with the taxes of its document. */
@Component
class TaxStore {
    /** Between taxes, and between the parts of one: letters that no code of a tax has. */
    private static final String BETWEEN = "\u001e";

    private static final String WITHIN = "\u001f";
    /** What entries booked to the account, and which of documents they are even without a tax. */
    private static final String OF_ALL = """
            select p.entry_id, p.document_id, p.currency, -p.amount_minor as minor, -p.own_minor as own from posting p
             where p.business_id = {0} and p.account = {1} and p.entry_date between {2} and {3}
            union all
            select i.id, i.source_id, null, 0, 0 from entry i
             where i.business_id = {0} and i.entry_date between {2} and {3} and i.event in ('invoice issued', 'credit note issued', 'document voided')
            """;
    /** The same, as far as it is not of documents in the business's own currency that were issued or voided. */
    private static final String OF_OTHERS = """
            select p.entry_id, p.document_id, p.currency, -p.amount_minor as minor, -p.own_minor as own
              from posting p join entry i on i.business_id = {0} and i.id = p.entry_id
             where p.business_id = {0} and p.account = {1} and p.entry_date between {2} and {3}
               and (i.event not in ('invoice issued', 'credit note issued', 'document voided') or i.source_id is distinct from p.document_id or p.currency <> {4})
            union all
            select i.id, i.source_id, null, 0, 0 from entry i join document f on f.business_id = {0} and f.id = i.source_id and f.currency <> {4}
             where i.business_id = {0} and i.entry_date between {2} and {3} and i.event in ('invoice issued', 'credit note issued', 'document voided')
            """;
    /** The same of a customer's documents. */
    private static final String OF_CUSTOMER = """
            select p.entry_id, p.document_id, p.currency, -p.amount_minor as minor, -p.own_minor as own
              from document f join posting p on p.business_id = {0} and p.document_id = f.id and p.account = {1} and p.entry_date between {2} and {3}
             where f.business_id = {0} and f.customer_id = {4}
            union all
            select i.id, i.source_id, null, 0, 0
              from document f join entry i on i.business_id = {0} and i.source_id = f.id and i.entry_date between {2} and {3} and i.event in ('invoice issued', 'credit note issued', 'document voided')
             where f.business_id = {0} and f.customer_id = {4}
            """;
    /** The same of a batch of entries, those that come after one. */
    private static final String OF_BATCH = """
            select p.entry_id, p.document_id, p.currency, -p.amount_minor as minor, -p.own_minor as own
              from batch b join posting p on p.business_id = {0} and p.entry_id = b.id and p.account = {1}
            union all
            select b.id, b.source_id, null, 0, 0 from batch b where b.event in ('invoice issued', 'credit note issued', 'document voided')
            """;

    private static final String BATCH = """
            with batch as materialized (
              select e.id, e.source_id, e.event from entry e
               where e.business_id = {0} and e.entry_date between {2} and {3} and {7}
                 and (e.event in ('invoice issued', 'credit note issued', 'document voided')
                      or exists (select 1 from posting p where p.business_id = {0} and p.entry_id = e.id and p.account = {1}))
               order by e.entry_date, e.id limit {8})
            """;
    private static final String BOOKED = """
            select e.id as entry_id, e.event, e.entry_date, e.memo, d.id as document_id, coalesce(d.kind, '') as kind, coalesce(d.number, '') as number, k.id as customer_id, k.name,
                   coalesce(d.currency, b.currency) as currency, b.minor, b.own,
                   (select string_agg(concat_ws(chr(31), trim_scale(t.tax_percent)::text || ' % ' || t.tax_name, t.base_minor, t.tax_minor), chr(30) order by t.tax_percent desc, t.tax_code)
                      from document_tax t where t.business_id = d.business_id and t.document_id = d.id) as taxes
              from (select entry_id, document_id, max(currency) as currency, sum(minor)::bigint as minor, sum(own)::bigint as own from ({6}) x group by 1, 2) b
              join entry e on e.business_id = {0} and e.id = b.entry_id
              left join document d on d.business_id = {0} and d.id = b.document_id
              left join customer k on k.business_id = {0} and k.id = d.customer_id
             where {4} and {5} order by e.entry_date, e.id
            """;
    /** Documents that were issued or voided, each tax as it stands on them, in the business's own currency. */
    private static final String WHOLE = """
            select d.currency, trim_scale(t.tax_percent)::text || ' % ' || t.tax_name as rate, sum(t.base_minor * w.sign)::bigint as base, sum(t.tax_minor * w.sign)::bigint as tax
              from entry e join document d on d.business_id = {0} and d.id = e.source_id and d.currency = {3}
              join customer k on k.business_id = {0} and k.id = d.customer_id
              join document_tax t on t.business_id = {0} and t.document_id = d.id
              cross join lateral (select case when (d.kind = 'credit note') = (e.event <> 'document voided') then -1 else 1 end as sign) w
             where e.business_id = {0} and e.entry_date between {1} and {2} and e.event in ('invoice issued', 'credit note issued', 'document voided') and {4}
             group by 1, 2
            """;

    private final DSLContext db;

    TaxStore(DSLContext db) {
        this.db = db;
    }

    /**
     * What an entry booked of a document.
     *
     * @param number of the document, or empty for none
     * @param booked in the document's currency, owed above zero
     * @param own the same in the business's own currency, in minor units
     * @param taxes as the document states them; none without a document
     */
    record Booked(
            EntryId entry,
            Event event,
            LocalDate day,
            String memo,
            String number,
            boolean credit,
            CustomerId customer,
            String name,
            Money booked,
            long own,
            List<TaxByRate.Tax> taxes) {}

    void each(BusinessId business, AccountCode tax, Asked asked, Consumer<Booked> to) {
        QueryPart of = asked.customer() == null ? of(OF_ALL, business, tax, asked) : ofCustomer(business, tax, asked);
        Rows.each(query(BOOKED, business, tax, asked, DSL.noCondition(), of), TaxStore::booked, to);
    }

    /** The same of all customers, as far as more is wanted. */
    void some(BusinessId business, AccountCode tax, Asked asked, Predicate<Booked> isMoreWanted) {
        Asked all = Asked.ofAll(asked.from(), asked.until());
        QueryPart of = of(OF_BATCH, business, tax, all);
        Batches.each(
                (last, most) -> Rows.gathered(
                        query(
                                BATCH + BOOKED,
                                business,
                                tax,
                                all,
                                DSL.noCondition(),
                                of,
                                last == null ? DSL.noCondition() : new EntryAt(last.day(), last.entry()).after(),
                                DSL.inline(most)),
                        TaxStore::booked),
                isMoreWanted);
    }

    /** Sums by currency and rate of documents that were issued or voided whole, in the business's own currency. */
    List<Sum> whole(Business business, Asked asked) {
        return Rows.gathered(
                db.resultQuery(
                        WHOLE,
                        DSL.inline(business.id().value()),
                        DSL.val(asked.from()),
                        DSL.val(asked.until()),
                        DSL.val(business.currency().getCurrencyCode()),
                        ReportFilter.of(asked)),
                r -> Sum.of(
                        List.of(r.get("currency", String.class), r.get("rate", String.class)),
                        r.get("base", Long.class),
                        r.get("tax", Long.class),
                        r.get("tax", Long.class)));
    }

    /** What {@link #whole} leaves. */
    void others(Business business, AccountCode tax, Asked asked, Consumer<Booked> to) {
        BusinessId id = business.id();
        Param<String> own = DSL.val(business.currency().getCurrencyCode());
        Condition which = DSL.condition(
                "(e.event not in ('invoice issued', 'credit note issued', 'document voided') or d.id is distinct from e.source_id or d.currency <> {0})",
                own);
        QueryPart of = asked.customer() == null ? of(OF_OTHERS, id, tax, asked, own) : ofCustomer(id, tax, asked);
        Rows.each(query(BOOKED, id, tax, asked, which, of), TaxStore::booked, to);
    }

    private static QueryPart ofCustomer(BusinessId business, AccountCode tax, Asked asked) {
        return of(OF_CUSTOMER, business, tax, asked, DSL.val(asked.customer().value()));
    }

    private ResultQuery<Record> query(
            String sql,
            BusinessId business,
            AccountCode tax,
            Asked asked,
            Condition which,
            QueryPart of,
            QueryPart... more) {
        List<QueryPart> parts = days(business, tax, asked);
        parts.addAll(List.of(ReportFilter.of(asked), which, of));
        parts.addAll(List.of(more));
        return db.resultQuery(sql, parts.toArray(QueryPart[]::new));
    }

    private static QueryPart of(String sql, BusinessId business, AccountCode tax, Asked asked, QueryPart... more) {
        List<QueryPart> parts = days(business, tax, asked);
        parts.addAll(List.of(more));
        return DSL.sql(sql, parts.toArray(QueryPart[]::new));
    }

    private static List<QueryPart> days(BusinessId business, AccountCode tax, Asked asked) {
        return new ArrayList<>(List.of(
                DSL.inline(business.value()), DSL.val(tax.value()), DSL.val(asked.from()), DSL.val(asked.until())));
    }

    private static Booked booked(Record r) {
        String currency = r.get("currency", String.class);
        UUID customer = r.get("customer_id", UUID.class);
        return new Booked(
                new EntryId(r.get("entry_id", UUID.class)),
                Event.of(r.get("event", String.class)),
                r.get("entry_date", LocalDate.class),
                r.get("memo", String.class),
                r.get("number", String.class),
                r.get("kind", String.class).equals("credit note"),
                customer == null ? null : new CustomerId(customer),
                r.get("name", String.class) == null ? "" : r.get("name", String.class),
                Money.ofMinor(currency, r.get("minor", Long.class)),
                r.get("own", Long.class),
                taxes(r.get("taxes", String.class), currency));
    }

    private static List<TaxByRate.Tax> taxes(String text, String currency) {
        if (text == null) return List.of();
        return Arrays.stream(text.split(BETWEEN))
                .map(t -> t.split(WITHIN))
                .map(t -> new TaxByRate.Tax(
                        t[0],
                        Money.ofMinor(currency, Long.parseLong(t[1])),
                        Money.ofMinor(currency, Long.parseLong(t[2]))))
                .toList();
    }
}
