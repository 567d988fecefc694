package exactum.app.arrears;

import static exactumdb.Tables.ARREARS_CASE;

import exactum.app.database.UntilWritten;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.report.AgeBand;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Customers with something overdue, and who follows that up. */
@Component
class ArrearsListStore {
    private static final String OVERDUE = """
            with late as (
              select c.customer_id, c.currency, sum(c.left_minor) as minor
                from claim c where c.business_id = {0} and c.left_minor > 0 and c.due_date < {1} and {6} group by 1, 2 having {9}),
            listed as (
              select l.*, k.name, a.owner, coalesce(a.next_action, '') as next_action, a.next_on, count(*) over ()::int as all_of_them
                from late l join customer k on k.business_id = {0} and k.id = l.customer_id
                left join arrears_case a on a.business_id = {0} and a.customer_id = l.customer_id
               where {2} order by {3} limit {4} offset {5})
            select l.*, b.*, {7} as skipped,
                   (select min(p.pays_on) from promise p join document d on d.business_id = p.business_id and d.id = p.document_id where p.business_id = {0} and d.customer_id = l.customer_id and p.ended_on is null) as promised,
                   exists (select 1 from dispute x join document d on d.business_id = x.business_id and d.id = x.document_id where x.business_id = {0} and d.customer_id = l.customer_id and x.closed_on is null) as disputed,
                   exists (select 1 from reminder_pause r where r.business_id = {0} and r.customer_id = l.customer_id and (r.until_day is null or r.until_day >= {1})) as paused
              from listed l cross join lateral (
                select min(c.due_date) as oldest, count(distinct c.document_id)::int as documents,
                       coalesce(sum(c.left_minor) filter (where {1} - c.due_date <= 30), 0) as up_to_30,
                       coalesce(sum(c.left_minor) filter (where {1} - c.due_date between 31 and 60), 0) as up_to_60,
                       coalesce(sum(c.left_minor) filter (where {1} - c.due_date between 61 and 90), 0) as up_to_90,
                       coalesce(sum(c.left_minor) filter (where {1} - c.due_date > 90), 0) as over_90
                  from claim c where c.business_id = {0} and c.customer_id = l.customer_id and c.currency = l.currency and c.left_minor > 0 and c.due_date < {1}) b
             order by {8}
            """;
    /** Whether a later part of a plan is paid while an earlier one is overdue. */
    private static final String SKIPPED = """
            exists (select 1 from claim c join claim s on s.business_id = c.business_id and s.document_id = c.document_id and s.due_date > c.due_date and s.left_minor = 0 and s.closed_minor < s.amount_minor
                     where c.business_id = {0} and c.customer_id = l.customer_id and c.currency = l.currency and c.left_minor > 0 and c.due_date < {1})\
            """;

    private static final String TOTALS = """
            select c.currency, sum(c.left_minor) as minor from claim c where c.business_id = {0} and c.left_minor > 0 and c.due_date < {1} group by 1 order by 1
            """;
    private static final String OPEN = """
            select d.id, d.number, sum(c.left_minor) as minor, min(c.due_date) as due from claim c join document d on d.business_id = c.business_id and d.id = c.document_id
             where c.business_id = {0} and c.customer_id = {1} and c.currency = {2} and c.left_minor > 0 and c.due_date < {3}
               and not exists (select 1 from dispute x where x.business_id = d.business_id and x.document_id = d.id and x.closed_on is null)
             group by 1, 2 order by min(c.due_date), d.number
            """;
    private static final String DUE = """
             from arrears_case a join customer k on k.business_id = a.business_id and k.id = a.customer_id
            where a.business_id = {0} and a.next_on <= {1} and {2}
              and exists (select 1 from claim c where c.business_id = a.business_id and c.customer_id = a.customer_id and c.left_minor > 0)
            """;
    private static final int KEPT = 200;
    private final DSLContext db;
    private final UntilWritten<Asked, List<Overdue>> pages = new UntilWritten<>(KEPT);
    private final UntilWritten<Dated, List<Money>> totals = new UntilWritten<>();

    private record Asked(BusinessId business, LocalDate today, Filter filter, int from, int most) {}

    private record Dated(BusinessId business, LocalDate today) {}

    ArrearsListStore(DSLContext db) {
        this.db = db;
    }

    /**
     * A customer with something overdue in a currency.
     *
     * @param late by age, not what is not due
     * @param skipped whether a later part of a plan is paid while an earlier one is open
     * @param promised the day of the next promise, or null
     * @param paused whether reminders are paused
     */
    record Overdue(
            CustomerId customer,
            String name,
            Money amount,
            List<Money> late,
            LocalDate oldest,
            int documents,
            boolean skipped,
            String owner,
            String nextAction,
            LocalDate nextOn,
            LocalDate promised,
            boolean disputed,
            boolean paused,
            int all) {}

    /** Which are wanted, and in what order. */
    record Filter(AgeBand band, String owner, boolean skipped, boolean byAction) {}

    List<Overdue> overdue(BusinessId business, LocalDate today, Filter filter, int from, int most) {
        return pages.of(
                new Asked(business, today, filter, from, most), () -> page(business, today, filter, from, most));
    }

    private List<Overdue> page(BusinessId business, LocalDate today, Filter filter, int from, int most) {
        Condition wanted = DSL.noCondition();
        if (filter.owner() != null && filter.owner().isEmpty()) wanted = wanted.and(DSL.condition("a.owner is null"));
        else if (filter.owner() != null) wanted = wanted.and(DSL.condition("a.owner = {0}", DSL.val(filter.owner())));
        if (filter.skipped()) wanted = wanted.and(skipped(business, today));
        String order = filter.byAction() ? "next_on nulls last, minor desc, name" : "minor desc, name, currency";
        return overdue(business, today, DSL.noCondition(), within(filter.band(), today), wanted, order, from, most);
    }

    /** What is overdue of one customer, by currency. */
    List<Overdue> overdueOf(BusinessId business, CustomerId customer, LocalDate today) {
        Condition theirs = DSL.condition("c.customer_id = {0}", DSL.val(customer.value()));
        return overdue(business, today, theirs, DSL.noCondition(), DSL.noCondition(), "currency", 1, Integer.MAX_VALUE);
    }

    /** Whether anything is of that age. */
    private static Condition within(AgeBand band, LocalDate today) {
        if (band == null) return DSL.noCondition();
        LocalDate newest = today.minusDays(band.first());
        return band.last() == Integer.MAX_VALUE
                ? DSL.condition("min(c.due_date) <= {0}", DSL.val(newest))
                : DSL.condition(
                        "bool_or(c.due_date between {0} and {1})",
                        DSL.val(today.minusDays(band.last())), DSL.val(newest));
    }

    private static Condition skipped(BusinessId business, LocalDate today) {
        return DSL.condition(SKIPPED, DSL.inline(business.value()), DSL.val(today));
    }

    private List<Overdue> overdue(
            BusinessId business,
            LocalDate today,
            Condition claims,
            Condition aged,
            Condition wanted,
            String order,
            int from,
            int most) {
        return db.fetch(
                        OVERDUE,
                        DSL.inline(business.value()),
                        DSL.val(today),
                        wanted,
                        DSL.sql(order),
                        DSL.inline(most),
                        DSL.inline(from - 1),
                        claims,
                        skipped(business, today),
                        DSL.sql(order),
                        aged)
                .map(ArrearsListStore::overdue);
    }

    List<Money> totals(BusinessId business, LocalDate today) {
        return totals.of(
                new Dated(business, today),
                () -> db.fetch(TOTALS, DSL.inline(business.value()), DSL.val(today))
                        .map(r -> money(r, "minor")));
    }

    /** What is overdue of a document and not disputed. */
    record OpenOf(DocumentId document, String number, Money amount) {}

    /** The oldest first. */
    List<OpenOf> open(BusinessId business, CustomerId customer, String currency, LocalDate today) {
        return db.fetch(
                        OPEN,
                        DSL.inline(business.value()),
                        DSL.val(customer.value()),
                        DSL.val(currency),
                        DSL.val(today))
                .map(r -> new OpenOf(
                        new DocumentId(r.get("id", UUID.class)),
                        r.get("number", String.class),
                        Money.ofMinor(currency, r.get("minor", BigDecimal.class).longValueExact())));
    }

    void put(
            BusinessId business,
            CustomerId customer,
            String owner,
            String action,
            LocalDate on,
            LocalDate today,
            String by) {
        db.insertInto(ARREARS_CASE)
                .set(ARREARS_CASE.BUSINESS_ID, business)
                .set(ARREARS_CASE.CUSTOMER_ID, customer)
                .set(ARREARS_CASE.OWNER, owner)
                .set(ARREARS_CASE.NEXT_ACTION, action)
                .set(ARREARS_CASE.NEXT_ON, on)
                .set(ARREARS_CASE.CHANGED_ON, today)
                .set(ARREARS_CASE.CHANGED_BY, by)
                .onConflict(ARREARS_CASE.BUSINESS_ID, ARREARS_CASE.CUSTOMER_ID)
                .doUpdate()
                .set(ARREARS_CASE.OWNER, owner)
                .set(ARREARS_CASE.NEXT_ACTION, action)
                .set(ARREARS_CASE.NEXT_ON, on)
                .set(ARREARS_CASE.CHANGED_ON, today)
                .set(ARREARS_CASE.CHANGED_BY, by)
                .execute();
    }

    /** Nobody follows up any more what somebody did. */
    void leave(BusinessId business, String login) {
        db.update(ARREARS_CASE)
                .setNull(ARREARS_CASE.OWNER)
                .where(ARREARS_CASE.BUSINESS_ID.eq(business))
                .and(ARREARS_CASE.OWNER.eq(login))
                .execute();
    }

    /** A next action whose day has come. */
    record Due(CustomerId customer, String name, String owner, String action, LocalDate on) {}

    List<Due> due(BusinessId business, Wanted wanted, String key) {
        return db.fetch(
                        "select a.customer_id, k.name, a.owner, a.next_action, a.next_on" + DUE
                                + " order by a.next_on, k.name limit {3}",
                        DSL.inline(business.value()),
                        DSL.val(wanted.today()),
                        wanted.rows(key, DSL.field("a.customer_id")),
                        DSL.inline(wanted.most()))
                .map(r -> new Due(
                        new CustomerId(r.get(0, UUID.class)),
                        r.get(1, String.class),
                        Optional.ofNullable(r.get(2, String.class)).orElse(""),
                        r.get(3, String.class),
                        r.get(4, LocalDate.class)));
    }

    int countDue(BusinessId business, Wanted wanted, String key) {
        return db.fetchSingle(
                        "select count(*)::int" + DUE,
                        DSL.inline(business.value()),
                        DSL.val(wanted.today()),
                        wanted.rows(key, DSL.field("a.customer_id")))
                .get(0, Integer.class);
    }

    private static Overdue overdue(Record r) {
        return new Overdue(
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("name", String.class),
                money(r, "minor"),
                List.of(money(r, "up_to_30"), money(r, "up_to_60"), money(r, "up_to_90"), money(r, "over_90")),
                r.get("oldest", LocalDate.class),
                r.get("documents", Integer.class),
                r.get("skipped", Boolean.class),
                r.get("owner", String.class),
                r.get("next_action", String.class),
                r.get("next_on", LocalDate.class),
                r.get("promised", LocalDate.class),
                r.get("disputed", Boolean.class),
                r.get("paused", Boolean.class),
                r.get("all_of_them", Integer.class));
    }

    private static Money money(Record r, String column) {
        return Money.ofMinor(
                r.get("currency", String.class), r.get(column, BigDecimal.class).longValueExact());
    }
}
