package exactum.app.debits;

import static exactumdb.Tables.COLLECTION;
import static exactumdb.Tables.COLLECTION_ITEM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DEBIT;
import static exactumdb.Tables.DEBIT_GROUP;
import static exactumdb.Tables.DEBIT_RUN;
import static exactumdb.Tables.MANDATE;

import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.app.database.Statistics;
import exactum.app.security.Vault;
import exactum.core.bank.Iban;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DebitGroupId;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import exactumdb.tables.records.CollectionItemRecord;
import exactumdb.tables.records.CollectionRecord;
import exactumdb.tables.records.DebitRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Param;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Collections over mandates, in the database. */
@Component
class DebitStore {
    static final String PLANNED = "planned";
    static final String IN_FLIGHT = "in flight";
    static final String COLLECTED = "collected";
    static final String WITHDRAWN = "withdrawn";
    private final DSLContext db;
    private final Vault vault;
    private final Statistics statistics;

    DebitStore(DSLContext db, Vault vault, Statistics statistics) {
        this.db = db;
        this.vault = vault;
        this.statistics = statistics;
    }

    /** The account that a mandate names, as it is stored, and what the bank is told with it. */
    record Account(byte[] secret, boolean isNew, String former) {}

    Map<MandateId, Account> accounts(BusinessId business, Collection<MandateId> mandates) {
        return db.select(MANDATE.ID, MANDATE.IBAN_SECRET, MANDATE.NEW_ACCOUNT, MANDATE.FORMER_REFERENCE)
                .from(MANDATE)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(any(mandates))
                .fetchMap(
                        MANDATE.ID,
                        r -> new Account(
                                r.get(MANDATE.IBAN_SECRET),
                                r.get(MANDATE.NEW_ACCOUNT),
                                r.get(MANDATE.FORMER_REFERENCE)));
    }

    /** What is left of claims, each held until the transaction ends, and whether it is being collected. */
    Map<ClaimId, Open> lockClaims(BusinessId business, Collection<ClaimId> claims) {
        Map<ClaimId, Open> open = new HashMap<>();
        db.fetch("""
                        select k.id, k.left_minor, exists (select 1 from collection_item i where i.business_id = k.business_id and i.claim_id = k.id and i.live) as live,
                               exists (select 1 from dispute x where x.business_id = k.business_id and x.document_id = k.document_id and x.closed_on is null) as disputed
                          from claim k where k.business_id = {0} and k.id = any({1}) order by k.id for update of k
                        """, DSL.inline(business.value()), IdArray.of(claims))
                .forEach(r -> open.put(
                        new ClaimId(r.get("id", UUID.class)),
                        new Open(
                                r.get("left_minor", Long.class),
                                r.get("live", Boolean.class),
                                r.get("disputed", Boolean.class))));
        return open;
    }

    /** Whose collections they are. */
    Map<CollectionId, CustomerId> customers(BusinessId business, Collection<CollectionId> ids) {
        return db.select(COLLECTION.ID, COLLECTION.CUSTOMER_ID)
                .from(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection.id = any({0})", IdArray.of(ids)))
                .fetchMap(COLLECTION.ID, COLLECTION.CUSTOMER_ID);
    }

    /** How a claim stands. */
    record Open(long leftMinor, boolean inFlight, boolean disputed) {}

    /** The revision and state of mandates by now, each held until the transaction ends. */
    Map<MandateId, Standing> lockMandates(BusinessId business, Collection<MandateId> mandates) {
        return db.select(
                        MANDATE.ID,
                        MANDATE.REVISION,
                        MANDATE.STATE,
                        MANDATE.AGREED_COUNT,
                        MANDATE.ONE_OFF,
                        MANDATE.COUNTED)
                .from(MANDATE)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(any(mandates))
                .orderBy(MANDATE.ID)
                .forUpdate()
                .fetchMap(
                        MANDATE.ID,
                        r -> new Standing(
                                r.get(MANDATE.REVISION),
                                r.get(MANDATE.STATE) == MandateState.ACTIVE,
                                r.get(MANDATE.ONE_OFF) ? Integer.valueOf(1) : r.get(MANDATE.AGREED_COUNT),
                                r.get(MANDATE.COUNTED)));
    }

    /** How a mandate stands. */
    record Standing(int revision, boolean isActive, Integer most, int counted) {}

    /** One collection to be written. */
    record Written(CollectionRecord collection, List<CollectionItemRecord> items, DebitRecord debit) {}

    void insert(List<Written> all) {
        CopyRows.into(db, all.stream().map(Written::collection).toList());
        CopyRows.into(db, all.stream().flatMap(w -> w.items().stream()).toList());
        CopyRows.into(db, all.stream().map(Written::debit).toList());
    }

    /** So many were made. */
    void made(int count) {
        statistics.wrote(count, COLLECTION, COLLECTION_ITEM, DEBIT, MANDATE);
    }

    /** So many have another state now. */
    void moved(int count) {
        statistics.wrote(count, COLLECTION);
    }

    /** Mandates were used: how many more collections count, and for which day the latest is. */
    void used(BusinessId business, Map<MandateId, Integer> more, Map<MandateId, LocalDate> latest) {
        List<MandateId> ids = new ArrayList<>(latest.keySet());
        db.execute(
                """
                update mandate m set counted = m.counted + u.more, last_presented = greatest(coalesce(m.last_presented, u.latest), u.latest), new_account = false, former_reference = ''
                  from unnest({0}, {1}, {2}) as u(id, more, latest) where m.business_id = {3} and m.id = u.id
                """,
                IdArray.of(ids),
                DSL.val(ids.stream().map(i -> more.getOrDefault(i, 0)).toArray(Integer[]::new)),
                DSL.val(ids.stream().map(latest::get).toArray(LocalDate[]::new)),
                DSL.inline(business.value()));
    }

    /** Something was collected under mandates; they are taken in the order in which a commit takes them. */
    void everCollected(BusinessId business, Collection<MandateId> mandates) {
        List<MandateId> first = db.select(MANDATE.ID)
                .from(MANDATE)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(any(mandates))
                .and(MANDATE.EVER_COLLECTED.isFalse())
                .orderBy(MANDATE.ID)
                .forUpdate()
                .fetch(MANDATE.ID);
        if (first.isEmpty()) return;
        db.update(MANDATE)
                .set(MANDATE.EVER_COLLECTED, true)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(any(first))
                .execute();
    }

    /** Those of the mandates that were for so many, and have none left. */
    List<MandateId> withNoneLeft(BusinessId business, Collection<MandateId> mandates) {
        return db.select(MANDATE.ID)
                .from(MANDATE)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(any(mandates))
                .and(MANDATE.STATE.eq(MandateState.ACTIVE))
                .and(MANDATE.COUNTED.ge(DSL.when(MANDATE.ONE_OFF, DSL.inline(1)).otherwise(MANDATE.AGREED_COUNT)))
                .fetch(MANDATE.ID);
    }

    /**
     * What was withdrawn before the bank had it counts no more, and what the bank was to be told is told next time. The mandates are
     * taken in the order in which a commit takes them.
     */
    void unused(BusinessId business, Collection<CollectionId> withdrawn) {
        db.execute("""
                update mandate m set counted = m.counted - u.n, new_account = m.new_account or u.new_account, former_reference = case when m.former_reference = '' then u.former else m.former_reference end
                  from (select d.mandate_id, (count(*) filter (where d.try_no = 1))::int as n, bool_or(d.new_account) as new_account, max(d.former_reference) as former
                          from debit d where d.business_id = {0} and d.collection_id = any({1}) group by 1) u
                 where m.business_id = {0} and m.id = u.mandate_id and m.id = any(array(
                       select h.id from mandate h where h.business_id = {0} and h.id in (select d.mandate_id from debit d where d.business_id = {0} and d.collection_id = any({1})) order by h.id for update))
                """, DSL.inline(business.value()), IdArray.of(withdrawn));
    }

    private static Condition any(Collection<MandateId> mandates) {
        return DSL.condition("mandate.id = any({0})", IdArray.of(mandates));
    }

    /** Moves collections on; answers those that were moved. */
    List<CollectionId> move(BusinessId business, Collection<CollectionId> ids, List<String> from, String to) {
        boolean live = to.equals(PLANNED) || to.equals(IN_FLIGHT);
        List<CollectionId> moved = db.update(COLLECTION)
                .set(COLLECTION.STATE, to)
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection.id = any({0})", IdArray.of(ids)))
                .and(COLLECTION.STATE.in(from))
                .returning(COLLECTION.ID)
                .fetch(COLLECTION.ID);
        if (!live)
            db.update(COLLECTION_ITEM)
                    .set(COLLECTION_ITEM.LIVE, false)
                    .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                    .and(DSL.condition("collection_item.collection_id = any({0})", IdArray.of(moved)))
                    .and(COLLECTION_ITEM.LIVE)
                    .execute();
        return moved;
    }

    /** Notes why each came back. */
    void reasons(BusinessId business, Map<CollectionId, String> reasons) {
        db.execute(
                "update collection c set last_reason = v.reason from unnest({0}, {1}) as v(id, reason) where c.business_id = {2} and c.id = v.id",
                IdArray.of(reasons.keySet()),
                DSL.val(reasons.values().toArray(String[]::new)),
                DSL.inline(business.value()));
    }

    /** Hands over all of a run that is still planned. */
    void handOver(BusinessId business, DebitRunId run) {
        db.execute("""
                update collection c set state = 'in flight' from debit d join debit_group g on g.business_id = d.business_id and g.id = d.group_id
                 where c.business_id = {0} and d.business_id = {0} and d.collection_id = c.id and g.run_id = {1} and c.state = 'planned'
                """, DSL.inline(business.value()), DSL.val(run.value()));
    }

    /** A collection as files carry it. */
    record ForFile(
            CollectionId id,
            String endToEnd,
            Money amount,
            String mandate,
            LocalDate signedOn,
            String former,
            boolean isNewAccount,
            String payer,
            Iban account,
            String bic,
            String remittance) {}

    /** What of some is still to be collected, in the order of their end-to-end ids. */
    List<ForFile> forFile(BusinessId business, List<DebitGroupStore.Numbered> some) {
        Param<UUID[]> ids =
                IdArray.of(some.stream().map(DebitGroupStore.Numbered::id).toList());
        return db.select(
                        COLLECTION.ID,
                        COLLECTION.AMOUNT_MINOR,
                        COLLECTION.CURRENCY,
                        DEBIT.END_TO_END,
                        DEBIT.NEW_ACCOUNT,
                        DEBIT.FORMER_REFERENCE,
                        DEBIT.IBAN_SECRET,
                        DEBIT.REMITTANCE,
                        MANDATE.REFERENCE,
                        MANDATE.SIGNED_ON,
                        MANDATE.PAYER_NAME,
                        MANDATE.BIC)
                .from(DEBIT)
                .join(COLLECTION)
                .on(COLLECTION.BUSINESS_ID.eq(DEBIT.BUSINESS_ID))
                .and(COLLECTION.ID.eq(DEBIT.COLLECTION_ID))
                .join(MANDATE)
                .on(MANDATE.BUSINESS_ID.eq(DEBIT.BUSINESS_ID))
                .and(MANDATE.ID.eq(DEBIT.MANDATE_ID))
                .where(DEBIT.BUSINESS_ID.eq(business))
                .and(DSL.condition("debit.collection_id = any({0})", ids))
                .and(COLLECTION.STATE.ne(WITHDRAWN))
                .orderBy(DEBIT.END_TO_END)
                .fetch(r -> new ForFile(
                        r.get(COLLECTION.ID),
                        r.get(DEBIT.END_TO_END),
                        Money.ofMinor(r.get(COLLECTION.CURRENCY), r.get(COLLECTION.AMOUNT_MINOR)),
                        r.get(MANDATE.REFERENCE),
                        r.get(MANDATE.SIGNED_ON),
                        r.get(DEBIT.FORMER_REFERENCE),
                        r.get(DEBIT.NEW_ACCOUNT),
                        r.get(MANDATE.PAYER_NAME),
                        new Iban(vault.decrypt(r.get(DEBIT.IBAN_SECRET))),
                        r.get(MANDATE.BIC),
                        r.get(DEBIT.REMITTANCE)));
    }

    /** A collection with what it is for. */
    record Debit(
            CollectionId id,
            DebitGroupId group,
            String groupReference,
            DebitRunId run,
            MandateId mandate,
            CustomerId customer,
            String customerName,
            String endToEnd,
            int tryNo,
            LocalDate on,
            Scheme scheme,
            Money amount,
            String state,
            String lastReason,
            Map<ClaimId, Money> items) {}

    List<Debit> find(BusinessId business, Condition which, int most) {
        List<Debit> found = db.resultQuery("""
                        select f.id, f.customer_id, k.name, f.currency, f.amount_minor, f.state, f.last_reason, f.group_id, g.reference, f.mandate_id, f.end_to_end, f.try_no, f.collect_on, g.run_id, r.scheme
                          from (select c.id, c.customer_id, c.currency, c.amount_minor, c.state, c.last_reason, d.group_id, d.mandate_id, d.end_to_end, d.try_no, d.collect_on
                                  from collection c join debit d on d.business_id = c.business_id and d.collection_id = c.id
                                 where c.business_id = {0} and {1} order by d.end_to_end limit {2}) f
                          join debit_group g on g.business_id = {0} and g.id = f.group_id
                          join debit_run r on r.business_id = {0} and r.id = g.run_id
                          join customer k on k.business_id = {0} and k.id = f.customer_id
                         order by f.end_to_end
                        """, DSL.inline(business.value()), which, DSL.inline(most))
                .coerce(
                        COLLECTION.ID,
                        COLLECTION.CUSTOMER_ID,
                        CUSTOMER.NAME,
                        COLLECTION.CURRENCY,
                        COLLECTION.AMOUNT_MINOR,
                        COLLECTION.STATE,
                        COLLECTION.LAST_REASON,
                        DEBIT.GROUP_ID,
                        DEBIT_GROUP.REFERENCE,
                        DEBIT.MANDATE_ID,
                        DEBIT.END_TO_END,
                        DEBIT.TRY_NO,
                        DEBIT.COLLECT_ON,
                        DEBIT_GROUP.RUN_ID,
                        DEBIT_RUN.SCHEME)
                .fetch(DebitStore::debit);
        Map<CollectionId, Map<ClaimId, Money>> items = items(business, found);
        return found.stream()
                .map(d -> new Debit(
                        d.id(),
                        d.group(),
                        d.groupReference(),
                        d.run(),
                        d.mandate(),
                        d.customer(),
                        d.customerName(),
                        d.endToEnd(),
                        d.tryNo(),
                        d.on(),
                        d.scheme(),
                        d.amount(),
                        d.state(),
                        d.lastReason(),
                        items.getOrDefault(d.id(), Map.of())))
                .toList();
    }

    Optional<Debit> find(BusinessId business, CollectionId id) {
        return Optional.ofNullable(byId(business, List.of(id)).get(id));
    }

    /** Those of the ids that are there. */
    Map<CollectionId, Debit> byId(BusinessId business, Collection<CollectionId> ids) {
        return find(business, DSL.condition("c.id = any({0})", IdArray.of(ids)), Integer.MAX_VALUE).stream()
                .collect(Collectors.toMap(Debit::id, Function.identity()));
    }

    /** Which collections go by the end-to-end ids. */
    Map<String, CollectionId> byReference(BusinessId business, Collection<String> endToEnd) {
        return db.select(DEBIT.END_TO_END, DEBIT.COLLECTION_ID)
                .from(DEBIT)
                .where(DEBIT.BUSINESS_ID.eq(business))
                .and(DSL.condition("debit.end_to_end = any({0})", DSL.val(endToEnd.toArray(String[]::new))))
                .fetchMap(DEBIT.END_TO_END, DEBIT.COLLECTION_ID);
    }

    List<Debit> ofMandate(BusinessId business, MandateId mandate, int most) {
        return find(business, DSL.condition("d.mandate_id = {0}", DSL.val(mandate.value())), most);
    }

    /** Those of the collections that are in a state, in the order of their end-to-end ids. */
    List<Debit> inState(BusinessId business, List<DebitGroupStore.Numbered> some, String state) {
        Param<UUID[]> ids =
                IdArray.of(some.stream().map(DebitGroupStore.Numbered::id).toList());
        return find(
                business, DSL.condition("c.id = any({0}) and c.state = {1}", ids, DSL.val(state)), Integer.MAX_VALUE);
    }

    /** Those of a run with the end-to-end ids. */
    Map<String, Debit> ofRun(BusinessId business, DebitRunId run, Collection<String> endToEnd) {
        return find(
                        business,
                        DSL.condition("d.end_to_end = any({0})", DSL.val(endToEnd.toArray(String[]::new))),
                        Integer.MAX_VALUE)
                .stream()
                .filter(d -> d.run().equals(run))
                .collect(Collectors.toMap(Debit::endToEnd, Function.identity()));
    }

    List<Debit> ofRun(BusinessId business, DebitRunId run, int most) {
        return find(
                business,
                DSL.condition(
                        "d.group_id in (select id from debit_group where business_id = d.business_id and run_id = {0})",
                        DSL.val(run.value())),
                most);
    }

    /** Those that are for one of the claims and not over. */
    List<Debit> liveFor(BusinessId business, Collection<ClaimId> claims) {
        return liveFor(business, claims, List.of(PLANNED, IN_FLIGHT));
    }

    /**
     * Those that are for one of the claims and in one of the states. Their ids are asked for first: within one statement the database
     * plans by how few there were when it last looked, which takes longer with every one that a run adds.
     */
    List<Debit> liveFor(BusinessId business, Collection<ClaimId> claims, List<String> states) {
        List<CollectionId> live = db.selectDistinct(COLLECTION_ITEM.COLLECTION_ID)
                .from(COLLECTION_ITEM)
                .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                .and(COLLECTION_ITEM.LIVE)
                .and(DSL.condition("collection_item.claim_id = any({0})", IdArray.of(claims)))
                .fetch(COLLECTION_ITEM.COLLECTION_ID);
        List<CollectionId> wanted = db.select(COLLECTION.ID)
                .from(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection.id = any({0})", IdArray.of(live)))
                .and(COLLECTION.STATE.in(states))
                .fetch(COLLECTION.ID);
        if (wanted.isEmpty()) return List.of();
        return find(business, DSL.condition("c.id = any({0})", IdArray.of(wanted)), Integer.MAX_VALUE);
    }

    private Map<CollectionId, Map<ClaimId, Money>> items(BusinessId business, List<Debit> of) {
        Map<CollectionId, Map<ClaimId, Money>> items = new HashMap<>();
        Map<CollectionId, String> currencies = new HashMap<>();
        of.forEach(d -> currencies.put(d.id(), d.amount().currency().getCurrencyCode()));
        db.selectFrom(COLLECTION_ITEM)
                .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection_item.collection_id = any({0})", IdArray.of(currencies.keySet())))
                .forEach(i -> items.computeIfAbsent(i.getCollectionId(), c -> new HashMap<>())
                        .put(i.getClaimId(), Money.ofMinor(currencies.get(i.getCollectionId()), i.getAmountMinor())));
        return items;
    }

    private static Debit debit(Record r) {
        return new Debit(
                r.get(COLLECTION.ID),
                r.get(DEBIT.GROUP_ID),
                r.get(DEBIT_GROUP.REFERENCE),
                r.get(DEBIT_GROUP.RUN_ID),
                r.get(DEBIT.MANDATE_ID),
                r.get(COLLECTION.CUSTOMER_ID),
                r.get(CUSTOMER.NAME),
                r.get(DEBIT.END_TO_END),
                r.get(DEBIT.TRY_NO),
                r.get(DEBIT.COLLECT_ON),
                r.get(DEBIT_RUN.SCHEME),
                Money.ofMinor(r.get(COLLECTION.CURRENCY), r.get(COLLECTION.AMOUNT_MINOR)),
                r.get(COLLECTION.STATE),
                r.get(COLLECTION.LAST_REASON),
                Map.of());
    }
}
