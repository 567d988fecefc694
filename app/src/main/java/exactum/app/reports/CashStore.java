package exactum.app.reports;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.CashBasis;
import exactum.core.money.Money;
import exactum.core.report.CashBridge;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Predicate;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Documents that were issued, settled or open between two days, each with how it stood before and after. */
@Component
class CashStore {
    /** What was issued, voided or settled between the days. */
    private static final String MOVED = """
            with moved as (
              select i.source_id as id from entry i where i.business_id = {0} and i.entry_date between {3} and {4} and i.event in ('invoice issued', 'credit note issued', 'document voided')
              union select p.document_id from posting p where p.business_id = {0} and p.account = {1} and p.entry_date between {3} and {4} and p.document_id is not null
              union select m.document_id from entry e join allocation a on a.business_id = e.business_id and a.entry_id = e.id join means m on m.business_id = a.business_id and m.id = a.means_id
                     where e.business_id = {0} and e.entry_date between {3} and {4} and m.kind = 'credit note' and m.document_id is not null
              union select m.document_id from entry e join refund f on f.business_id = e.business_id and f.entry_id = e.id join means m on m.business_id = f.business_id and m.id = f.drawn_on
                     where e.business_id = {0} and e.entry_date between {3} and {4} and m.kind = 'credit note' and m.document_id is not null)
            """;
    /** What was issued between the days. */
    private static final String ISSUED =
            "select e.source_id as id from entry e where e.business_id = {0} and e.entry_date between {3} and {4} and e.event in ('invoice issued', 'credit note issued')";
    /**
     * What was issued before, and open when they began or settled and to be open again, or voided between them, or is a credit note
     * that was drawn on since.
     */
    private static final String ISSUED_BEFORE = """
              select o.document_id as id from owed o where o.minor <> 0 and o.first_on <= {3} - 1 and o.business_id = {0} and o.account = {1} and o.document_id is not null
              union select o.document_id from owed o where o.minor = 0 and o.open_on @> ({3} - 1) and o.business_id = {0} and o.account = {1} and o.document_id is not null
              union select v.source_id from entry v join entry i on i.business_id = {0} and i.source_id = v.source_id and i.event in ('invoice issued', 'credit note issued') and i.entry_date < {3}
                     where v.business_id = {0} and v.entry_date between {3} and {4} and v.event = 'document voided'
              union select m.document_id from means m where m.business_id = {0} and m.kind = 'credit note' and m.document_id is not null
                and exists (select 1 from entry i where i.business_id = {0} and i.event = 'credit note issued' and i.source_id = m.document_id and i.entry_date < {3})
                and (m.left_minor > 0
                     or exists (select 1 from allocation a join entry e on e.business_id = a.business_id and e.id = a.entry_id where a.business_id = m.business_id and a.means_id = m.id and e.entry_date >= {3})
                     or exists (select 1 from refund f join entry e on e.business_id = f.business_id and e.id = f.entry_id where f.business_id = m.business_id and f.drawn_on = m.id and e.entry_date >= {3}))
            """;
    /** Both: nothing else can have moved between the days. */
    private static final String MOVED_OR_OPEN = "with moved as (" + ISSUED_BEFORE + " union " + ISSUED + ")";

    /** The documents of a customer, of most of which nothing moved. */
    private static final String OF_CUSTOMER =
            "with moved as (select id from document where business_id = {0} and customer_id = {6})";

    /** Those of a batch, which come after one. */
    private static final String BATCH_BEFORE = "with moved as (" + ISSUED_BEFORE + """
            ), batch as materialized (
              select d.id from moved join document d on d.business_id = {0} and d.id = moved.id where {6} order by d.document_date, d.number limit {7})
            """;

    private static final String BATCH =
            "with batch as materialized (" + ISSUED + " and {6} order by e.entry_date, e.id limit {7})";

    private static final String DOCUMENTS = """
            select d.id, d.number, d.document_date, d.kind, d.currency, k.id as customer_id, k.name, i.id as issue, i.entry_date as issued_on, v.entry_date as voided_on,
                   (select string_agg(x.account || '=' || x.minor, ';' order by x.account) from (
                      select p.account, -sum(p.amount_minor) as minor from posting p
                       where p.business_id = i.business_id and p.entry_id = i.id and p.account not in ({1}, {2}) group by 1) x) as parts,
                   s.money_before, s.money_after, s.all_before, s.all_after
              from %1$s join document d on d.business_id = {0} and d.id = %1$s.id
              join customer k on k.business_id = d.business_id and k.id = d.customer_id
              join entry i on i.business_id = d.business_id and i.source_id = d.id and i.event in ('invoice issued', 'credit note issued') and i.entry_date <= {4}
              left join entry v on v.business_id = d.business_id and v.source_id = d.id and v.event = 'document voided'
              cross join lateral (
                select coalesce(sum(y.minor) filter (where y.money and y.day < {3}), 0) as money_before, coalesce(sum(y.minor) filter (where y.money and y.day <= {4}), 0) as money_after,
                       coalesce(sum(y.minor) filter (where y.day < {3}), 0) as all_before, coalesce(sum(y.minor) filter (where y.day <= {4}), 0) as all_after
                  from (select a.amount_minor as minor, m.kind in ('receipt', 'security deposit') as money, e.entry_date as day
                          from claim c join allocation a on a.business_id = c.business_id and a.claim_id = c.id join means m on m.business_id = a.business_id and m.id = a.means_id
                          join entry e on e.business_id = a.business_id and e.id = a.entry_id
                         where d.kind <> 'credit note' and c.business_id = d.business_id and c.document_id = d.id
                        union all
                        select a.means_minor, false, e.entry_date from means m join allocation a on a.business_id = m.business_id and a.means_id = m.id join entry e on e.business_id = a.business_id and e.id = a.entry_id
                         where d.kind = 'credit note' and m.business_id = d.business_id and m.document_id = d.id and m.kind = 'credit note'
                        union all
                        select f.amount_minor, true, e.entry_date from means m join refund f on f.business_id = m.business_id and f.drawn_on = m.id join entry e on e.business_id = f.business_id and e.id = f.entry_id
                         where d.kind = 'credit note' and m.business_id = d.business_id and m.document_id = d.id and m.kind = 'credit note') y) s
             where {5} order by %2$s
            """;
    private static final String BY_DATE = "d.document_date, d.number";
    private static final String AS_ISSUED = "i.entry_date, i.id";

    private static final String RECEIVED = """
            select x.currency, sum(x.minor) as minor from (
              select a.currency, a.amount_minor as minor from entry e join allocation a on a.business_id = e.business_id and a.entry_id = e.id join means m on m.business_id = a.business_id and m.id = a.means_id
               where e.business_id = {0} and e.entry_date between {1} and {2} and m.kind in ('receipt', 'security deposit')
              union all
              select f.currency, -f.amount_minor from entry e join refund f on f.business_id = e.business_id and f.entry_id = e.id join means m on m.business_id = f.business_id and m.id = f.drawn_on
               where e.business_id = {0} and e.entry_date between {1} and {2} and m.kind = 'credit note') x group by 1
            """;
    private static final String BILLED = """
            select p.currency, -sum(p.amount_minor) as minor from entry e join posting p on p.business_id = e.business_id and p.entry_id = e.id
             where e.business_id = {0} and e.entry_date between {3} and {4} and e.event in ('invoice issued', 'credit note issued', 'document voided') and p.account not in ({1}, {2}) group by 1
            """;
    private final DSLContext db;

    CashStore(DSLContext db) {
        this.db = db;
    }

    /** A document with whose it is. */
    record Of(String number, LocalDate date, EntryAt issue, CustomerId customer, String name, CashBridge.Doc doc) {}

    void each(BusinessId business, AccountCode receivables, AccountCode credit, Asked asked, Consumer<Of> to) {
        if (asked.customer() == null) documents(MOVED_OR_OPEN, business, receivables, credit, asked, to);
        else
            documents(
                    OF_CUSTOMER,
                    business,
                    receivables,
                    credit,
                    asked,
                    to,
                    DSL.val(asked.customer().value()));
    }

    /** The same of all customers, as far as more is wanted: first what was issued before the days, then what was between them. */
    void some(
            BusinessId business, AccountCode receivables, AccountCode credit, Asked asked, Predicate<Of> isMoreWanted) {
        Asked all = Asked.ofAll(asked.from(), asked.until());
        String before = BATCH_BEFORE + DOCUMENTS.formatted("batch", BY_DATE);
        String between = BATCH + DOCUMENTS.formatted("batch", AS_ISSUED);
        boolean more = Batches.each(
                (last, most) -> Rows.gathered(
                        query(before, business, receivables, credit, all, afterDate(last), DSL.inline(most)),
                        r -> of(r, asked)),
                isMoreWanted);
        if (more)
            Batches.each(
                    (last, most) -> Rows.gathered(
                            query(
                                    between,
                                    business,
                                    receivables,
                                    credit,
                                    all,
                                    last == null
                                            ? DSL.noCondition()
                                            : last.issue().after(),
                                    DSL.inline(most)),
                            r -> of(r, asked)),
                    isMoreWanted);
    }

    private static Condition afterDate(Of last) {
        return last == null
                ? DSL.noCondition()
                : DSL.condition(
                        "(d.document_date, d.number) > ({0}, {1})", DSL.val(last.date()), DSL.val(last.number()));
    }

    /** Only those of which anything changed between the days. */
    void moved(BusinessId business, AccountCode receivables, AccountCode credit, Asked asked, Consumer<Of> to) {
        documents(MOVED, business, receivables, credit, asked, to);
    }

    private void documents(
            String which,
            BusinessId business,
            AccountCode receivables,
            AccountCode credit,
            Asked asked,
            Consumer<Of> to,
            QueryPart... more) {
        Rows.each(
                query(which + DOCUMENTS.formatted("moved", BY_DATE), business, receivables, credit, asked, more),
                r -> of(r, asked),
                to);
    }

    private ResultQuery<Record> query(
            String sql,
            BusinessId business,
            AccountCode receivables,
            AccountCode credit,
            Asked asked,
            QueryPart... more) {
        var parts = new ArrayList<QueryPart>(List.of(
                DSL.inline(business.value()),
                DSL.val(receivables.value()),
                DSL.val(credit.value()),
                DSL.val(asked.from()),
                DSL.val(asked.until()),
                ReportFilter.of(asked)));
        parts.addAll(List.of(more));
        return db.resultQuery(sql, parts.toArray(QueryPart[]::new));
    }

    /** Money that settled documents between the days, less what was paid out of credit notes. */
    List<Money> received(BusinessId business, Asked asked) {
        return db.fetch(RECEIVED, DSL.inline(business.value()), DSL.val(asked.from()), DSL.val(asked.until()))
                .map(CashStore::money);
    }

    /** What documents booked between the days, on all accounts but those of what is owed. */
    List<Money> billed(BusinessId business, AccountCode receivables, AccountCode credit, Asked asked) {
        return db.fetch(
                        BILLED,
                        DSL.inline(business.value()),
                        DSL.val(receivables.value()),
                        DSL.val(credit.value()),
                        DSL.val(asked.from()),
                        DSL.val(asked.until()))
                .map(CashStore::money);
    }

    private static Money money(Record r) {
        return Money.ofMinor(
                r.get("currency", String.class),
                r.get("minor", BigDecimal.class).longValueExact());
    }

    private static Of of(Record r, Asked asked) {
        String currency = r.get("currency", String.class);
        String text = r.get("parts", String.class);
        List<CashBasis.Part> parts = text == null
                ? List.of()
                : Arrays.stream(text.split(";"))
                        .map(p -> p.split("="))
                        .map(p -> new CashBasis.Part(
                                new AccountCode(p[0]), Money.ofMinor(currency, Long.parseLong(p[1]))))
                        .toList();
        boolean credit = r.get("kind", String.class).equals("credit note");
        Money gross = Money.sum(
                        Money.ofMinor(currency, 0).currency(),
                        parts.stream().map(CashBasis.Part::amount).toList())
                .abs();
        return new Of(
                r.get("number", String.class),
                r.get("document_date", LocalDate.class),
                EntryAt.of(r, "issued_on", "issue"),
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("name", String.class),
                new CashBridge.Doc(
                        credit,
                        parts,
                        state(r, "before", gross, asked.from().minusDays(1)),
                        state(r, "after", gross, asked.until())));
    }

    private static CashBridge.State state(Record r, String when, Money gross, LocalDate day) {
        LocalDate issued = r.get("issued_on", LocalDate.class);
        LocalDate voided = r.get("voided_on", LocalDate.class);
        boolean stands = !issued.isAfter(day) && (voided == null || voided.isAfter(day));
        Money money = gross.withMinor(r.get("money_" + when, BigDecimal.class).longValueExact());
        Money all = gross.withMinor(r.get("all_" + when, BigDecimal.class).longValueExact());
        return new CashBridge.State(stands, money, gross.minus(all));
    }
}
