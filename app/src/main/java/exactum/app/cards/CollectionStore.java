package exactum.app.cards;

import static exactumdb.Tables.CHECKOUT;
import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.COLLECTION;
import static exactumdb.Tables.COLLECTION_ITEM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;

import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import exactumdb.tables.records.CheckoutRecord;
import exactumdb.tables.records.CollectionItemRecord;
import exactumdb.tables.records.CollectionRecord;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Param;
import org.jooq.Record;
import org.jooq.Result;
import org.jooq.SelectConditionStep;
import org.jooq.SortField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Collections by card, with their items and card pages, in the database. */
@Component
class CollectionStore implements FindCollections {
    private static final Condition LIVE = COLLECTION.STATE.in(
            DSL.inline(CollectionState.PLANNED.words()), DSL.inline(CollectionState.IN_FLIGHT.words()));
    private static final Condition KNOWN = COLLECTION.STATE.in(
            DSL.inline(CollectionState.COLLECTED.words()), DSL.inline(CollectionState.REJECTED.words()));
    private static final Condition CARD = COLLECTION.CHANNEL.eq(DSL.inline("card"));
    private final DSLContext db;

    CollectionStore(DSLContext db) {
        this.db = db;
    }

    void insert(Collection c) {
        insertAll(List.of(c));
    }

    void insertAll(List<Collection> all) {
        CopyRows.into(
                db,
                all.stream()
                        .map(c -> new CollectionRecord()
                                .setBusinessId(c.business())
                                .setId(c.id())
                                .setChannel("card")
                                .setCustomerId(c.customer())
                                .setDocumentId(c.document())
                                .setCurrency(c.amount().currency().getCurrencyCode())
                                .setAmountMinor(c.amount().minor())
                                .setState(c.state().words())
                                .setStartedOn(c.startedOn()))
                        .toList());
        CopyRows.into(
                db,
                all.stream()
                        .flatMap(c -> c.items().entrySet().stream()
                                .map(e -> new CollectionItemRecord(
                                        c.business(),
                                        c.id(),
                                        e.getKey(),
                                        e.getValue().minor(),
                                        true)))
                        .toList());
        CopyRows.into(
                db,
                all.stream()
                        .map(c -> new CheckoutRecord()
                                .setBusinessId(c.business())
                                .setCollectionId(c.id())
                                .setProcessorId(c.checkout().processor())
                                .setLinkId(c.checkout().link())
                                .setCardId(c.checkout().card())
                                .setAuthorisationId(c.checkout().authorisation())
                                .setConsent(c.checkout().consent()))
                        .toList());
    }

    @Override
    public Optional<Collection> find(BusinessId business, CollectionId id) {
        return one(select(business).and(COLLECTION.ID.eq(id)));
    }

    @Override
    public Optional<Collection> findLive(BusinessId business, DocumentId document) {
        return one(select(business).and(COLLECTION.DOCUMENT_ID.eq(document)).and(LIVE));
    }

    Optional<Collection> findByCheckout(BusinessId business, ProcessorId processor, String reference) {
        return one(select(business).and(CHECKOUT.PROCESSOR_ID.eq(processor)).and(CHECKOUT.CHECKOUT_REF.eq(reference)));
    }

    /** Those of some pages of a connection, by page. */
    Map<String, Collection> byCheckout(BusinessId business, ProcessorId processor, List<String> references) {
        if (references.isEmpty()) return Map.of();
        return withItems(select(business)
                        .and(CHECKOUT.PROCESSOR_ID.eq(processor))
                        .and(CHECKOUT.CHECKOUT_REF.eq(DSL.any(references.toArray(String[]::new))))
                        .fetch())
                .stream()
                .collect(Collectors.toMap(c -> c.checkout().reference(), Function.identity()));
    }

    Map<CollectionId, Collection> byId(BusinessId business, java.util.Collection<CollectionId> ids) {
        if (ids.isEmpty()) return Map.of();
        return withItems(select(business)
                        .and(DSL.condition("collection.id = any({0})", IdArray.of(ids)))
                        .fetch())
                .stream()
                .collect(Collectors.toMap(Collection::id, Function.identity()));
    }

    @Override
    public List<Collection> ofDocument(BusinessId business, DocumentId document) {
        return all(
                select(business)
                        .and(COLLECTION
                                .DOCUMENT_ID
                                .eq(document)
                                .or(COLLECTION.ID.in(DSL.select(COLLECTION_ITEM.COLLECTION_ID)
                                        .from(CLAIM)
                                        .join(COLLECTION_ITEM)
                                        .on(COLLECTION_ITEM.BUSINESS_ID.eq(CLAIM.BUSINESS_ID))
                                        .and(COLLECTION_ITEM.CLAIM_ID.eq(CLAIM.ID))
                                        .where(CLAIM.BUSINESS_ID.eq(business))
                                        .and(CLAIM.DOCUMENT_ID.eq(document))))),
                COLLECTION.ID.asc(),
                200);
    }

    /** Those of which money may still come, for one of the claims. */
    List<Collection> liveFor(BusinessId business, List<ClaimId> claims) {
        return all(
                select(business)
                        .and(LIVE)
                        .and(COLLECTION.ID.in(DSL.select(COLLECTION_ITEM.COLLECTION_ID)
                                .from(COLLECTION_ITEM)
                                .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                                .and(COLLECTION_ITEM.CLAIM_ID.in(claims))
                                .and(COLLECTION_ITEM.LIVE))),
                COLLECTION.ID.asc(),
                Integer.MAX_VALUE);
    }

    @Override
    public List<Collection> ofAuthorisation(BusinessId business, AuthorisationId authorisation) {
        return all(
                select(business).and(CHECKOUT.AUTHORISATION_ID.eq(authorisation)),
                COLLECTION.ID.asc(),
                Integer.MAX_VALUE);
    }

    /** Captures of an authorisation of which the answer is not known. */
    List<Collection> capturing(BusinessId business, AuthorisationId authorisation) {
        return all(
                select(business).and(LIVE).and(CHECKOUT.AUTHORISATION_ID.eq(authorisation)),
                COLLECTION.ID.asc(),
                Integer.MAX_VALUE);
    }

    /** Those for one of the claims, or that the link led to, of which money may come: they are live, or are to be taken back. */
    List<Collection> unsettledFor(BusinessId business, List<ClaimId> claims, PaymentLinkId link) {
        return all(
                select(business)
                        .and(LIVE.or(CHECKOUT.WITHDRAWAL.eq("wanted")))
                        .and(CHECKOUT.LINK_ID
                                .eq(link)
                                .or(COLLECTION.ID.in(DSL.select(COLLECTION_ITEM.COLLECTION_ID)
                                        .from(COLLECTION_ITEM)
                                        .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                                        .and(COLLECTION_ITEM.CLAIM_ID.in(claims))))),
                COLLECTION.ID.asc(),
                Integer.MAX_VALUE);
    }

    @Override
    public List<Collection> liveOf(BusinessId business, PaymentLinkId link) {
        return all(select(business).and(LIVE).and(CHECKOUT.LINK_ID.eq(link)), COLLECTION.ID.asc(), Integer.MAX_VALUE);
    }

    /** Those in flight since before the moment, which nobody asked about since then either. */
    List<Collection> withoutWord(BusinessId business, Instant before, int most) {
        OffsetDateTime limit = before.atOffset(ZoneOffset.UTC);
        return all(
                select(business)
                        .and(COLLECTION.STATE.eq(CollectionState.IN_FLIGHT.words()))
                        .and(COLLECTION.STARTED_AT.lt(limit))
                        .and(CHECKOUT.ASKED_AT.isNull().or(CHECKOUT.ASKED_AT.lt(limit))),
                COLLECTION.STARTED_AT.asc(),
                most);
    }

    /** Those whose card page is to be withdrawn at the processor. */
    List<Collection> toWithdraw(BusinessId business, int most) {
        return all(select(business).and(CHECKOUT.WITHDRAWAL.eq("wanted")), COLLECTION.ID.asc(), most);
    }

    @Override
    public List<Listed> latest(BusinessId business, int most) {
        var rows = db.select(DOCUMENT.NUMBER, CUSTOMER.NAME, COLLECTION.ID)
                .from(COLLECTION)
                .leftJoin(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(COLLECTION.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(COLLECTION.DOCUMENT_ID))
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(COLLECTION.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(COLLECTION.CUSTOMER_ID))
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(CARD)
                .orderBy(COLLECTION.ID.desc())
                .limit(most)
                .fetch();
        Map<CollectionId, Collection> byId = new HashMap<>();
        all(select(business).and(COLLECTION.ID.in(rows.getValues(COLLECTION.ID))), COLLECTION.ID.desc(), most)
                .forEach(c -> byId.put(c.id(), c));
        return rows.map(r -> new Listed(byId.get(r.get(COLLECTION.ID)), r.get(DOCUMENT.NUMBER), r.get(CUSTOMER.NAME)));
    }

    /** A kept card is about to be charged: from now on it may have been. False if it was begun before, or ended meanwhile. */
    boolean begins(Collection c) {
        return db.update(COLLECTION)
                        .set(COLLECTION.STATE, CollectionState.IN_FLIGHT.words())
                        .where(is(c))
                        .and(COLLECTION.STATE.eq(CollectionState.PLANNED.words()))
                        .execute()
                == 1;
    }

    /** Ends those that were written down before a moment and never came to the processor; answers how many. */
    int endNeverBegun(BusinessId business, Instant before) {
        List<CollectionId> never = db.select(COLLECTION.ID)
                .from(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(CARD)
                .and(COLLECTION.STATE.eq(CollectionState.PLANNED.words()))
                .and(COLLECTION.STARTED_AT.lt(before.atOffset(ZoneOffset.UTC)))
                .forUpdate()
                .skipLocked()
                .fetch(COLLECTION.ID);
        if (!never.isEmpty()) closeAll(business, never, CollectionState.WITHDRAWN);
        return never.size();
    }

    /** Those of them that began before a moment, by the clock on the wall. */
    List<CollectionId> startedBefore(BusinessId business, List<CollectionId> ids, Instant moment) {
        if (ids.isEmpty()) return List.of();
        return db.select(COLLECTION.ID)
                .from(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection.id = any({0})", IdArray.of(ids)))
                .and(COLLECTION.STARTED_AT.lt(moment.atOffset(ZoneOffset.UTC)))
                .fetch(COLLECTION.ID);
    }

    /** The processor opened its page. */
    void opened(Collection c, ProcessorPort.Page checkout) {
        db.update(CHECKOUT)
                .set(CHECKOUT.CHECKOUT_REF, checkout.reference())
                .set(CHECKOUT.CHECKOUT_URL, checkout.url())
                .where(CHECKOUT.BUSINESS_ID.eq(c.business()))
                .and(CHECKOUT.COLLECTION_ID.eq(c.id()))
                .execute();
        db.update(COLLECTION)
                .set(COLLECTION.STATE, CollectionState.IN_FLIGHT.words())
                .where(is(c))
                .and(COLLECTION.STATE.eq(CollectionState.PLANNED.words()))
                .execute();
    }

    void asked(BusinessId business, List<CollectionId> ids, Instant at) {
        db.update(CHECKOUT)
                .set(CHECKOUT.ASKED_AT, at.atOffset(ZoneOffset.UTC))
                .where(CHECKOUT.BUSINESS_ID.eq(business))
                .and(DSL.condition("checkout.collection_id = any({0})", IdArray.of(ids)))
                .execute();
    }

    void setUnanswered(Collection c, boolean unanswered) {
        setUnanswered(c.business(), List.of(c.id()), unanswered);
    }

    /** Whether the processor has still to say what became of them; what is known already, as from a notice, stays known. */
    void setUnanswered(BusinessId business, java.util.Collection<CollectionId> ids, boolean unanswered) {
        if (ids.isEmpty()) return;
        Condition open = DSL.notExists(DSL.selectOne()
                .from(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(CHECKOUT.BUSINESS_ID))
                .and(COLLECTION.ID.eq(CHECKOUT.COLLECTION_ID))
                .and(KNOWN));
        db.update(CHECKOUT)
                .set(CHECKOUT.UNANSWERED, unanswered)
                .where(CHECKOUT.BUSINESS_ID.eq(business))
                .and(DSL.condition("checkout.collection_id = any({0})", IdArray.of(ids)))
                .and(CHECKOUT.UNANSWERED.ne(unanswered))
                .and(unanswered ? open : DSL.noCondition())
                .execute();
    }

    /** Those of which the processor has still to say what became of them. */
    List<Collection> unanswered(BusinessId business, int most) {
        return all(
                select(business).and(CHECKOUT.UNANSWERED).and(LIVE.or(CHECKOUT.WITHDRAWAL.eq("wanted"))),
                COLLECTION.ID.asc(),
                most);
    }

    void refused(Collection c, String reason) {
        db.update(COLLECTION).set(COLLECTION.LAST_REASON, reason).where(is(c)).execute();
    }

    /** Notes why the processor has not done them, and ends those that are live. */
    void rejectAll(BusinessId business, Map<CollectionId, String> reasons) {
        if (reasons.isEmpty()) return;
        Param<UUID[]> all = IdArray.of(reasons.keySet());
        db.execute(
                "update collection c set last_reason = v.reason from unnest({0}, {1}) as v(id, reason) where c.business_id = {2} and c.id = v.id",
                all, DSL.val(reasons.values().toArray(String[]::new)), DSL.inline(business.value()));
        List<CollectionId> live = db.select(COLLECTION.ID)
                .from(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection.id = any({0})", all))
                .and(LIVE)
                .fetch(COLLECTION.ID);
        closeAll(business, live, CollectionState.REJECTED);
    }

    /** Ends it; its items are free for another one. */
    void close(Collection c, CollectionState state) {
        closeAll(c.business(), List.of(c.id()), state);
    }

    /** Ends several of a business; what became of them is known, but whether a withdrawn one was paid meanwhile. */
    void closeAll(BusinessId business, List<CollectionId> ids, CollectionState state) {
        Param<UUID[]> all = IdArray.of(ids);
        db.update(COLLECTION)
                .set(COLLECTION.STATE, state.words())
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection.id = any({0})", all))
                .execute();
        db.update(COLLECTION_ITEM)
                .set(COLLECTION_ITEM.LIVE, false)
                .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection_item.collection_id = any({0})", all))
                .and(COLLECTION_ITEM.LIVE)
                .execute();
        if (state == CollectionState.WITHDRAWN) return;
        db.update(CHECKOUT)
                .set(CHECKOUT.UNANSWERED, false)
                .where(CHECKOUT.BUSINESS_ID.eq(business))
                .and(DSL.condition("checkout.collection_id = any({0})", all))
                .and(CHECKOUT.UNANSWERED)
                .execute();
    }

    /** Which of the items are being collected, by card or debit. */
    Set<ClaimId> beingCollected(BusinessId business, List<ClaimId> claims) {
        return db.select(COLLECTION_ITEM.CLAIM_ID)
                .from(COLLECTION_ITEM)
                .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection_item.claim_id = any({0})", IdArray.of(claims)))
                .and(COLLECTION_ITEM.LIVE)
                .fetchSet(COLLECTION_ITEM.CLAIM_ID);
    }

    /** Notes that the card page is to be withdrawn, or was. */
    void setWithdrawal(Collection c, String withdrawal) {
        db.update(CHECKOUT)
                .set(CHECKOUT.WITHDRAWAL, withdrawal)
                .where(CHECKOUT.BUSINESS_ID.eq(c.business()))
                .and(CHECKOUT.COLLECTION_ID.eq(c.id()))
                .execute();
    }

    private static Condition is(Collection c) {
        return COLLECTION.BUSINESS_ID.eq(c.business()).and(COLLECTION.ID.eq(c.id()));
    }

    private SelectConditionStep<Record> select(BusinessId business) {
        return db.select(COLLECTION.fields())
                .select(
                        CHECKOUT.PROCESSOR_ID,
                        CHECKOUT.LINK_ID,
                        CHECKOUT.CHECKOUT_REF,
                        CHECKOUT.CHECKOUT_URL,
                        CHECKOUT.CARD_ID,
                        CHECKOUT.CONSENT,
                        CHECKOUT.WITHDRAWAL,
                        CHECKOUT.AUTHORISATION_ID)
                .from(COLLECTION)
                .join(CHECKOUT)
                .on(CHECKOUT.BUSINESS_ID.eq(COLLECTION.BUSINESS_ID))
                .and(CHECKOUT.COLLECTION_ID.eq(COLLECTION.ID))
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(CARD);
    }

    private Optional<Collection> one(SelectConditionStep<Record> select) {
        return all(select, COLLECTION.ID.desc(), 1).stream().findFirst();
    }

    private List<Collection> all(SelectConditionStep<Record> select, SortField<?> order, int most) {
        return withItems(select.orderBy(order).limit(most).fetch());
    }

    private List<Collection> withItems(Result<Record> rows) {
        Map<CollectionId, Map<ClaimId, Money>> items = new HashMap<>();
        if (!rows.isEmpty()) {
            db.select(
                            COLLECTION_ITEM.COLLECTION_ID,
                            COLLECTION_ITEM.CLAIM_ID,
                            CLAIM.CURRENCY,
                            COLLECTION_ITEM.AMOUNT_MINOR)
                    .from(COLLECTION_ITEM)
                    .join(CLAIM)
                    .on(CLAIM.BUSINESS_ID.eq(COLLECTION_ITEM.BUSINESS_ID))
                    .and(CLAIM.ID.eq(COLLECTION_ITEM.CLAIM_ID))
                    .where(COLLECTION_ITEM.BUSINESS_ID.eq(rows.getFirst().get(COLLECTION.BUSINESS_ID)))
                    .and(COLLECTION_ITEM.COLLECTION_ID.in(rows.getValues(COLLECTION.ID)))
                    .forEach(i -> items.computeIfAbsent(i.value1(), k -> new HashMap<>())
                            .put(i.value2(), Money.ofMinor(i.value3(), i.value4())));
        }
        return rows.map(r -> collection(r, items.getOrDefault(r.get(COLLECTION.ID), Map.of())));
    }

    private static Collection collection(Record r, Map<ClaimId, Money> items) {
        return new Collection(
                r.get(COLLECTION.BUSINESS_ID),
                r.get(COLLECTION.ID),
                r.get(COLLECTION.CUSTOMER_ID),
                r.get(COLLECTION.DOCUMENT_ID),
                Money.ofMinor(r.get(COLLECTION.CURRENCY), r.get(COLLECTION.AMOUNT_MINOR)),
                items,
                CollectionState.of(r.get(COLLECTION.STATE)),
                new Collection.Checkout(
                        r.get(CHECKOUT.PROCESSOR_ID),
                        r.get(CHECKOUT.LINK_ID),
                        r.get(CHECKOUT.CHECKOUT_REF),
                        r.get(CHECKOUT.CHECKOUT_URL),
                        r.get(CHECKOUT.CARD_ID),
                        r.get(CHECKOUT.CONSENT),
                        "wanted".equals(r.get(CHECKOUT.WITHDRAWAL)),
                        r.get(CHECKOUT.AUTHORISATION_ID)),
                r.get(COLLECTION.LAST_REASON),
                r.get(COLLECTION.STARTED_ON));
    }
}
