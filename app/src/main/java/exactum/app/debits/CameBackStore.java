package exactum.app.debits;

import static exactumdb.Tables.CAME_BACK;
import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.COLLECTION;
import static exactumdb.Tables.COLLECTION_ITEM;
import static exactumdb.Tables.COLLECT_AGAIN;
import static exactumdb.Tables.DEBIT_REPORT;
import static exactumdb.Tables.MEANS;
import static exactumdb.Tables.RECEIPT;

import exactum.app.database.AtOnce;
import exactum.app.database.IdArray;
import exactum.app.database.Ids;
import exactum.app.database.InsertRows;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import exactumdb.tables.records.CameBackRecord;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What came back, and what it led to, in the database. */
@Component
class CameBackStore {
    private static final int AT_ONCE = 500;
    private final DSLContext db;

    CameBackStore(DSLContext db) {
        this.db = db;
    }

    /** Adds those that their source's own keys do not know yet. */
    void insert(BusinessId business, Map<CameBack, String> keys) {
        for (List<Map.Entry<CameBack, String>> some : AtOnce.slices(List.copyOf(keys.entrySet()), AT_ONCE))
            InsertRows.ifNew(
                            db,
                            some.stream()
                                    .map(e -> row(business, e.getKey(), e.getValue()))
                                    .toList())
                    .execute();
    }

    private static CameBackRecord row(BusinessId business, CameBack c, String key) {
        return new CameBackRecord()
                .setBusinessId(business)
                .setId(c.id())
                .setSource(c.source().words())
                .setSourceKey(key)
                .setBankAccountId(c.account())
                .setBankLineId(c.line())
                .setCollectionId(c.collection())
                .setEndToEnd(c.said().endToEnd())
                .setMandateRef(c.said().mandate())
                .setPayer(c.said().payer())
                .setCurrency(c.amount().currency().getCurrencyCode())
                .setAmountMinor(c.amount().minor())
                .setChargedMinor(c.charged().minor())
                .setReason(c.reason())
                .setBackOn(c.on())
                .setState(c.state().words());
    }

    /** What a notice told of and nobody took in yet is on this line of the statement. */
    void nowOnLine(BusinessId business, CollectionId collection, StatementLine.Returned said, BankLineId line) {
        db.update(CAME_BACK)
                .set(CAME_BACK.BANK_LINE_ID, line)
                .set(CAME_BACK.CHARGED_MINOR, said.charged().minor())
                .where(CAME_BACK.BUSINESS_ID.eq(business))
                .and(CAME_BACK.COLLECTION_ID.eq(collection))
                .and(CAME_BACK.SOURCE.eq(CameBack.Source.NOTICE.words()))
                .and(CAME_BACK.STATE.eq(CameBack.State.NEW.words()))
                .and(CAME_BACK.BANK_LINE_ID.isNull())
                .and(CAME_BACK.AMOUNT_MINOR.eq(said.amount().minor()))
                .execute();
    }

    Optional<CameBack> find(BusinessId business, CameBackId id) {
        return db.selectFrom(CAME_BACK).where(is(business, id)).fetchOptional(CameBackStore::cameBack);
    }

    Optional<CameBack> lock(BusinessId business, CameBackId id) {
        return lock(business, List.of(id)).stream().findFirst();
    }

    /** Those that are there, each held until the transaction ends. */
    List<CameBack> lock(BusinessId business, Collection<CameBackId> ids) {
        return db.selectFrom(CAME_BACK)
                .where(CAME_BACK.BUSINESS_ID.eq(business))
                .and(any(ids))
                .orderBy(CAME_BACK.ID)
                .forUpdate()
                .fetch(CameBackStore::cameBack);
    }

    /** Whose collections they are, where that is known. */
    Map<CameBackId, CustomerId> customers(BusinessId business, Collection<CameBackId> ids) {
        return db.select(CAME_BACK.ID, COLLECTION.CUSTOMER_ID)
                .from(CAME_BACK)
                .join(COLLECTION)
                .on(COLLECTION.BUSINESS_ID.eq(CAME_BACK.BUSINESS_ID))
                .and(COLLECTION.ID.eq(CAME_BACK.COLLECTION_ID))
                .where(CAME_BACK.BUSINESS_ID.eq(business))
                .and(any(ids))
                .fetchMap(CAME_BACK.ID, COLLECTION.CUSTOMER_ID);
    }

    private static Condition any(Collection<CameBackId> ids) {
        return DSL.condition("came_back.id = any({0})", IdArray.of(ids));
    }

    List<CameBack> inState(BusinessId business, CameBack.State state, int most) {
        return db.selectFrom(CAME_BACK)
                .where(CAME_BACK.BUSINESS_ID.eq(business))
                .and(CAME_BACK.STATE.eq(state.words()))
                .orderBy(CAME_BACK.BACK_ON.desc(), CAME_BACK.ID.desc())
                .limit(most)
                .fetch(CameBackStore::cameBack);
    }

    int count(BusinessId business, CameBack.State state) {
        return db.fetchCount(CAME_BACK, CAME_BACK.BUSINESS_ID.eq(business).and(CAME_BACK.STATE.eq(state.words())));
    }

    /** All that was said of a collection. */
    List<CameBack> of(BusinessId business, Collection<CollectionId> collections) {
        return db.selectFrom(CAME_BACK)
                .where(CAME_BACK.BUSINESS_ID.eq(business))
                .and(DSL.condition("came_back.collection_id = any({0})", IdArray.of(collections)))
                .orderBy(CAME_BACK.BACK_ON, CAME_BACK.ID)
                .fetch(CameBackStore::cameBack);
    }

    void state(BusinessId business, CameBackId id, CollectionId collection, CameBack.State state, String cause) {
        db.update(CAME_BACK)
                .set(CAME_BACK.STATE, state.words())
                .set(CAME_BACK.COLLECTION_ID, collection)
                .set(CAME_BACK.CAUSE, cause)
                .where(is(business, id))
                .execute();
    }

    /** Several were taken in, as these collections. */
    void takenIn(BusinessId business, Map<CameBackId, CollectionId> all) {
        db.execute(
                "update came_back b set state = {0}, collection_id = v.collection_id, cause = '' from unnest({1}, {2}) as v(id, collection_id) where b.business_id = {3} and b.id = v.id",
                DSL.inline(CameBack.State.TAKEN_IN.words()),
                IdArray.of(all.keySet()),
                IdArray.of(all.values()),
                DSL.inline(business.value()));
    }

    /**
     * The payment that a collection became.
     *
     * @param stands whether any of it was not taken back yet
     */
    record Paid(MeansId means, boolean stands) {}

    /** The payments of those that were collected. */
    Map<CollectionId, Paid> paid(BusinessId business, Collection<CollectionId> collections) {
        return db.select(RECEIPT.COLLECTION_ID, RECEIPT.MEANS_ID, MEANS.AMOUNT_MINOR, MEANS.TAKEN_BACK_MINOR)
                .from(RECEIPT)
                .join(MEANS)
                .on(MEANS.BUSINESS_ID.eq(RECEIPT.BUSINESS_ID))
                .and(MEANS.ID.eq(RECEIPT.MEANS_ID))
                .where(RECEIPT.BUSINESS_ID.eq(business))
                .and(DSL.condition("receipt.collection_id = any({0})", IdArray.of(collections)))
                .fetchMap(
                        RECEIPT.COLLECTION_ID,
                        r -> new Paid(
                                r.get(RECEIPT.MEANS_ID), r.get(MEANS.AMOUNT_MINOR) > r.get(MEANS.TAKEN_BACK_MINOR)));
    }

    /** What waits for the bank line of a collection's group, or of it alone. */
    Optional<WaitingId> waiting(BusinessId business, DebitStore.Debit debit) {
        return db.fetchOptional(
                        "select id from waiting where business_id = {0} and kind = 'batch of debits' and source_id in ({1}, {2})",
                        DSL.inline(business.value()),
                        DSL.val(debit.group().value()),
                        DSL.val(debit.id().value()))
                .map(r -> new WaitingId(r.get("id", UUID.class)));
    }

    /** An item that is not collected again before a day. */
    record Again(ClaimId claim, LocalDate notBefore, int tries) {}

    void again(BusinessId business, List<Again> all) {
        db.execute(
                """
                insert into collect_again (business_id, claim_id, not_before, tries) select {0}, v.claim, v.day, v.tries from unnest({1}, {2}, {3}) as v(claim, day, tries)
                on conflict (business_id, claim_id) do update set not_before = excluded.not_before, tries = excluded.tries
                """,
                DSL.inline(business.value()),
                DSL.val(all.stream().map(a -> a.claim().value()).toArray(UUID[]::new)),
                DSL.val(all.stream().map(Again::notBefore).toArray(LocalDate[]::new)),
                DSL.val(all.stream().map(Again::tries).toArray(Integer[]::new)));
    }

    /** The day before which items are not collected again, if that is to come. */
    Optional<LocalDate> notBefore(BusinessId business, Collection<ClaimId> claims) {
        return db.select(DSL.max(COLLECT_AGAIN.NOT_BEFORE))
                .from(COLLECT_AGAIN)
                .where(COLLECT_AGAIN.BUSINESS_ID.eq(business))
                .and(COLLECT_AGAIN.CLAIM_ID.in(claims))
                .and(COLLECT_AGAIN.TRIES.gt(0))
                .fetchOptional(DSL.max(COLLECT_AGAIN.NOT_BEFORE));
    }

    /** The bank is told again, with the next collection, what it was told with those that were rejected. */
    void tellAgain(BusinessId business, Collection<CollectionId> rejected) {
        db.execute("""
                update mandate m set new_account = m.new_account or d.new_account, former_reference = case when m.former_reference = '' then d.former_reference else m.former_reference end
                  from debit d where m.business_id = {0} and m.id = d.mandate_id and d.business_id = {0} and d.collection_id = any({1}) and (d.new_account or d.former_reference <> '')
                """, DSL.inline(business.value()), IdArray.of(rejected));
    }

    boolean insertReport(BusinessId business, String reference, String original, int refused) {
        return db.insertInto(DEBIT_REPORT)
                        .set(DEBIT_REPORT.BUSINESS_ID, business)
                        .set(DEBIT_REPORT.ID, Ids.next())
                        .set(DEBIT_REPORT.REPORT_REF, reference)
                        .set(DEBIT_REPORT.ORIGINAL_REF, original)
                        .set(DEBIT_REPORT.REFUSED, refused)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** The documents whose items collections are for. */
    Map<CollectionId, List<DocumentId>> documents(BusinessId business, Collection<CollectionId> collections) {
        return db.selectDistinct(COLLECTION_ITEM.COLLECTION_ID, CLAIM.DOCUMENT_ID)
                .from(COLLECTION_ITEM)
                .join(CLAIM)
                .on(CLAIM.BUSINESS_ID.eq(COLLECTION_ITEM.BUSINESS_ID))
                .and(CLAIM.ID.eq(COLLECTION_ITEM.CLAIM_ID))
                .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection_item.collection_id = any({0})", IdArray.of(collections)))
                .fetchGroups(COLLECTION_ITEM.COLLECTION_ID, CLAIM.DOCUMENT_ID);
    }

    private static Condition is(BusinessId business, CameBackId id) {
        return CAME_BACK.BUSINESS_ID.eq(business).and(CAME_BACK.ID.eq(id));
    }

    private static CameBack cameBack(CameBackRecord c) {
        return new CameBack(
                c.getId(),
                CameBack.Source.of(c.getSource()),
                c.getBankAccountId(),
                c.getBankLineId(),
                c.getCollectionId(),
                new CameBack.Said(c.getEndToEnd(), c.getMandateRef(), c.getPayer()),
                Money.ofMinor(c.getCurrency(), c.getAmountMinor()),
                Money.ofMinor(c.getCurrency(), c.getChargedMinor()),
                c.getReason(),
                c.getBackOn(),
                CameBack.State.of(c.getState()));
    }
}
