package exactum.app.billing;

import static exactumdb.Tables.APPROVAL;
import static exactumdb.Tables.RUN;
import static exactumdb.Tables.RUN_CHUNK;
import static exactumdb.Tables.RUN_ITEM;
import static exactumdb.Tables.RUN_OUTCOME;
import static exactumdb.Tables.RUN_TOTAL;

import exactum.app.database.CopyRows;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RunId;
import exactum.core.money.Money;
import exactumdb.tables.records.RunChunkRecord;
import exactumdb.tables.records.RunItemRecord;
import exactumdb.tables.records.RunOutcomeRecord;
import exactumdb.tables.records.RunRecord;
import exactumdb.tables.records.RunTotalRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Runs, their plans and what became of them, in the database. */
@Component
class RunStore {
    private static final String BILLING = "billing";
    private final DSLContext db;

    RunStore(DSLContext db) {
        this.db = db;
    }

    /** A part of a plan that is worked off in one transaction. */
    record Chunk(int firstItem, int lastItem) {}

    Optional<BillingRun> find(BusinessId business, RunId id) {
        return load(business, RUN.ID.eq(id), 1).stream().findFirst();
    }

    List<BillingRun> latest(BusinessId business, int most) {
        return load(business, DSL.noCondition(), most);
    }

    void insert(BusinessId business, RunId id, LocalDate date, BillingRun.Filter filter, String who) {
        db.insertInto(RUN)
                .set(RUN.BUSINESS_ID, business)
                .set(RUN.ID, id)
                .set(RUN.KIND, BILLING)
                .set(RUN.RUN_DATE, date)
                .set(RUN.WORDS, filter.words())
                .set(RUN.GROUP_ID, filter.group())
                .set(RUN.STATE, RunState.PLANNING.words())
                .set(RUN.MADE_BY, who)
                .execute();
    }

    /** Takes back what was planned so far, as after a planning that was killed. */
    void clearPlan(BusinessId business, RunId id) {
        db.deleteFrom(RUN_ITEM)
                .where(RUN_ITEM.BUSINESS_ID.eq(business))
                .and(RUN_ITEM.RUN_ID.eq(id))
                .execute();
        setPlanned(business, id, 0, 0);
    }

    void insertItems(BusinessId business, RunId run, List<PlannedItem> items) {
        CopyRows.into(db, items.stream().map(i -> row(business, run, i)).toList());
    }

    void setPlanned(BusinessId business, RunId run, int planned, int leftOut) {
        db.update(RUN)
                .set(RUN.PLANNED, planned)
                .set(RUN.LEFT_OUT, leftOut)
                .where(is(business, run))
                .execute();
    }

    /** The plan is complete; false if it was before. */
    boolean setRehearsed(BusinessId business, RunId run, Map<Currency, Money> totals, Map<Currency, Integer> counts) {
        if (!move(business, run, RunState.PLANNING, RunState.REHEARSED)) return false;
        CopyRows.into(
                db,
                totals.entrySet().stream()
                        .map(e -> new RunTotalRecord(
                                business,
                                run,
                                e.getKey().getCurrencyCode(),
                                counts.get(e.getKey()),
                                e.getValue().minor()))
                        .toList());
        return true;
    }

    /** Drops the person's rehearsals that were never committed, a finished forecast included. */
    void dropRehearsals(BusinessId business, String madeBy) {
        db.deleteFrom(RUN)
                .where(RUN.BUSINESS_ID.eq(business))
                .and(RUN.STATE.eq(RunState.REHEARSED.words()))
                .and(RUN.MADE_BY.eq(madeBy))
                .andNotExists(DSL.selectOne()
                        .from(APPROVAL)
                        .where(APPROVAL.BUSINESS_ID.eq(RUN.BUSINESS_ID))
                        .and(APPROVAL.SUBJECT.eq(RUN.ID.coerce(UUID.class)))
                        .and(APPROVAL.STATE.eq("asked")))
                .execute();
    }

    /** Drops what somebody began to plan and did not finish. */
    List<RunId> dropPlans(BusinessId business, String madeBy) {
        return db.deleteFrom(RUN)
                .where(RUN.BUSINESS_ID.eq(business))
                .and(RUN.STATE.in(RunState.PLANNING.words(), RunState.REHEARSED.words()))
                .and(RUN.MADE_BY.eq(madeBy))
                .returning(RUN.ID)
                .fetch(RUN.ID);
    }

    /** What somebody committed that is not done, the oldest first. */
    List<RunId> running(BusinessId business, String madeBy) {
        return db.select(RUN.ID)
                .from(RUN)
                .where(RUN.BUSINESS_ID.eq(business))
                .and(RUN.STATE.eq(RunState.RUNNING.words()))
                .and(RUN.MADE_BY.eq(madeBy))
                .orderBy(RUN.ID)
                .fetch(RUN.ID);
    }

    /** Drops a rehearsal. */
    void drop(BusinessId business, RunId run) {
        db.deleteFrom(RUN)
                .where(is(business, run))
                .and(RUN.STATE.eq(RunState.REHEARSED.words()))
                .execute();
    }

    /** Claims a rehearsed run for committing and cuts its plan into chunks; false if it was committed already. */
    boolean start(BusinessId business, RunId run, int chunk) {
        int started = db.update(RUN)
                .set(RUN.STATE, RunState.RUNNING.words())
                .set(RUN.LEFT_OUT, 0)
                .set(RUN.STARTED_AT, OffsetDateTime.now())
                .where(is(business, run))
                .and(RUN.STATE.eq(RunState.REHEARSED.words()))
                .execute();
        if (started == 0) return false;
        int planned = find(business, run).orElseThrow().planned();
        var chunks = new ArrayList<RunChunkRecord>();
        for (int first = 1; first <= planned; first += chunk) {
            chunks.add(new RunChunkRecord(business, run, first, Math.min(first + chunk - 1, planned), false));
        }
        CopyRows.into(db, chunks);
        return true;
    }

    /** Marks it done once every chunk is; false while some are not. */
    boolean finish(BusinessId business, RunId run) {
        boolean some = db.fetchExists(
                RUN_CHUNK,
                RUN_CHUNK.BUSINESS_ID.eq(business).and(RUN_CHUNK.RUN_ID.eq(run)).and(RUN_CHUNK.DONE.isFalse()));
        if (some) return false;
        return db.update(RUN)
                        .set(RUN.STATE, RunState.DONE.words())
                        .set(RUN.FINISHED_AT, OffsetDateTime.now())
                        .where(is(business, run))
                        .and(RUN.STATE.eq(RunState.RUNNING.words()))
                        .execute()
                == 1;
    }

    /** Stops a run between two chunks; false if it does not run. */
    boolean stop(BusinessId business, RunId run) {
        return move(business, run, RunState.RUNNING, RunState.STOPPED);
    }

    /** Lets a stopped run go on; false if it is not stopped. */
    boolean goOn(BusinessId business, RunId run) {
        return move(business, run, RunState.STOPPED, RunState.RUNNING);
    }

    boolean isRunning(BusinessId business, RunId run) {
        return db.fetchExists(RUN, is(business, run).and(RUN.STATE.eq(RunState.RUNNING.words())));
    }

    /** Why items were left out, each reason with how many. */
    Map<String, Integer> reasons(BusinessId business, RunId run) {
        return db.fetch(
                        "select coalesce(o.reason, i.left_out) as why, count(*)::int as n from run_item i"
                                + " left join run_outcome o on o.business_id = i.business_id and o.run_id = i.run_id and o.item_no = i.item_no"
                                + " where i.business_id = {0} and i.run_id = {1} and (o.reason is not null or o.item_no is null and i.left_out is not null) group by 1 order by 2 desc, 1 limit 12",
                        DSL.inline(business.value()), DSL.val(run.value()))
                .intoMap(r -> r.get("why", String.class), r -> r.get("n", Integer.class));
    }

    /** The next chunk that nobody works at, held until the transaction ends. */
    Optional<Chunk> takeChunk(BusinessId business, RunId run) {
        return db.selectFrom(RUN_CHUNK)
                .where(RUN_CHUNK.BUSINESS_ID.eq(business))
                .and(RUN_CHUNK.RUN_ID.eq(run))
                .and(RUN_CHUNK.DONE.isFalse())
                .orderBy(RUN_CHUNK.FIRST_ITEM)
                .limit(1)
                .forUpdate()
                .skipLocked()
                .fetchOptional(c -> new Chunk(c.getFirstItem(), c.getLastItem()));
    }

    /**
     * Writes what became of the items of a chunk and counts it on the run.
     *
     * @param drafted how many of the documents are drafts
     */
    void chunkDone(BusinessId business, RunId run, Chunk chunk, List<Outcome> outcomes, int drafted) {
        CopyRows.into(
                db,
                outcomes.stream()
                        .map(o -> new RunOutcomeRecord(business, run, o.itemNo(), o.document(), o.reason()))
                        .toList());
        db.update(RUN_CHUNK)
                .set(RUN_CHUNK.DONE, true)
                .where(RUN_CHUNK.BUSINESS_ID.eq(business))
                .and(RUN_CHUNK.RUN_ID.eq(run))
                .and(RUN_CHUNK.FIRST_ITEM.eq(chunk.firstItem()))
                .execute();
        int made = (int) outcomes.stream().filter(o -> o.document() != null).count();
        db.update(RUN)
                .set(RUN.ISSUED, RUN.ISSUED.plus(made - drafted))
                .set(RUN.DRAFTED, RUN.DRAFTED.plus(drafted))
                .set(RUN.LEFT_OUT, RUN.LEFT_OUT.plus(outcomes.size() - made))
                .where(is(business, run))
                .execute();
    }

    List<PlannedItem> items(BusinessId business, RunId run, int first, int last) {
        return db.selectFrom(RUN_ITEM)
                .where(RUN_ITEM.BUSINESS_ID.eq(business))
                .and(RUN_ITEM.RUN_ID.eq(run))
                .and(RUN_ITEM.ITEM_NO.between(first, last))
                .orderBy(RUN_ITEM.ITEM_NO)
                .fetch(RunStore::item);
    }

    Map<Integer, Outcome> outcomes(BusinessId business, RunId run, int first, int last) {
        return db
                .selectFrom(RUN_OUTCOME)
                .where(RUN_OUTCOME.BUSINESS_ID.eq(business))
                .and(RUN_OUTCOME.RUN_ID.eq(run))
                .and(RUN_OUTCOME.ITEM_NO.between(first, last))
                .fetch(o -> new Outcome(o.getItemNo(), o.getDocumentId(), o.getReason()))
                .stream()
                .collect(Collectors.toMap(Outcome::itemNo, Function.identity()));
    }

    /** How many items of a plan that can be made have no address to go to. */
    int held(BusinessId business, RunId run) {
        return db.fetchCount(
                RUN_ITEM,
                RUN_ITEM.BUSINESS_ID.eq(business),
                RUN_ITEM.RUN_ID.eq(run),
                RUN_ITEM.SENT_TO.isNull(),
                RUN_ITEM.LEFT_OUT.isNull());
    }

    private boolean move(BusinessId business, RunId run, RunState from, RunState to) {
        return db.update(RUN)
                        .set(RUN.STATE, to.words())
                        .where(is(business, run))
                        .and(RUN.STATE.eq(from.words()))
                        .execute()
                == 1;
    }

    private static Condition is(BusinessId business, RunId run) {
        return RUN.BUSINESS_ID.eq(business).and(RUN.ID.eq(run));
    }

    private List<BillingRun> load(BusinessId business, Condition condition, int most) {
        var rows = db.selectFrom(RUN)
                .where(RUN.BUSINESS_ID.eq(business))
                .and(RUN.KIND.eq(BILLING))
                .and(condition)
                .orderBy(RUN.ID.desc())
                .limit(most)
                .fetch();
        Map<RunId, List<Money>> totals = totals(business, rows.getValues(RUN.ID));
        return rows.map(r -> run(r, totals.getOrDefault(r.getId(), List.of())));
    }

    private Map<RunId, List<Money>> totals(BusinessId business, Collection<RunId> runs) {
        return db.selectFrom(RUN_TOTAL)
                .where(RUN_TOTAL.BUSINESS_ID.eq(business))
                .and(RUN_TOTAL.RUN_ID.in(runs))
                .orderBy(RUN_TOTAL.CURRENCY)
                .fetchGroups(RUN_TOTAL.RUN_ID, t -> Money.ofMinor(t.getCurrency(), t.getTotalMinor()));
    }

    private static BillingRun run(RunRecord r, List<Money> totals) {
        return new BillingRun(
                r.getId(),
                r.getRunDate(),
                new BillingRun.Filter(r.getWords(), r.getGroupId()),
                RunState.of(r.getState()),
                r.getPlanned(),
                r.getIssued(),
                r.getDrafted(),
                r.getLeftOut(),
                totals,
                r.getMadeBy(),
                new BillingRun.Times(r.getMadeAt(), r.getStartedAt(), r.getFinishedAt()));
    }

    private static RunItemRecord row(BusinessId business, RunId run, PlannedItem i) {
        Facts f = i.facts();
        return new RunItemRecord()
                .setBusinessId(business)
                .setRunId(run)
                .setItemNo(i.itemNo())
                .setRecurringId(i.recurring())
                .setRecurringRevision(i.revision())
                .setCustomerId(i.customer())
                .setOccurrenceIndex(i.occurrence())
                .setDocumentDate(i.date())
                .setCurrency(i.currency().getCurrencyCode())
                .setDueDate(f == null ? null : f.due())
                .setParts(f == null ? null : f.parts())
                .setGrossMinor(f == null ? null : f.gross().minor())
                .setRates(f == null ? null : f.rates())
                .setBuyer(f == null ? null : f.buyer())
                .setSentTo(f == null ? null : f.sentTo())
                .setLeftOut(i.leftOut());
    }

    private static PlannedItem item(RunItemRecord i) {
        Facts facts = i.getGrossMinor() == null
                ? null
                : new Facts(
                        Money.ofMinor(i.getCurrency(), i.getGrossMinor()),
                        i.getDueDate(),
                        i.getParts(),
                        i.getRates(),
                        i.getBuyer(),
                        i.getSentTo());
        return new PlannedItem(
                i.getItemNo(),
                i.getRecurringId(),
                i.getRecurringRevision(),
                i.getCustomerId(),
                i.getOccurrenceIndex(),
                i.getDocumentDate(),
                Currency.getInstance(i.getCurrency()),
                facts,
                i.getLeftOut());
    }
}
