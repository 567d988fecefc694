package exactum.app.reports;

import static exactumdb.Tables.CATALOGUE_ITEM;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.Record2;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Income between two days: line by line of what was issued and voided, and what else was booked to accounts of income. */
@Component
class IncomeStore {
    private static final String LINES = """
            with line as (
              select {0} as label, {7} as customer, {5} as inside, d.currency, l.net_minor * case when (d.kind = 'credit note') = (e.event <> 'document voided') then -1 else 1 end as minor
              from entry e join document d on d.business_id = e.business_id and d.id = e.source_id
              join customer k on k.business_id = d.business_id and k.id = d.customer_id
              join document_line l on l.business_id = d.business_id and l.document_id = d.id and l.income_account is not null
              left join catalogue_item i on i.business_id = l.business_id and i.id = l.item_id
              left join customer_group g on g.business_id = k.business_id and g.id = k.group_id
              left join account a on a.business_id = l.business_id and a.code = l.income_account
             where e.business_id = {1} and e.entry_date between {2} and {3} and e.event in ('invoice issued', 'credit note issued', 'document voided')
               and a.kind = 'income' and {4} offset 0),
            labelled as materialized (select label, customer, currency, minor_sum(minor) as minor, count(*) as lines from line where {6} group by 1, 2, 3)
            """;
    private static final String EACH = LINES + "select * from labelled order by minor desc, label, customer";
    /** Those of a page, those on which most is booked either way, and what all come to. */
    private static final String SOME = LINES + """
            select 'shown' as what, label, customer, currency, minor, lines, row_number() over (order by minor desc, label, customer) as rank
              from (select * from labelled order by minor desc, label, customer offset {8} limit {9}) s
            union all select 'drawn', label, customer, currency, minor, lines, 0 from (select * from labelled order by abs(minor) desc, label, customer limit {10}) d
            union all select 'all', null, null, currency, minor_sum(minor), minor_sum(lines), count(*) from labelled group by currency
             order by what, rank
            """;
    /** Document by document, as each was issued or voided, those that come after one; also those of which nothing is asked for. */
    private static final String DOCUMENTS = """
            with batch as materialized (
              select e.id, e.source_id, e.event, e.entry_date from entry e
               where e.business_id = {0} and e.entry_date between {1} and {2} and e.event in ('invoice issued', 'credit note issued', 'document voided') and {3} and {4}
               order by e.entry_date, e.id limit {5})
            select e.entry_date, e.id, d.number as label, null::uuid as customer, d.currency,
                   minor_sum(l.net_minor * case when (d.kind = 'credit note') = (e.event <> 'document voided') then -1 else 1 end) filter (where {6}) as minor,
                   count(*) filter (where {6}) as lines
              from batch e join document d on d.business_id = {0} and d.id = e.source_id
              join customer k on k.business_id = {0} and k.id = d.customer_id
              left join customer_group g on g.business_id = {0} and g.id = k.group_id
              left join (document_line l join account a on a.business_id = l.business_id and a.code = l.income_account and a.kind = 'income'
                         left join catalogue_item i on i.business_id = l.business_id and i.id = l.item_id)
                on l.business_id = {0} and l.document_id = d.id
             group by 1, 2, 3, 5 order by 1, 2
            """;
    /** By account, item, what is typed where there is none, and tags; of what else was booked to such accounts, by what booked it. */
    private static final String BOOKED = """
            select d.currency, l.income_account as account, coalesce(l.item_id::text, '') as item, case when l.item_id is null then l.description else '' end as typed,
                   coalesce(array_to_string(l.tags, '; '), '') as tags, '' as event,
                   sum(l.net_minor * case when (d.kind = 'credit note') = (e.event <> 'document voided') then -1 else 1 end)::bigint as minor, count(*) as lines
              from entry e join document d on d.business_id = {0} and d.id = e.source_id
              join document_line l on l.business_id = {0} and l.document_id = d.id
              join account a on a.business_id = {0} and a.code = l.income_account and a.kind = 'income'
             where e.business_id = {0} and e.entry_date between {1} and {2} and e.event in ('invoice issued', 'credit note issued', 'document voided')
             group by 1, 2, 3, 4, 5
            union all
            select p.currency, a.code, '', '', '', e.event, -sum(p.amount_minor)::bigint, count(*)
              from posting p join account a on a.business_id = p.business_id and a.code = p.account and a.kind = 'income'
              join entry e on e.business_id = p.business_id and e.id = p.entry_id
             where p.business_id = {0} and p.entry_date between {1} and {2} and e.event not in ('invoice issued', 'credit note issued', 'document voided')
             group by 1, 2, 6
            """;

    private final DSLContext db;

    IncomeStore(DSLContext db) {
        this.db = db;
    }

    /**
     * What one label comes to.
     *
     * @param customer whose it is where customers are gathered by, two of one name each by itself; null elsewhere
     */
    record Labelled(String label, CustomerId customer, Money net, long lines) {}

    /** By what lines are gathered. */
    enum By {
        ITEM("item", "coalesce(i.name, 'typed: ' || l.description)"),
        ACCOUNT("account", "l.income_account || ' ' || a.name"),
        TAGS("tags", "coalesce(nullif(array_to_string(l.tags, '; '), ''), 'no tag')"),
        CUSTOMER("customer", "k.name"),
        GROUP("group", "coalesce(g.name, 'in no group')"),
        MONTH("month", "to_char(e.entry_date, 'YYYY-MM')"),
        DOCUMENT("document", "d.number");

        private final String words;
        private final String sql;

        By(String words, String sql) {
            this.words = words;
            this.sql = sql;
        }

        String words() {
            return words;
        }

        /** The one of that name; the first for any other. */
        static By of(String words) {
            return Arrays.stream(values())
                    .filter(b -> b.words.equals(words))
                    .findFirst()
                    .orElse(ITEM);
        }
    }

    /** The row of another way of gathering that is looked into, such as {@code item: Crane lift}. */
    record Inside(By by, String label) {
        private static final String BETWEEN = ": ";

        /** The one that is asked for; none for all. */
        static Optional<Inside> of(Asked asked) {
            int end = asked.which().indexOf(BETWEEN);
            return end < 0
                    ? Optional.empty()
                    : Optional.of(new Inside(
                            By.of(asked.which().substring(0, end)),
                            asked.which().substring(end + BETWEEN.length())));
        }

        /** As an address carries it. */
        String which() {
            return by.words() + BETWEEN + label;
        }
    }

    /**
     * Labels of a page.
     *
     * @param shown in their order
     * @param drawn those on which most is booked
     * @param all what all come to, one a currency
     */
    record Some(List<Labelled> shown, List<Labelled> drawn, List<Paged.Summed<Labelled>> all) {}

    /** What a document brought as it was issued or voided. */
    record OfDocument(EntryAt at, Labelled income) {}

    /** Document by document, in the order of their entries, as far as more is wanted. */
    void documents(BusinessId business, Asked asked, Predicate<Labelled> isMoreWanted) {
        Batches.each(
                (OfDocument last, int most) -> documents(business, asked, last, most),
                d -> d.income().lines() == 0 || isMoreWanted.test(d.income()));
    }

    private static Condition ofCustomers(Asked asked) {
        if (asked.customer() == null && asked.group() == null) return DSL.noCondition();
        return DSL.condition(
                "exists (select 1 from document d join customer k on k.business_id = d.business_id and k.id = d.customer_id"
                        + " where d.business_id = e.business_id and d.id = e.source_id and {0})",
                ReportFilter.ofCustomer(asked));
    }

    private List<OfDocument> documents(BusinessId business, Asked asked, OfDocument last, int most) {
        Condition lines = DSL.condition("l.line_no is not null")
                .and(ReportFilter.ofLines(asked))
                .and(Inside.of(asked)
                        .map(in -> DSL.condition("{0} = {1}", DSL.field(in.by().sql), DSL.val(in.label())))
                        .orElse(DSL.noCondition()));
        return Rows.gathered(
                db.resultQuery(
                        DOCUMENTS,
                        DSL.inline(business.value()),
                        DSL.val(asked.from()),
                        DSL.val(asked.until()),
                        ofCustomers(asked),
                        last == null ? DSL.noCondition() : last.at().after(),
                        DSL.inline(most),
                        lines),
                r -> new OfDocument(EntryAt.of(r, "entry_date", "id"), labelled(r)));
    }

    void lines(BusinessId business, By by, Asked asked, Consumer<Labelled> to) {
        Rows.gathered(query(EACH, business, by, asked), IncomeStore::labelled).forEach(to);
    }

    /** The same, as far as a page shows it. */
    Some page(BusinessId business, By by, Asked asked, Slice slice, int drawn) {
        Map<String, List<Record>> found = query(
                        SOME,
                        business,
                        by,
                        asked,
                        DSL.inline(slice.skipped()),
                        DSL.inline(slice.most()),
                        DSL.inline(drawn))
                .fetch()
                .stream()
                .collect(Collectors.groupingBy(r -> r.get("what", String.class)));
        return new Some(
                found.getOrDefault("shown", List.of()).stream()
                        .map(IncomeStore::labelled)
                        .toList(),
                found.getOrDefault("drawn", List.of()).stream()
                        .map(IncomeStore::labelled)
                        .toList(),
                found.getOrDefault("all", List.of()).stream()
                        .map(r -> new Paged.Summed<>(labelled(r), r.get("rank", Integer.class)))
                        .toList());
    }

    private ResultQuery<Record> query(String sql, BusinessId business, By by, Asked asked, QueryPart... more) {
        Optional<Inside> inside = Inside.of(asked);
        var parts = new ArrayList<QueryPart>(List.of(
                DSL.field(by.sql),
                DSL.inline(business.value()),
                DSL.val(asked.from()),
                DSL.val(asked.until()),
                ReportFilter.ofLines(asked),
                DSL.field(inside.map(in -> in.by().sql).orElse("null")),
                inside.map(in -> DSL.condition("inside = {0}", DSL.val(in.label())))
                        .orElse(DSL.noCondition()),
                DSL.field(by == By.CUSTOMER ? "k.id" : "null::uuid")));
        parts.addAll(List.of(more));
        return db.resultQuery(sql, parts.toArray(QueryPart[]::new));
    }

    /** What days brought: by currency, account, item, what was typed, tags, and what else booked it; net, and of how many lines. */
    List<Sum> booked(BusinessId business, LocalDate from, LocalDate until) {
        return Rows.gathered(
                db.resultQuery(BOOKED, DSL.inline(business.value()), DSL.val(from), DSL.val(until)),
                r -> Sum.of(
                        List.of(
                                r.get("currency", String.class),
                                r.get("account", String.class),
                                r.get("item", String.class),
                                r.get("typed", String.class),
                                r.get("tags", String.class),
                                r.get("event", String.class)),
                        r.get("minor", Long.class),
                        r.get("lines", Long.class)));
    }

    Map<String, String> itemNames(BusinessId business) {
        return db
                .select(CATALOGUE_ITEM.ID, CATALOGUE_ITEM.NAME)
                .from(CATALOGUE_ITEM)
                .where(CATALOGUE_ITEM.BUSINESS_ID.eq(business))
                .fetch()
                .stream()
                .collect(Collectors.toMap(r -> r.value1().toString(), Record2::value2));
    }

    private static Labelled labelled(Record r) {
        UUID customer = r.get("customer", UUID.class);
        return new Labelled(
                r.get("label", String.class),
                customer == null ? null : new CustomerId(customer),
                Money.ofMinor(r.get("currency", String.class), r.get("minor", Long.class)),
                r.get("lines", Long.class));
    }
}
