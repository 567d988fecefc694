package exactum.app.reports;

import exactum.core.cadence.Cadence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.Condition;
import org.jooq.DSLContext;
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

    private static final String EACH = ARRANGEMENTS
            + "select a.*, 1::bigint as many, k.name as customer from arrangement a join customer k on k.business_id = {0} and k.id = a.customer_id where a.periods is not null order by k.name, a.id";
    private static final String ALIKE = ARRANGEMENTS
            + "select rule, state, ends_on, currency, periods, first_from, count(*) as many, sum(found)::bigint as found from arrangement group by 1, 2, 3, 4, 5, 6";
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

    /** An arrangement and whose it is. */
    record Of(RecurringId recurring, String name, CustomerId customer, String customerName, Billed billed) {}

    /** As many arrangements as were billed alike. */
    record Alike(Billed billed, long many) {}

    /** By customers. */
    void each(BusinessId business, LocalDate from, LocalDate until, Asked asked, Consumer<Of> to) {
        Rows.each(
                query(EACH, business, from, until, asked, DSL.noCondition()),
                r -> new Of(
                        new RecurringId(r.get("id", UUID.class)),
                        r.get("name", String.class),
                        new CustomerId(r.get("customer_id", UUID.class)),
                        r.get("customer", String.class),
                        billed(r)),
                to);
    }

    /** All that were billed, counted where they are alike. */
    List<Alike> alike(BusinessId business, LocalDate from, LocalDate until, Asked asked) {
        return near(business, from, until, asked)
                .orElseGet(() -> query(ALIKE, business, from, until, asked, DSL.noCondition())
                        .fetch())
                .stream()
                .filter(r -> r.get("periods") != null)
                .map(r -> new Alike(billed(r), r.get("many", Long.class)))
                .toList();
    }

    /**
     * The same, looked for among the invoices that are dated about the time of what they bill, so that what was billed long before is
     * not read; none if that does not find the invoice of each period.
     */
    private Optional<List<Record>> near(BusinessId business, LocalDate from, LocalDate until, Asked asked) {
        if (asked.isNarrowed()) return Optional.empty();
        Record span = db.resultQuery(SPAN, DSL.inline(business.value()), DSL.val(from), DSL.val(until))
                .fetchSingle();
        long periods = span.get("periods", Long.class);
        if (periods == 0) return Optional.of(List.of());
        List<Record> found = query(
                        ALIKE,
                        business,
                        from,
                        until,
                        asked,
                        DSL.condition(
                                "d.document_date between {0} and {1}",
                                DSL.val(span.get("first", LocalDate.class).minusDays(AROUND)),
                                DSL.val(span.get("last", LocalDate.class).plusDays(AROUND))))
                .fetch();
        return Optional.of(found)
                .filter(all ->
                        all.stream().mapToLong(r -> r.get("found", Long.class)).sum() == periods);
    }

    private ResultQuery<Record> query(
            String sql, BusinessId business, LocalDate from, LocalDate until, Asked asked, Condition invoices) {
        return db.resultQuery(
                sql, DSL.inline(business.value()), DSL.val(from), DSL.val(until), ReportFilter.of(asked), invoices);
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
