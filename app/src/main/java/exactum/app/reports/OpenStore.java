package exactum.app.reports;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.report.AgeBand;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/**
 * What was owed at the end of a day. What is open of a document is what the ledger says, so that it always agrees with the books;
 * the open items of that day say when it fell due, and what they cannot tell falls due with the first of them. Most documents have
 * one open item of as much as is open: only those that have any other are looked at for what is untold.
 */
@Component
class OpenStore {
    private static final String ITEMS = """
            with changed as (
              select o.document_id, o.customer_id, o.currency from owed o
               where o.minor <> 0 and o.business_id = {0} and o.account = {1} and o.last_on > {2} and o.first_on <= {2}
              union all
              select o.document_id, o.customer_id, o.currency from owed o where o.minor = 0 and o.open_on @> {2} and o.business_id = {0} and o.account = {1}),
            replaced as (select distinct r.document_id from rescheduling r where r.business_id = {0} and r.made_on > {2}),
            was as materialized (
              select o.document_id, o.customer_id, o.currency, o.minor
                from replaced r join owed o on o.business_id = {0} and o.document_id = r.document_id and o.account = {1} and o.minor <> 0 and o.last_on <= {2}
                cross join lateral (select o.business_id, o.document_id as id) d left join customer k on k.business_id = {0} and k.id = o.customer_id
               where {3}
              union all
              select o.document_id, o.customer_id, o.currency, s.minor
                from changed o cross join lateral (
                    select sum(p.amount_minor)::bigint as minor from posting p where p.business_id = {0} and p.account = {1} and p.entry_date <= {2} and p.currency = o.currency
                       and p.customer_id is not distinct from o.customer_id
                       and case when o.document_id is null then p.document_id is null else p.document_id = o.document_id end) s
                cross join lateral (select {0} as business_id, o.document_id as id) d left join customer k on k.business_id = {0} and k.id = o.customer_id
               where s.minor <> 0 and {3}),
            part as materialized (
              select o.document_id, o.customer_id, o.currency, {4}, c.due_date, c.left_minor as minor, o.minor as owed
                from owed o left join claim c on c.business_id = {0} and c.document_id = o.document_id and c.left_minor > 0
                cross join lateral (select o.business_id, o.document_id as id) d left join customer k on k.business_id = {0} and k.id = o.customer_id
               where o.minor <> 0 and o.business_id = {0} and o.account = {1} and o.last_on <= {2} and {3}
                 and not exists (select 1 from replaced r where r.document_id = o.document_id)
              union all
              select o.document_id, o.customer_id, o.currency, {4}, c.due_date,
                     (c.amount_minor
                      - case when exists (select 1 from rescheduling r where r.business_id = {0} and r.document_id = c.document_id and r.no > c.rescheduled and r.made_on <= {2}) then c.closed_minor else 0 end
                      - coalesce((select sum(a.amount_minor) from allocation a join entry e on e.business_id = a.business_id and e.id = a.entry_id
                                   where a.business_id = {0} and a.claim_id = c.id and e.entry_date <= {2}), 0))::bigint,
                     o.minor
                from was o left join claim c on c.business_id = {0} and c.document_id = o.document_id
                 and (c.rescheduled = 0 or exists (select 1 from rescheduling r where r.business_id = {0} and r.document_id = c.document_id and r.no = c.rescheduled and r.made_on <= {2}))),
            unequal as (select distinct document_id from part where minor is distinct from owed),
            untold as (
              select p.document_id, p.customer_id, p.currency, min(p.due_date) as due_date, p.owed - minor_sum(p.minor) as minor
                from part p left join unequal u on u.document_id = p.document_id where p.document_id is null or u.document_id is not null
               group by 1, 2, 3, p.owed having p.owed <> minor_sum(p.minor)),
            item as (
              select customer_id, currency, document_id, claim_id, due_date, minor from part where minor <> 0
              union all
              select u.customer_id, u.currency, u.document_id, null::uuid, coalesce(u.due_date, d.document_date, {2}), u.minor
                from untold u left join document d on d.business_id = {0} and d.id = u.document_id)
            """;
    private static final String BANDS = bands("minor_sum(minor) filter (where %s)");
    private static final String RANKED_CUSTOMERS = ITEMS + """
            , of_customer as materialized (select customer_id, currency, %s, minor_sum(minor) as total from item group by 1, 2),
            ranked as (select o.*, row_number() over (order by total desc, customer_id)::int as rank from (select * from of_customer order by total desc, customer_id {5}) o)
            """.formatted(BANDS);
    private static final String ALL_CUSTOMERS = RANKED_CUSTOMERS
            + "select r.*, k.name from ranked r left join customer k on k.business_id = {0} and k.id = r.customer_id order by rank";
    /** Those of a page and those that are drawn, and what all come to. */
    private static final String SOME_CUSTOMERS = RANKED_CUSTOMERS + """
            select r.*, k.name, null::int as rows from (select * from ranked where rank >= {6} or rank <= {7}) r
              left join customer k on k.business_id = {0} and k.id = r.customer_id
            union all select null, currency, %s, sum(total), null, null, count(*)::int from of_customer group by currency
             order by rank
            """.formatted(bandNames("sum(%s)"));

    private static final String NAMED_ITEMS = ITEMS + """
            , ranked as (select i.*, row_number() over (order by due_date, document_id, claim_id)::int as rank from (select * from item order by due_date, document_id, claim_id {5}) i)
            select r.*, k.name, coalesce(d.number, '') as number, d.document_date, c.seq, c.description
              from ranked r left join customer k on k.business_id = {0} and k.id = r.customer_id left join document d on d.business_id = {0} and d.id = r.document_id
              left join claim c on c.business_id = {0} and c.id = r.claim_id order by rank
            """;
    private static final String SUMS = ITEMS
            + "select null::uuid as customer_id, null as name, currency, %s, minor_sum(minor) as total, count(*)::int as rows from item group by currency"
                    .formatted(BANDS);
    private static final QueryPart ALL = DSL.sql("");
    private static final String WITH_CLAIM = "c.id as claim_id";
    private static final String WITHOUT_CLAIM = "null::uuid as claim_id";
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
        Rows.each(query(ALL_CUSTOMERS, business, receivables, asked, WITHOUT_CLAIM, ALL), OpenStore::ofCustomer, to);
    }

    /**
     * The same, as far as a page shows it.
     *
     * @param drawn how many of the first are needed as well
     */
    Paged<OfCustomer, OfCustomer> pageByCustomer(
            BusinessId business, AccountCode receivables, Asked asked, Slice slice, int drawn) {
        int last = slice.skipped() + slice.most();
        return paged(query(
                SOME_CUSTOMERS,
                business,
                receivables,
                asked,
                WITHOUT_CLAIM,
                DSL.sql("limit {0}", DSL.inline(Math.max(last, drawn))),
                DSL.val(slice.from()),
                DSL.val(drawn)));
    }

    private static Paged<OfCustomer, OfCustomer> paged(ResultQuery<Record> query) {
        Map<Boolean, List<Record>> found =
                query.stream().collect(Collectors.partitioningBy(r -> r.get("rank", Integer.class) == null));
        return new Paged<>(
                found.get(false).stream()
                        .map(r -> new Paged.Ranked<>(r.get("rank", Integer.class), ofCustomer(r)))
                        .toList(),
                found.get(true).stream().map(OpenStore::summed).toList());
    }

    /** Item by item, the oldest first. */
    void byItem(BusinessId business, AccountCode receivables, Asked asked, Consumer<Item> to) {
        Rows.each(items(business, receivables, asked, ALL), OpenStore::item, to);
    }

    /** The same, as far as a page shows it. */
    List<Item> pageByItem(BusinessId business, AccountCode receivables, Asked asked, Slice slice) {
        return items(
                        business,
                        receivables,
                        asked,
                        DSL.sql("offset {0} limit {1}", DSL.inline(slice.skipped()), DSL.inline(slice.most())))
                .fetch(OpenStore::item);
    }

    /** What all items come to. */
    List<Paged.Summed<OfCustomer>> sums(BusinessId business, AccountCode receivables, Asked asked) {
        return Rows.gathered(query(SUMS, business, receivables, asked, WITHOUT_CLAIM), OpenStore::summed);
    }

    private ResultQuery<Record> items(BusinessId business, AccountCode receivables, Asked asked, QueryPart which) {
        return query(NAMED_ITEMS, business, receivables, asked, WITH_CLAIM, which);
    }

    /** A sum for each band, with its name. */
    private static String bands(String sum) {
        return Arrays.stream(AgeBand.values())
                .map(band -> "%s as %s".formatted(sum.formatted(within(band)), name(band)))
                .collect(Collectors.joining(", "));
    }

    private static String bandNames(String sum) {
        return Arrays.stream(AgeBand.values())
                .map(band -> sum.formatted(name(band)))
                .collect(Collectors.joining(", "));
    }

    private static String within(AgeBand band) {
        String from = band == AgeBand.NOT_DUE ? "" : "due_date <= {2} - " + band.first();
        String until = band == AgeBand.OVER_90 ? "" : "due_date >= {2} - " + band.last();
        return Stream.of(from, until).filter(s -> !s.isEmpty()).collect(Collectors.joining(" and "));
    }

    private static String name(AgeBand band) {
        return band.name().toLowerCase(Locale.ROOT);
    }

    private ResultQuery<Record> query(
            String sql, BusinessId business, AccountCode receivables, Asked asked, String claim, QueryPart... more) {
        var parts = new ArrayList<QueryPart>(List.of(
                DSL.inline(business.value()),
                DSL.val(receivables.value()),
                DSL.val(asked.until()),
                ReportFilter.of(asked),
                DSL.sql(claim)));
        parts.addAll(List.of(more));
        return db.resultQuery(sql, parts.toArray(QueryPart[]::new));
    }

    private static Paged.Summed<OfCustomer> summed(Record r) {
        return new Paged.Summed<>(ofCustomer(r), r.get("rows", Integer.class));
    }

    private static OfCustomer ofCustomer(Record r) {
        String currency = r.get("currency", String.class);
        var bands = new ArrayList<Money>();
        for (AgeBand band : AgeBand.values()) bands.add(money(currency, r.get(name(band), BigDecimal.class)));
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
        String name = r.get("name", String.class);
        return name == null ? "nobody’s" : name;
    }

    private static Money money(String currency, BigDecimal minor) {
        return Money.ofMinor(currency, minor.longValueExact());
    }
}
