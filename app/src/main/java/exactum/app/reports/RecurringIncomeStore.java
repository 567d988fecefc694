package exactum.app.reports;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.RECURRING_INVOICE;

import exactum.core.cadence.Cadence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What recurring invoices billed for their periods, meters left out. */
@Component
class RecurringIncomeStore {
    /**
     * The periods of each that touch the days. The first day that one was ever billed for is looked up only where the days do not
     * show an earlier one: what matters of it is whether it lies before them. The periods come in any order; what each says is worked
     * out before they are gathered, by several processes where there are many.
     */
    private static final String ARRANGEMENTS = """
            with read_off as (
              select recurring_id, document_id, sum(net_minor)::bigint as minor from (
                  select distinct o.recurring_id, o.document_id, l.line_no, l.net_minor
                    from recurring_line m join occurrence o on o.business_id = m.business_id and o.recurring_id = m.recurring_id and o.period_from <= {2} and o.period_until > {1}
                    join document_line l on l.business_id = o.business_id and l.document_id = o.document_id and l.income_account is not null
                     and m.item_id is not distinct from l.item_id and (m.item_id is not null or m.description = l.description)
                   where m.business_id = {0} and m.basis = 'as read') line
               group by 1, 2),
            said as (
              select o.recurring_id, d.currency, d.state = 'issued' as issued, o.period_from,
                     case when d.state = 'issued' then concat(o.period_from, ',', o.period_until, ',', d.net_minor - coalesce(m.minor, 0), ';') end as period
                from occurrence o join document d on d.business_id = o.business_id and d.id = o.document_id and {4}
                left join read_off m on m.recurring_id = o.recurring_id and m.document_id = o.document_id
                left join customer k on k.business_id = d.business_id and k.id = d.customer_id
               where o.business_id = {0} and o.period_from <= {2} and o.period_until > {1} and {3} offset 0),
            billed as (
              select recurring_id, currency, min(period_from) filter (where issued) as first_from, text_chain(period) as periods, count(*) as found from said group by 1, 2),
            arrangement as (
              select r.rule, r.state, r.ends_on, b.currency, b.periods, b.found, r.id, r.name, r.customer_id,
                     case when b.first_from <= {1} then b.first_from
                          else (select min(f.period_from) from occurrence f where f.business_id = {0} and f.recurring_id = b.recurring_id) end as first_from
                from billed b join recurring_invoice r on r.business_id = {0} and r.id = b.recurring_id)
            """;

    private static final String ALIKE = ARRANGEMENTS
            + "select rule, state, ends_on, currency, periods, first_from, count(*) as many, sum(found)::bigint as found, {5} as ids from arrangement group by 1, 2, 3, 4, 5, 6";
    private static final Field<UUID[]> IDS = DSL.field("array_agg(id)", UUID[].class);
    private static final Field<UUID[]> NO_IDS = DSL.field("null::uuid[]", UUID[].class);
    private static final String SPAN = """
            select count(*) as periods, min(period_from) as first, max(period_until) as last from occurrence where business_id = {0} and period_from <= {2} and period_until > {1}
            """;
    /** Most invoices are dated within so many days of the periods that they bill. */
    private static final int AROUND = 31;

    private final DSLContext db;

    RecurringIncomeStore(DSLContext db) {
        this.db = db;
    }

    /**
     * A billed period.
     *
     * @param until the day after its last
     */
    record Period(LocalDate from, LocalDate until, Money net) {}

    /**
     * What an arrangement was billed for.
     *
     * @param active whether it is neither paused nor ended
     * @param ended whether it is ended
     * @param endsOn its last day, or null
     * @param firstFrom the first day that it was ever billed for, or one before the days that are asked for
     * @param periods those that touch the days, one after the other
     */
    record Billed(
            Cadence cadence,
            boolean active,
            boolean ended,
            LocalDate endsOn,
            LocalDate firstFrom,
            List<Period> periods) {

        /** One that was ended without a last day is taken for ended at any. */
        boolean isEndedBy(LocalDate day) {
            return endsOn == null ? ended : !endsOn.isAfter(day);
        }
    }

    /**
     * As many arrangements as were billed alike.
     *
     * @param which they are, where that is asked for; none else
     */
    record Alike(Billed billed, long many, List<RecurringId> which) {}

    /** An arrangement and whose it is. */
    record Named(RecurringId recurring, String name, CustomerId customer, String customerName) {}

    /** All that were billed, counted where they are alike. */
    List<Alike> alike(BusinessId business, LocalDate from, LocalDate until, Asked asked) {
        return alike(business, from, until, asked, NO_IDS);
    }

    /** The same, with which they are. */
    List<Alike> named(BusinessId business, LocalDate from, LocalDate until, Asked asked) {
        return alike(business, from, until, asked, IDS);
    }

    private List<Alike> alike(BusinessId business, LocalDate from, LocalDate until, Asked asked, Field<UUID[]> which) {
        return near(business, from, until, asked, which)
                .orElseGet(() -> query(business, from, until, asked, DSL.noCondition(), which)
                        .fetch())
                .stream()
                .filter(r -> r.get("periods") != null)
                .map(r -> new Alike(billed(r), r.get("many", Long.class), ids(r.get("ids", UUID[].class))))
                .toList();
    }

    private static List<RecurringId> ids(UUID[] ids) {
        return ids == null
                ? List.of()
                : Arrays.stream(ids).map(RecurringId::new).toList();
    }

    /** By customers. */
    List<Named> names(BusinessId business, Collection<RecurringId> which) {
        return db.select(RECURRING_INVOICE.ID, RECURRING_INVOICE.NAME, CUSTOMER.ID, CUSTOMER.NAME)
                .from(RECURRING_INVOICE)
                .join(CUSTOMER)
                .on(
                        CUSTOMER.BUSINESS_ID.eq(RECURRING_INVOICE.BUSINESS_ID),
                        CUSTOMER.ID.eq(RECURRING_INVOICE.CUSTOMER_ID))
                .where(
                        RECURRING_INVOICE.BUSINESS_ID.eq(business),
                        RECURRING_INVOICE.ID.eq(DSL.any(which.toArray(RecurringId[]::new))))
                .orderBy(CUSTOMER.NAME, RECURRING_INVOICE.ID)
                .fetch(r -> new Named(r.value1(), r.value2(), r.value3(), r.value4()));
    }

    /**
     * The same, looked for among the invoices that are dated about the time of what they bill, so that what was billed long before is
     * not read; none if that does not find the invoice of each period.
     */
    private Optional<List<Record>> near(
            BusinessId business, LocalDate from, LocalDate until, Asked asked, Field<UUID[]> which) {
        if (asked.isNarrowed()) return Optional.empty();
        Record span = db.resultQuery(SPAN, DSL.inline(business.value()), DSL.val(from), DSL.val(until))
                .fetchSingle();
        long periods = span.get("periods", Long.class);
        if (periods == 0) return Optional.of(List.of());
        List<Record> found = query(
                        business,
                        from,
                        until,
                        asked,
                        DSL.condition(
                                "d.document_date between {0} and {1}",
                                DSL.val(span.get("first", LocalDate.class).minusDays(AROUND)),
                                DSL.val(span.get("last", LocalDate.class).plusDays(AROUND))),
                        which)
                .fetch();
        return Optional.of(found)
                .filter(all ->
                        all.stream().mapToLong(r -> r.get("found", Long.class)).sum() == periods);
    }

    private ResultQuery<Record> query(
            BusinessId business,
            LocalDate from,
            LocalDate until,
            Asked asked,
            Condition invoices,
            Field<UUID[]> which) {
        return db.resultQuery(
                ALIKE,
                DSL.inline(business.value()),
                DSL.val(from),
                DSL.val(until),
                ReportFilter.of(asked),
                invoices,
                which);
    }

    private static Billed billed(Record r) {
        String currency = r.get("currency", String.class);
        return new Billed(
                Cadence.parse(r.get("rule", String.class)),
                r.get("state", String.class).equals("active"),
                r.get("state", String.class).equals("ended"),
                r.get("ends_on", LocalDate.class),
                r.get("first_from", LocalDate.class),
                Arrays.stream(r.get("periods", String.class).split(";"))
                        .map(p -> p.split(","))
                        .map(p -> new Period(
                                LocalDate.parse(p[0]),
                                LocalDate.parse(p[1]),
                                Money.ofMinor(currency, Long.parseLong(p[2]))))
                        .sorted(Comparator.comparing(Period::from))
                        .toList());
    }
}
