package exactum.app.customers;

import exactum.app.database.SearchWords;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.formats.csv.CustomerColumn;
import exactum.formats.csv.CustomerCsv;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Customers with all that is said of them, each as the row of a file. */
@Component
class CustomerRowStore {
    private static final String ROWS = """
            select customer.id, customer.revision, customer.changed_at, coalesce(h.revision, 0) as billed_revision,
                   customer.code, customer.name, customer.kind, coalesce(customer.email, '') as email, customer.address, customer.service_address, customer.country,
                   customer.currency, coalesce(customer.tax_number, '') as tax_number, coalesce(g.name, '') as "group", coalesce(h.language, '') as language, coalesce(t.name, '') as terms,
                   coalesce(h.treatment, '') as tax, coalesce(h.treatment_reason, '') as tax_reason, coalesce(h.delivery, '') as delivery, coalesce(h.pays_by, '') as pays_by, coalesce(l.name, '') as layout, coalesce(y.name, '') as reminders, coalesce(h.figures, '') as figures, coalesce(h.days, '') as dates,
                   coalesce((select string_agg(rtrim(k.name || ' <' || k.email || '> ' || array_to_string(k.gets, ', ')), E'\\n' order by k.email collate "C")
                      from contact k where k.business_id = customer.business_id and k.customer_id = customer.id), '') as contacts
              from customer left join customer_group g on g.business_id = customer.business_id and g.id = customer.group_id
              left join billed_how h on h.business_id = customer.business_id and h.customer_id = customer.id
              left join terms t on t.business_id = h.business_id and t.id = h.terms_id left join layout l on l.business_id = h.business_id and l.id = h.layout_id left join reminder_rhythm y on y.business_id = h.business_id and y.id = h.rhythm_id
             where customer.business_id = {0} and {1} order by customer.code
            """;
    private final DSLContext db;

    CustomerRowStore(DSLContext db) {
        this.db = db;
    }

    /** A customer who is known, with the revisions of what was said and when any of it was changed last. */
    record Known(CustomerId id, int revision, int billedRevision, OffsetDateTime changedAt, CustomerCsv.Row row) {}

    /** Hands out every customer that the words find, by code, without holding them all. */
    void each(BusinessId business, String words, Consumer<CustomerCsv.Row> each) {
        Condition found = SearchWords.in(DSL.field("customer.search", String.class), words);
        try (var rows = rows(business, found).fetchSize(1_000).fetchLazy()) {
            rows.forEach(r -> each.accept(row(r)));
        }
    }

    /** The customers of codes. */
    Map<String, Known> byCode(BusinessId business, Collection<String> codes) {
        Condition wanted = DSL.condition("customer.code = any({0})", DSL.val(codes.toArray(String[]::new)));
        var known = new HashMap<String, Known>();
        rows(business, wanted)
                .forEach(r -> known.put(
                        r.get("code", String.class),
                        new Known(
                                new CustomerId(r.get("id", UUID.class)),
                                r.get("revision", Integer.class),
                                r.get("billed_revision", Integer.class),
                                r.get("changed_at", OffsetDateTime.class),
                                row(r))));
        return known;
    }

    /** Of codes, those of customers who were merged, and the codes of whom they lead to. */
    Map<String, String> merged(BusinessId business, Collection<String> codes) {
        return db.resultQuery(
                        "select m.code, c.code as into_code from customer_merged m join customer c on c.business_id = m.business_id and c.id = m.into_id where m.business_id = {0} and m.code = any({1})",
                        DSL.inline(business.value()), DSL.val(codes.toArray(String[]::new)))
                .fetchMap(DSL.field("code", String.class), DSL.field("into_code", String.class));
    }

    private ResultQuery<Record> rows(BusinessId business, Condition condition) {
        return db.resultQuery(ROWS, DSL.inline(business.value()), condition);
    }

    private static CustomerCsv.Row row(Record r) {
        var cells = new EnumMap<CustomerColumn, String>(CustomerColumn.class);
        for (CustomerColumn column : CustomerColumn.values())
            if (column != CustomerColumn.TOWN) cells.put(column, r.get(column.head(), String.class));
        return new CustomerCsv.Row(0, cells);
    }
}
