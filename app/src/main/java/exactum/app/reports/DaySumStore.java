package exactum.app.reports;

import static exactumdb.Tables.DAY_SUMMED;

import exactum.app.database.CopyRows;
import exactum.core.ids.BusinessId;
import exactumdb.tables.records.DaySumRecord;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.Result;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Sums of days as they are kept, and which of them stand. */
@Component
class DaySumStore {
    private static final String COUNTED = """
            with on_day as (
              select day, sum(postings) as postings from account_day where business_id = {0} and day <= {3} group by 1
              union all select s::date, 0 from (select greatest({2}::date, min(day)) as day from account_day where business_id = {0} having count(*) > 0) f,
                     generate_series(f.day + (7 - extract(isodow from f.day))::int, {3}::date, interval '7 days') s where {5}),
            counted as (select day, case when {5} then sum(sum(postings)) over (order by day range between interval '6 days' preceding and current row) else sum(postings) end as own,
                               sum(sum(postings)) over (order by day) as until from on_day group by 1),
            day as (select c.day, c.own, case when {4} then c.until else c.own end as postings, k.postings as kept
                      from counted c left join day_summed k on k.business_id = {0} and k.kind = {1} and k.day = c.day
                     where c.day >= {2} and (not {5} or extract(isodow from c.day) = 7))
            """;
    private final DSLContext db;

    DaySumStore(DSLContext db) {
        this.db = db;
    }

    /**
     * A day on which anything is to be summed.
     *
     * @param stands whether what is kept of it holds
     */
    record Day(LocalDate day, boolean stands) {}

    /** The days in their order. */
    List<Day> days(BusinessId business, DaySumKind kind, LocalDate from, LocalDate until) {
        return counted(
                        "select day, kept is not distinct from postings as stands from day order by day",
                        business,
                        kind,
                        from,
                        until)
                .map(r -> new Day(r.get("day", LocalDate.class), r.get("stands", Boolean.class)));
    }

    /** How many postings count on days, or in weeks, of which nothing that is kept holds. */
    long waiting(BusinessId business, DaySumKind kind, LocalDate until) {
        return counted(
                        "select coalesce(sum(own), 0)::bigint as postings from day where kept is distinct from postings",
                        business,
                        kind,
                        LocalDate.EPOCH,
                        until)
                .getFirst()
                .get("postings", Long.class);
    }

    private Result<Record> counted(String then, BusinessId business, DaySumKind kind, LocalDate from, LocalDate until) {
        return db.fetch(
                COUNTED + then,
                DSL.inline(business.value()),
                DSL.val(kind.name()),
                DSL.val(from),
                DSL.val(until),
                DSL.inline(kind.restsOnEarlier()),
                DSL.inline(kind.isWeekly()));
    }

    /** What is kept of days, added up. */
    List<Sum> kept(BusinessId business, DaySumKind kind, List<LocalDate> days, LocalDate endingAfter) {
        if (days.isEmpty()) return List.of();
        return Rows.gathered(
                db.resultQuery(
                        "select keys, ends_on, sum(one)::bigint as one, sum(two)::bigint as two, sum(three)::bigint as three from day_sum where business_id = {0} and kind = {1} and day = any({2}) and {3} group by 1, 2",
                        DSL.inline(business.value()),
                        DSL.val(kind.name()),
                        DSL.val(days.toArray(LocalDate[]::new)),
                        endingAfter == null ? DSL.noCondition() : DSL.condition("ends_on > {0}", DSL.val(endingAfter))),
                r -> new Sum(
                        List.of(r.get("keys", String[].class)),
                        r.get("ends_on", LocalDate.class),
                        List.of(r.get("one", Long.class), r.get("two", Long.class), r.get("three", Long.class))));
    }

    /** Whether anything is kept of that kind. */
    boolean isAnyKept(BusinessId business, DaySumKind kind) {
        return db.fetchSingle(
                        "select exists (select 1 from day_summed where business_id = {0} and kind = {1})",
                        DSL.inline(business.value()), DSL.val(kind.name()))
                .get(0, Boolean.class);
    }

    /** Whether nobody else keeps sums of the business just now, and will not until the transaction ends. */
    boolean mayKeep(BusinessId business) {
        return db.fetchSingle("select pg_try_advisory_xact_lock(7003, {0})", DSL.inline(business.value()))
                .get(0, Boolean.class);
    }

    /** Keeps what a day comes to, with how many postings the transaction sees. */
    void keep(BusinessId business, DaySumKind kind, LocalDate day, List<Sum> sums) {
        db.deleteFrom(DAY_SUMMED)
                .where(DAY_SUMMED.BUSINESS_ID.eq(business))
                .and(DAY_SUMMED.KIND.eq(kind.name()))
                .and(DAY_SUMMED.DAY.eq(day))
                .execute();
        db.insertInto(DAY_SUMMED)
                .set(DAY_SUMMED.BUSINESS_ID, business)
                .set(DAY_SUMMED.KIND, kind.name())
                .set(DAY_SUMMED.DAY, day)
                .set(
                        DAY_SUMMED.POSTINGS,
                        counted("select postings from day", business, kind, day, day)
                                .getFirst()
                                .get("postings", Long.class))
                .execute();
        CopyRows.into(
                db,
                sums.stream()
                        .map(s -> new DaySumRecord()
                                .setBusinessId(business)
                                .setKind(kind.name())
                                .setDay(day)
                                .setKeys(s.keys().toArray(String[]::new))
                                .setEndsOn(s.endsOn())
                                .setOne(s.figure(0))
                                .setTwo(s.figure(1))
                                .setThree(s.figure(2)))
                        .toList());
    }
}
