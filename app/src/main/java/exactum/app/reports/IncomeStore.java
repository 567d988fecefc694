package exactum.app.reports;

import static exactumdb.Tables.CATALOGUE_ITEM;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Collectors;
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
    static final String BETWEEN = ": ";
    private static final String LINES = """
            with line as (
              select {0} as label, {5} as inside, d.currency, l.net_minor * case when (d.kind = 'credit note') = (e.event <> 'document voided') then -1 else 1 end as minor
              from entry e join document d on d.business_id = e.business_id and d.id = e.source_id
              join customer k on k.business_id = d.business_id and k.id = d.customer_id
              join document_line l on l.business_id = d.business_id and l.document_id = d.id and l.income_account is not null
              left join catalogue_item i on i.business_id = l.business_id and i.id = l.item_id
              left join customer_group g on g.business_id = k.business_id and g.id = k.group_id
              left join account a on a.business_id = l.business_id and a.code = l.income_account
             where e.business_id = {1} and e.entry_date between {2} and {3} and e.event in ('invoice issued', 'credit note issued', 'document voided')
               and a.kind = 'income' and {4} offset 0),
            labelled as materialized (select label, currency, minor_sum(minor) as minor, count(*) as lines from line where {6} group by 1, 2)
            """;
    private static final String EACH = LINES + "select * from labelled order by minor desc, label";
    /** Those of a page, those on which most is booked either way, and what all come to. */
    private static final String SOME = LINES + """
            select 'shown' as what, label, currency, minor, lines, row_number() over (order by minor desc, label) as rank
              from (select * from labelled order by minor desc, label offset {7} limit {8}) s
            union all select 'drawn', label, currency, minor, lines, 0 from (select * from labelled order by abs(minor) desc, label limit {9}) d
            union all select 'all', null, currency, minor_sum(minor), minor_sum(lines), count(*) from labelled group by currency
             order by what, rank
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

    /** What one label comes to. */
    record Labelled(String label, Money net, long lines) {}

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

    /**
     * Labels of a page.
     *
     * @param shown in their order
     * @param drawn those on which most is booked
     * @param all what all come to, one a currency
     */
    record Some(List<Labelled> shown, List<Labelled> drawn, List<Paged.Summed<Labelled>> all) {}

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

    /** Of lines of one row of another way of gathering, such as {@code item: Crane lift}, only those; of all where none is named. */
    private ResultQuery<Record> query(String sql, BusinessId business, By by, Asked asked, QueryPart... more) {
        int end = asked.which().indexOf(BETWEEN);
        var parts = new ArrayList<QueryPart>(List.of(
                DSL.field(by.sql),
                DSL.inline(business.value()),
                DSL.val(asked.from()),
                DSL.val(asked.until()),
                ReportFilter.ofLines(asked),
                DSL.field(end < 0 ? "null" : By.of(asked.which().substring(0, end)).sql),
                end < 0
                        ? DSL.noCondition()
                        : DSL.condition("inside = {0}", DSL.val(asked.which().substring(end + BETWEEN.length())))));
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
        return new Labelled(
                r.get("label", String.class),
                Money.ofMinor(r.get("currency", String.class), r.get("minor", Long.class)),
                r.get("lines", Long.class));
    }
}
