package exactum.app.debits;

import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DEBIT_RUN;
import static exactumdb.Tables.DEBIT_RUN_ITEM;
import static exactumdb.Tables.DEBIT_RUN_OUTCOME;
import static exactumdb.Tables.DOCUMENT;

import exactum.app.database.CopyRows;
import exactum.core.collection.LeftOut;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DebitRunId;
import exactum.core.money.Money;
import exactum.core.scheme.Sequence;
import exactumdb.tables.records.DebitRunItemRecord;
import exactumdb.tables.records.DebitRunOutcomeRecord;
import exactumdb.tables.records.DebitRunRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Runs, their plans and what became of them, in the database. */
@Component
class DebitRunStore {
    private final DSLContext db;
    private final JsonMapper json;

    DebitRunStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    /** The number of the next run; nobody else takes one until the transaction ends. */
    int nextNumber(BusinessId business) {
        db.execute("select pg_advisory_xact_lock({0}, {1})", DSL.inline(11), DSL.inline(business.value()));
        return db.select(DSL.coalesce(DSL.max(DEBIT_RUN.RUN_NO), 0).plus(1))
                .from(DEBIT_RUN)
                .where(DEBIT_RUN.BUSINESS_ID.eq(business))
                .fetchSingle()
                .value1();
    }

    void insert(DebitRun r) {
        db.insertInto(DEBIT_RUN)
                .set(DEBIT_RUN.BUSINESS_ID, r.business())
                .set(DEBIT_RUN.ID, r.id())
                .set(DEBIT_RUN.RUN_NO, r.number())
                .set(DEBIT_RUN.BANK_ACCOUNT_ID, r.account())
                .set(DEBIT_RUN.SCHEME, r.scheme())
                .set(DEBIT_RUN.RUN_DATE, r.date())
                .set(DEBIT_RUN.UNTIL_DATE, r.until())
                .set(DEBIT_RUN.FILTER, JSONB.valueOf(json.writeValueAsString(r.filter())))
                .set(DEBIT_RUN.STATE, r.state().words())
                .set(DEBIT_RUN.MADE_BY, r.madeBy())
                .execute();
    }

    Optional<DebitRun> find(BusinessId business, DebitRunId id) {
        return db.selectFrom(DEBIT_RUN).where(is(business, id)).fetchOptional(this::run);
    }

    Optional<DebitRun> lock(BusinessId business, DebitRunId id) {
        return db.selectFrom(DEBIT_RUN).where(is(business, id)).forUpdate().fetchOptional(this::run);
    }

    /** The run, which is not withdrawn until the transaction ends; items may leave it meanwhile. */
    Optional<DebitRun> stays(BusinessId business, DebitRunId id) {
        return db.selectFrom(DEBIT_RUN).where(is(business, id)).forKeyShare().fetchOptional(this::run);
    }

    /** The runs are not handed over until the transaction ends; that they are committed meanwhile is no matter. */
    void waitsForUs(BusinessId business, Collection<DebitRunId> ids) {
        db.select(DEBIT_RUN.ID)
                .from(DEBIT_RUN)
                .where(DEBIT_RUN.BUSINESS_ID.eq(business))
                .and(DEBIT_RUN.ID.in(ids))
                .orderBy(DEBIT_RUN.ID)
                .forNoKeyUpdate()
                .fetch();
    }

    /** Waits until nobody else works the run off, and keeps others from it until the transaction ends. */
    void alone(DebitRunId id) {
        db.execute(
                "select pg_advisory_xact_lock({0})",
                DSL.inline(id.value().getMostSignificantBits() ^ id.value().getLeastSignificantBits()));
    }

    List<DebitRun> latest(BusinessId business, int most) {
        return db.selectFrom(DEBIT_RUN)
                .where(DEBIT_RUN.BUSINESS_ID.eq(business))
                .orderBy(DEBIT_RUN.RUN_NO.desc())
                .limit(most)
                .fetch(this::run);
    }

    List<DebitRun> inState(BusinessId business, DebitRun.State state) {
        return db.selectFrom(DEBIT_RUN)
                .where(DEBIT_RUN.BUSINESS_ID.eq(business))
                .and(DEBIT_RUN.STATE.eq(state.words()))
                .orderBy(DEBIT_RUN.RUN_NO)
                .fetch(this::run);
    }

    /** Moves it on; false if it stands elsewhere. */
    boolean move(BusinessId business, DebitRunId id, DebitRun.State from, DebitRun.State to) {
        return db.update(DEBIT_RUN)
                        .set(DEBIT_RUN.STATE, to.words())
                        .set(
                                DEBIT_RUN.HANDED_AT,
                                to == DebitRun.State.HANDED_OVER ? DSL.currentOffsetDateTime() : DEBIT_RUN.HANDED_AT)
                        .where(is(business, id))
                        .and(DEBIT_RUN.STATE.eq(from.words()))
                        .execute()
                == 1;
    }

    void drop(BusinessId business, DebitRunId id) {
        db.deleteFrom(DEBIT_RUN).where(is(business, id)).execute();
    }

    void planned(BusinessId business, DebitRunId id, int planned, int leftOut, Money total) {
        db.update(DEBIT_RUN)
                .set(DEBIT_RUN.STATE, DebitRun.State.REHEARSED.words())
                .set(DEBIT_RUN.PLANNED, planned)
                .set(DEBIT_RUN.LEFT_OUT, leftOut)
                .set(DEBIT_RUN.TOTAL_MINOR, total.minor())
                .where(is(business, id))
                .execute();
    }

    /** Counts what its collections come to by now. */
    void count(BusinessId business, DebitRunId id) {
        db.execute("""
                update debit_run r set made = coalesce(c.n, 0), made_minor = coalesce(c.minor, 0)
                  from (select count(*)::int as n, sum(c.amount_minor) as minor
                          from debit_group g join debit d on d.business_id = g.business_id and d.group_id = g.id
                          join collection c on c.business_id = d.business_id and c.id = d.collection_id
                         where g.business_id = {0} and g.run_id = {1} and c.state <> 'withdrawn') c
                 where r.business_id = {0} and r.id = {1}
                """, DSL.inline(business.value()), DSL.val(id.value()));
    }

    void insertItems(List<DebitRunItemRecord> rows) {
        CopyRows.into(db, rows);
    }

    static DebitRunItemRecord row(BusinessId business, DebitRunId run, RunItem i) {
        RunItem.Collect c = i.collect();
        return new DebitRunItemRecord()
                .setBusinessId(business)
                .setRunId(run)
                .setItemNo(i.no())
                .setClaimId(i.claim())
                .setDocumentId(i.document())
                .setCustomerId(i.customer())
                .setDueDate(i.due())
                .setLeftMinor(i.left().minor())
                .setCurrency(i.left().currency().getCurrencyCode())
                .setTries(i.tries())
                .setMandateId(c == null ? null : c.mandate())
                .setMandateRevision(c == null ? null : Integer.valueOf(c.mandateRevision()))
                .setAmountMinor(c == null ? null : Long.valueOf(c.amount().minor()))
                .setCreditMinor(c == null ? null : Long.valueOf(c.credit().minor()))
                .setDiscountMinor(c == null ? null : Long.valueOf(c.discount().minor()))
                .setCollectOn(c == null ? null : c.on())
                .setSequence(c == null ? null : c.sequence().code())
                .setIsLast(c != null && c.isLast())
                .setReason(i.out() == null ? null : i.out().reason().words())
                .setWords(i.out() == null ? null : i.out().words());
    }

    List<RunItem> items(BusinessId business, DebitRunId run, int from, int last) {
        return db.select(DEBIT_RUN_ITEM.fields())
                .select(DEBIT_RUN_OUTCOME.fields())
                .select(DOCUMENT.NUMBER, CUSTOMER.NAME)
                .from(DEBIT_RUN_ITEM)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(DEBIT_RUN_ITEM.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(DEBIT_RUN_ITEM.DOCUMENT_ID))
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(DEBIT_RUN_ITEM.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(DEBIT_RUN_ITEM.CUSTOMER_ID))
                .leftJoin(DEBIT_RUN_OUTCOME)
                .on(DEBIT_RUN_OUTCOME.BUSINESS_ID.eq(DEBIT_RUN_ITEM.BUSINESS_ID))
                .and(DEBIT_RUN_OUTCOME.RUN_ID.eq(DEBIT_RUN_ITEM.RUN_ID))
                .and(DEBIT_RUN_OUTCOME.ITEM_NO.eq(DEBIT_RUN_ITEM.ITEM_NO))
                .and(DEBIT_RUN_OUTCOME.ITEM_NO.between(from, last))
                .where(DEBIT_RUN_ITEM.BUSINESS_ID.eq(business))
                .and(DEBIT_RUN_ITEM.RUN_ID.eq(run))
                .and(DEBIT_RUN_ITEM.ITEM_NO.between(from, last))
                .orderBy(DEBIT_RUN_ITEM.ITEM_NO)
                .fetch(DebitRunStore::item);
    }

    /** Of items that are collected after the window of their early settlement, until when that was. */
    Map<Integer, LocalDate> missedEarly(BusinessId business, DebitRunId run, Collection<Integer> items) {
        return db.select(DEBIT_RUN_ITEM.ITEM_NO, CLAIM.EARLY_UNTIL)
                .from(DEBIT_RUN_ITEM)
                .join(CLAIM)
                .on(CLAIM.BUSINESS_ID.eq(DEBIT_RUN_ITEM.BUSINESS_ID))
                .and(CLAIM.ID.eq(DEBIT_RUN_ITEM.CLAIM_ID))
                .where(DEBIT_RUN_ITEM.BUSINESS_ID.eq(business))
                .and(DEBIT_RUN_ITEM.RUN_ID.eq(run))
                .and(DEBIT_RUN_ITEM.ITEM_NO.in(items))
                .and(CLAIM.EARLY_MINOR.gt(0L))
                .and(CLAIM.EARLY_UNTIL.lt(DEBIT_RUN_ITEM.COLLECT_ON))
                .fetchMap(DEBIT_RUN_ITEM.ITEM_NO, CLAIM.EARLY_UNTIL);
    }

    /** From one item to another, both included. */
    record Range(int first, int last) {}

    /** Where the items are that can be collected, so many together; of some of them something may have become. */
    List<Range> collectable(BusinessId business, DebitRunId run, int together) {
        List<Integer> all = db.select(DEBIT_RUN_ITEM.ITEM_NO)
                .from(DEBIT_RUN_ITEM)
                .where(DEBIT_RUN_ITEM.BUSINESS_ID.eq(business))
                .and(DEBIT_RUN_ITEM.RUN_ID.eq(run))
                .and(DEBIT_RUN_ITEM.REASON.isNull())
                .orderBy(DEBIT_RUN_ITEM.ITEM_NO)
                .fetch(DEBIT_RUN_ITEM.ITEM_NO);
        List<Range> ranges = new ArrayList<>();
        for (int at = 0; at < all.size(); at += together)
            ranges.add(new Range(all.get(at), all.get(Math.min(all.size(), at + together) - 1)));
        return ranges;
    }

    void outcomes(List<DebitRunOutcomeRecord> rows) {
        CopyRows.into(db, rows);
    }

    /** Why items are left out, most first, with how many. */
    Map<String, Integer> reasons(BusinessId business, DebitRunId run) {
        var reason = DSL.coalesce(DEBIT_RUN_OUTCOME.REASON, DEBIT_RUN_ITEM.REASON);
        Map<String, Integer> reasons = new LinkedHashMap<>();
        db.select(reason, DSL.count())
                .from(DEBIT_RUN_ITEM)
                .leftJoin(DEBIT_RUN_OUTCOME)
                .on(DEBIT_RUN_OUTCOME.BUSINESS_ID.eq(DEBIT_RUN_ITEM.BUSINESS_ID))
                .and(DEBIT_RUN_OUTCOME.RUN_ID.eq(DEBIT_RUN_ITEM.RUN_ID))
                .and(DEBIT_RUN_OUTCOME.ITEM_NO.eq(DEBIT_RUN_ITEM.ITEM_NO))
                .where(DEBIT_RUN_ITEM.BUSINESS_ID.eq(business))
                .and(DEBIT_RUN_ITEM.RUN_ID.eq(run))
                .and(reason.isNotNull())
                .groupBy(reason)
                .orderBy(DSL.count().desc())
                .forEach(r -> reasons.put(r.value1(), r.value2()));
        return reasons;
    }

    private static Condition is(BusinessId business, DebitRunId id) {
        return DEBIT_RUN.BUSINESS_ID.eq(business).and(DEBIT_RUN.ID.eq(id));
    }

    private DebitRun run(DebitRunRecord r) {
        String currency = r.getScheme().rules().currency().getCurrencyCode();
        return new DebitRun(
                r.getBusinessId(),
                r.getId(),
                r.getRunNo(),
                r.getBankAccountId(),
                r.getScheme(),
                r.getRunDate(),
                r.getUntilDate(),
                json.readValue(r.getFilter().data(), DebitRun.Filter.class),
                DebitRun.State.of(r.getState()),
                r.getPlanned(),
                r.getLeftOut(),
                Money.ofMinor(currency, r.getTotalMinor()),
                r.getMade(),
                Money.ofMinor(currency, r.getMadeMinor()),
                r.getMadeBy());
    }

    private static RunItem item(Record row) {
        DebitRunItemRecord i = row.into(DEBIT_RUN_ITEM);
        DebitRunOutcomeRecord o = row.into(DEBIT_RUN_OUTCOME);
        RunItem.Collect collect = i.getAmountMinor() == null
                ? null
                : new RunItem.Collect(
                        i.getMandateId(),
                        i.getMandateRevision(),
                        Money.ofMinor(i.getCurrency(), i.getAmountMinor()),
                        Money.ofMinor(i.getCurrency(), i.getCreditMinor()),
                        Money.ofMinor(i.getCurrency(), i.getDiscountMinor()),
                        i.getCollectOn(),
                        Sequence.of(i.getSequence()),
                        i.getIsLast());
        RunItem.Outcome outcome = o.getItemNo() == null
                ? null
                : new RunItem.Outcome(o.getCollectionId(), out(o.getReason(), o.getWords()));
        return new RunItem(
                i.getItemNo(),
                i.getClaimId(),
                i.getDocumentId(),
                row.get(DOCUMENT.NUMBER),
                i.getCustomerId(),
                row.get(CUSTOMER.NAME),
                i.getDueDate(),
                Money.ofMinor(i.getCurrency(), i.getLeftMinor()),
                i.getTries(),
                collect,
                out(i.getReason(), i.getWords()),
                outcome);
    }

    private static RunItem.Out out(String reason, String words) {
        return reason == null ? null : new RunItem.Out(LeftOut.of(reason), words);
    }
}
