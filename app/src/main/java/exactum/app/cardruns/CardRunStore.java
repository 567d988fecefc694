package exactum.app.cardruns;

import static exactumdb.Tables.CARD_ON_FILE;
import static exactumdb.Tables.CARD_RUN;
import static exactumdb.Tables.CARD_RUN_ITEM;
import static exactumdb.Tables.CARD_RUN_OUTCOME;
import static exactumdb.Tables.CHECKOUT;
import static exactumdb.Tables.COLLECTION;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;

import exactum.app.database.CopyRows;
import exactum.core.collection.LeftOut;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import exactum.core.ids.CollectionId;
import exactum.core.money.Money;
import exactumdb.tables.records.CardRunItemRecord;
import exactumdb.tables.records.CardRunOutcomeRecord;
import exactumdb.tables.records.CardRunRecord;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Runs of charges, their plans and what became of them, in the database. */
@Component
class CardRunStore {
    private static final int LOCK = 12;
    private final DSLContext db;

    CardRunStore(DSLContext db) {
        this.db = db;
    }

    /** The number of the next run; nobody else takes one until the transaction ends. */
    int nextNumber(BusinessId business) {
        db.execute("select pg_advisory_xact_lock({0}, {1})", DSL.inline(LOCK), DSL.inline(business.value()));
        return db.select(DSL.coalesce(DSL.max(CARD_RUN.RUN_NO), 0).plus(1))
                .from(CARD_RUN)
                .where(CARD_RUN.BUSINESS_ID.eq(business))
                .fetchSingle()
                .value1();
    }

    void insert(CardRun r) {
        db.insertInto(CARD_RUN)
                .set(CARD_RUN.BUSINESS_ID, r.business())
                .set(CARD_RUN.ID, r.id())
                .set(CARD_RUN.RUN_NO, r.number())
                .set(CARD_RUN.CURRENCY, r.total().currency().getCurrencyCode())
                .set(CARD_RUN.RUN_DATE, r.date())
                .set(CARD_RUN.UNTIL_DATE, r.until())
                .set(CARD_RUN.WORDS, r.words())
                .set(CARD_RUN.SCOPE, r.scope().words())
                .set(CARD_RUN.STATE, r.state().words())
                .set(CARD_RUN.MADE_BY, r.madeBy())
                .execute();
    }

    Optional<CardRun> find(BusinessId business, CardRunId id) {
        return db.selectFrom(CARD_RUN).where(is(business, id)).fetchOptional(this::run);
    }

    Optional<CardRun> lock(BusinessId business, CardRunId id) {
        return db.selectFrom(CARD_RUN).where(is(business, id)).forUpdate().fetchOptional(this::run);
    }

    List<CardRun> latest(BusinessId business, int most) {
        return db.selectFrom(CARD_RUN)
                .where(CARD_RUN.BUSINESS_ID.eq(business))
                .orderBy(CARD_RUN.RUN_NO.desc())
                .limit(most)
                .fetch(this::run);
    }

    List<CardRun> inState(BusinessId business, CardRun.State state) {
        return db.selectFrom(CARD_RUN)
                .where(CARD_RUN.BUSINESS_ID.eq(business))
                .and(CARD_RUN.STATE.eq(state.words()))
                .orderBy(CARD_RUN.RUN_NO)
                .fetch(this::run);
    }

    /** Moves it on; false if it stands elsewhere. */
    boolean move(BusinessId business, CardRunId id, CardRun.State from, CardRun.State to) {
        return db.update(CARD_RUN)
                        .set(CARD_RUN.STATE, to.words())
                        .where(is(business, id))
                        .and(CARD_RUN.STATE.eq(from.words()))
                        .execute()
                == 1;
    }

    void drop(BusinessId business, CardRunId id) {
        db.deleteFrom(CARD_RUN).where(is(business, id)).execute();
    }

    void planned(BusinessId business, CardRunId id, int planned, int leftOut, Money total) {
        db.update(CARD_RUN)
                .set(CARD_RUN.STATE, CardRun.State.REHEARSED.words())
                .set(CARD_RUN.PLANNED, planned)
                .set(CARD_RUN.LEFT_OUT, leftOut)
                .set(CARD_RUN.TOTAL_MINOR, total.minor())
                .where(is(business, id))
                .execute();
    }

    void insertItems(List<CardRunItemRecord> items) {
        CopyRows.into(db, items);
    }

    void outcomes(List<CardRunOutcomeRecord> outcomes) {
        CopyRows.into(db, outcomes);
    }

    static CardRunItemRecord row(CardRun run, CardRunItem i) {
        CardRunItem.Charge c = i.charge();
        return new CardRunItemRecord()
                .setBusinessId(run.business())
                .setRunId(run.id())
                .setItemNo(i.no())
                .setClaimId(i.claim())
                .setDocumentId(i.document())
                .setCustomerId(i.customer())
                .setCardId(c == null ? null : c.card().id())
                .setDueDate(i.due())
                .setLeftMinor(i.left().minor())
                .setCurrency(i.left().currency().getCurrencyCode())
                .setAmountMinor(c == null ? null : c.amount().minor())
                .setCreditMinor(c == null ? null : c.credit().minor())
                .setDiscountMinor(c == null ? null : c.discount().minor())
                .setTries(i.tries())
                .setReason(i.out() == null ? null : i.out().reason().words())
                .setWords(i.out() == null ? null : i.out().words());
    }

    /** Items of a run from a number on, in their order. */
    List<CardRunItem> items(BusinessId business, CardRunId id, int from, int most) {
        return items(business, id, CARD_RUN_ITEM.ITEM_NO.ge(from), most);
    }

    /** What is to be charged and has come to nothing yet; the plan is worked off in its order. */
    List<CardRunItem> next(BusinessId business, CardRunId id, int most) {
        int done = db.select(DSL.coalesce(DSL.max(CARD_RUN_OUTCOME.ITEM_NO), 0))
                .from(CARD_RUN_OUTCOME)
                .where(CARD_RUN_OUTCOME.BUSINESS_ID.eq(business))
                .and(CARD_RUN_OUTCOME.RUN_ID.eq(id))
                .fetchSingle()
                .value1();
        return items(business, id, CARD_RUN_ITEM.AMOUNT_MINOR.isNotNull().and(CARD_RUN_ITEM.ITEM_NO.gt(done)), most);
    }

    /** What was begun, and of which no answer was taken in, with the numbers of the documents. */
    Map<CollectionId, String> unheard(BusinessId business, CardRunId id) {
        return db.select(CARD_RUN_OUTCOME.COLLECTION_ID, DOCUMENT.NUMBER)
                .from(CARD_RUN_OUTCOME)
                .join(COLLECTION)
                .on(COLLECTION.BUSINESS_ID.eq(CARD_RUN_OUTCOME.BUSINESS_ID))
                .and(COLLECTION.ID.eq(CARD_RUN_OUTCOME.COLLECTION_ID))
                .join(CHECKOUT)
                .on(CHECKOUT.BUSINESS_ID.eq(COLLECTION.BUSINESS_ID))
                .and(CHECKOUT.COLLECTION_ID.eq(COLLECTION.ID))
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(COLLECTION.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(COLLECTION.DOCUMENT_ID))
                .where(CARD_RUN_OUTCOME.BUSINESS_ID.eq(business))
                .and(CARD_RUN_OUTCOME.RUN_ID.eq(id))
                .and(COLLECTION.STATE.eq(DSL.inline("in flight")))
                .andNot(CHECKOUT.UNANSWERED)
                .fetchMap(CARD_RUN_OUTCOME.COLLECTION_ID, DOCUMENT.NUMBER);
    }

    private List<CardRunItem> items(BusinessId business, CardRunId id, Condition which, int most) {
        return db.select(CARD_RUN_ITEM.fields())
                .select(
                        CARD_RUN_OUTCOME.ITEM_NO,
                        CARD_RUN_OUTCOME.COLLECTION_ID,
                        CARD_RUN_OUTCOME.REASON,
                        CARD_RUN_OUTCOME.WORDS,
                        DOCUMENT.NUMBER,
                        CUSTOMER.NAME,
                        CARD_ON_FILE.BRAND,
                        CARD_ON_FILE.LAST_FOUR,
                        CARD_ON_FILE.PROCESSOR_ID,
                        CARD_ON_FILE.EXPIRES,
                        CARD_ON_FILE.STATE,
                        COLLECTION.STATE,
                        COLLECTION.LAST_REASON)
                .from(CARD_RUN_ITEM)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(CARD_RUN_ITEM.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(CARD_RUN_ITEM.DOCUMENT_ID))
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(CARD_RUN_ITEM.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(CARD_RUN_ITEM.CUSTOMER_ID))
                .leftJoin(CARD_ON_FILE)
                .on(CARD_ON_FILE.BUSINESS_ID.eq(CARD_RUN_ITEM.BUSINESS_ID))
                .and(CARD_ON_FILE.ID.eq(CARD_RUN_ITEM.CARD_ID))
                .leftJoin(CARD_RUN_OUTCOME)
                .on(CARD_RUN_OUTCOME.BUSINESS_ID.eq(CARD_RUN_ITEM.BUSINESS_ID))
                .and(CARD_RUN_OUTCOME.RUN_ID.eq(CARD_RUN_ITEM.RUN_ID))
                .and(CARD_RUN_OUTCOME.ITEM_NO.eq(CARD_RUN_ITEM.ITEM_NO))
                .leftJoin(COLLECTION)
                .on(COLLECTION.BUSINESS_ID.eq(CARD_RUN_OUTCOME.BUSINESS_ID))
                .and(COLLECTION.ID.eq(CARD_RUN_OUTCOME.COLLECTION_ID))
                .where(CARD_RUN_ITEM.BUSINESS_ID.eq(business))
                .and(CARD_RUN_ITEM.RUN_ID.eq(id))
                .and(which)
                .orderBy(CARD_RUN_ITEM.ITEM_NO)
                .limit(most)
                .fetch(CardRunStore::item);
    }

    /** How many are left out, by reason. */
    Map<String, Integer> reasons(BusinessId business, CardRunId id) {
        return db.select(CARD_RUN_ITEM.REASON, DSL.count())
                .from(CARD_RUN_ITEM)
                .where(CARD_RUN_ITEM.BUSINESS_ID.eq(business))
                .and(CARD_RUN_ITEM.RUN_ID.eq(id))
                .and(CARD_RUN_ITEM.REASON.isNotNull())
                .groupBy(CARD_RUN_ITEM.REASON)
                .orderBy(DSL.count().desc())
                .fetchMap(CARD_RUN_ITEM.REASON, DSL.count());
    }

    private CardRun.Tally tally(CardRunRecord r) {
        var rows = db.select(COLLECTION.STATE, DSL.count(), DSL.sum(COLLECTION.AMOUNT_MINOR))
                .from(CARD_RUN_OUTCOME)
                .join(COLLECTION)
                .on(COLLECTION.BUSINESS_ID.eq(CARD_RUN_OUTCOME.BUSINESS_ID))
                .and(COLLECTION.ID.eq(CARD_RUN_OUTCOME.COLLECTION_ID))
                .where(CARD_RUN_OUTCOME.BUSINESS_ID.eq(r.getBusinessId()))
                .and(CARD_RUN_OUTCOME.RUN_ID.eq(r.getId()))
                .groupBy(COLLECTION.STATE)
                .fetchGroups(COLLECTION.STATE);
        int paid = count(rows.get("collected"));
        long minor =
                rows.containsKey("collected") ? rows.get("collected").getFirst().get(2, Long.class) : 0;
        int all = rows.values().stream().mapToInt(CardRunStore::count).sum();
        int refused = count(rows.get("rejected"));
        return new CardRun.Tally(paid, Money.ofMinor(r.getCurrency(), minor), refused, all - paid - refused);
    }

    private static int count(List<? extends Record> of) {
        return of == null ? 0 : of.getFirst().get(1, Integer.class);
    }

    private CardRun run(CardRunRecord r) {
        return new CardRun(
                r.getBusinessId(),
                r.getId(),
                r.getRunNo(),
                r.getRunDate(),
                r.getUntilDate(),
                r.getWords(),
                CardRun.Scope.of(r.getScope()),
                CardRun.State.of(r.getState()),
                r.getPlanned(),
                r.getLeftOut(),
                Money.ofMinor(r.getCurrency(), r.getTotalMinor()),
                tally(r),
                r.getMadeBy());
    }

    private static CardRunItem item(Record row) {
        CardRunItemRecord i = row.into(CARD_RUN_ITEM);
        String currency = i.getCurrency();
        CardRunItem.Charge charge = i.getAmountMinor() == null
                ? null
                : new CardRunItem.Charge(
                        new CardRunItem.Card(
                                i.getCardId(),
                                row.get(CARD_ON_FILE.PROCESSOR_ID),
                                row.get(CARD_ON_FILE.BRAND) + " ending " + row.get(CARD_ON_FILE.LAST_FOUR),
                                row.get(CARD_ON_FILE.STATE).equals("usable"),
                                row.get(CARD_ON_FILE.EXPIRES)),
                        Money.ofMinor(currency, i.getAmountMinor()),
                        Money.ofMinor(currency, i.getCreditMinor()),
                        Money.ofMinor(currency, i.getDiscountMinor()));
        String late = row.get(CARD_RUN_OUTCOME.REASON);
        CardRunItem.Out out = late != null
                ? new CardRunItem.Out(LeftOut.of(late), row.get(CARD_RUN_OUTCOME.WORDS))
                : i.getReason() == null ? null : new CardRunItem.Out(LeftOut.of(i.getReason()), i.getWords());
        CardRunItem.Made made = row.get(CARD_RUN_OUTCOME.COLLECTION_ID) == null
                ? null
                : new CardRunItem.Made(
                        row.get(CARD_RUN_OUTCOME.COLLECTION_ID),
                        row.get(COLLECTION.STATE),
                        row.get(COLLECTION.LAST_REASON));
        return new CardRunItem(
                i.getItemNo(),
                i.getClaimId(),
                i.getDocumentId(),
                row.get(DOCUMENT.NUMBER),
                i.getCustomerId(),
                row.get(CUSTOMER.NAME),
                i.getDueDate(),
                Money.ofMinor(currency, i.getLeftMinor()),
                i.getTries(),
                charge,
                out,
                made);
    }

    private static Condition is(BusinessId business, CardRunId id) {
        return CARD_RUN.BUSINESS_ID.eq(business).and(CARD_RUN.ID.eq(id));
    }
}
