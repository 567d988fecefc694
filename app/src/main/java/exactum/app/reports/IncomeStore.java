package exactum.app.reports;

import static exactumdb.Tables.CATALOGUE_ITEM;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.Record2;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Income between two days: line by line of what was issued and voided, and what else was booked to accounts of income. */
@Component
class IncomeStore {
    static final String BETWEEN = ": ";
    private static final String LINES = """
            select {0} as label, d.currency, sum(l.net_minor * case when d.kind = 'credit note' then -1 else 1 end * case when e.event = 'document voided' then -1 else 1 end) as minor,
                   count(*) as lines
              from entry e join document d on d.business_id = e.business_id and d.id = e.source_id
              join customer k on k.business_id = d.business_id and k.id = d.customer_id
              join document_line l on l.business_id = d.business_id and l.document_id = d.id and l.income_account is not null
              left join catalogue_item i on i.business_id = l.business_id and i.id = l.item_id
              left join customer_group g on g.business_id = k.business_id and g.id = k.group_id
              left join account a on a.business_id = l.business_id and a.code = l.income_account
             where e.business_id = {1} and e.entry_date between {2} and {3} and e.event in ('invoice issued', 'credit note issued', 'document voided')
               and a.kind = 'income' and {4}
             group by 1, 2 order by 3 desc, 1
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

    /** Lines of one row of another way of gathering, such as {@code item: Crane lift}; all for none. */
    private static Condition within(String row) {
        int end = row.indexOf(BETWEEN);
        if (end < 0) return DSL.noCondition();
        By by = By.of(row.substring(0, end));
        return DSL.condition("{0} = {1}", DSL.field(by.sql), DSL.val(row.substring(end + BETWEEN.length())));
    }

    void lines(BusinessId business, By by, Asked asked, Consumer<Labelled> to) {
        Rows.gathered(
                        db.resultQuery(
                                LINES,
                                DSL.field(by.sql),
                                DSL.inline(business.value()),
                                DSL.val(asked.from()),
                                DSL.val(asked.until()),
                                ReportFilter.ofLines(asked).and(within(asked.which()))),
                        IncomeStore::labelled)
                .forEach(to);
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
                Money.ofMinor(
                        r.get("currency", String.class),
                        r.get("minor", BigDecimal.class).longValueExact()),
                r.get("lines", Long.class));
    }
}
