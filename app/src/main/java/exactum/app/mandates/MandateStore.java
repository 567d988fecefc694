package exactum.app.mandates;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.MANDATE;
import static exactumdb.Tables.MANDATE_COVER;
import static exactumdb.Tables.MANDATE_EVENT;

import exactum.app.audit.Audit;
import exactum.app.database.IdArray;
import exactum.app.database.SearchWords;
import exactum.app.security.Vault;
import exactum.core.bank.Iban;
import exactum.core.collection.Covering;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.Authority;
import exactum.core.mandate.MandateState;
import exactum.core.scheme.MandateReference;
import exactum.core.scheme.Scheme;
import exactumdb.tables.records.MandateRecord;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.JSONB;
import org.jooq.Param;
import org.jooq.Record;
import org.jooq.SelectConditionStep;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Mandates and what happened to them, in the database. */
@Component
class MandateStore implements FindMandates {
    private static final Field<LocalDate> SINCE = DSL.field(DSL.select(DSL.max(MANDATE_EVENT.EVENT_ON))
                    .from(MANDATE_EVENT)
                    .where(MANDATE_EVENT.BUSINESS_ID.eq(MANDATE.BUSINESS_ID))
                    .and(MANDATE_EVENT.MANDATE_ID.eq(MANDATE.ID)))
            .as("since");
    /** Days by which months may differ. */
    private static final int LONGER_MONTH = 3;

    private final DSLContext db;
    private final Vault vault;
    private final JsonMapper json;
    private final CoveringStore covering;

    MandateStore(DSLContext db, Vault vault, JsonMapper json, CoveringStore covering) {
        this.db = db;
        this.vault = vault;
        this.json = json;
        this.covering = covering;
    }

    /** What happened. */
    record Event(LocalDate on, Instant at, String what, String cause, String who) {}

    void insert(
            BusinessId business,
            MandateId id,
            MandateReference reference,
            MandateState state,
            NewMandate m,
            LocalDate today) {
        Authority a = m.authority();
        db.insertInto(MANDATE)
                .set(MANDATE.BUSINESS_ID, business)
                .set(MANDATE.ID, id)
                .set(MANDATE.REFERENCE, reference.value())
                .set(MANDATE.CUSTOMER_ID, m.customer())
                .set(MANDATE.SCHEME, a.scheme())
                .set(MANDATE.STATE, state)
                .set(MANDATE.SIGNED_ON, a.signedOn())
                .set(MANDATE.VALID_FROM, a.validFrom())
                .set(MANDATE.VALID_UNTIL, a.validUntil())
                .set(MANDATE.ONE_OFF, a.isOneOff())
                .set(MANDATE.AGREED_COUNT, a.agreedCount())
                .set(
                        MANDATE.CAP_MINOR,
                        a.cap() == null ? null : Long.valueOf(a.cap().minor()))
                .set(MANDATE.NOTICE_DAYS, a.noticeDays())
                .set(MANDATE.PAYER_NAME, m.account().name())
                .set(MANDATE.IBAN_SECRET, vault.encrypt(m.account().number().value()))
                .set(MANDATE.IBAN_DIGEST, digest(m.account().number()))
                .set(MANDATE.IBAN_ENDING, m.account().number().ending())
                .set(MANDATE.BIC, m.account().bic())
                .set(MANDATE.WAY, m.way().words())
                .set(MANDATE.SIGNATURE, JSONB.valueOf(json.writeValueAsString(m.signature())))
                .set(MANDATE.MADE_ON, today)
                .execute();
        m.cover().forEach(c -> cover(business, id, c));
    }

    /** Lets it cover something more; again changes nothing. */
    void cover(BusinessId business, MandateId id, Mandate.Cover cover) {
        db.insertInto(MANDATE_COVER)
                .set(MANDATE_COVER.BUSINESS_ID, business)
                .set(MANDATE_COVER.MANDATE_ID, id)
                .set(MANDATE_COVER.CUSTOMER_ID, cover.customer())
                .set(MANDATE_COVER.RECURRING_ID, cover.recurring())
                .set(MANDATE_COVER.DOCUMENT_ID, cover.document())
                .onConflictDoNothing()
                .execute();
    }

    boolean isTaken(BusinessId business, MandateReference reference) {
        return db.fetchExists(MANDATE, MANDATE.BUSINESS_ID.eq(business).and(MANDATE.REFERENCE.eq(reference.value())));
    }

    int countOf(BusinessId business, CustomerId customer) {
        return db.fetchCount(MANDATE, MANDATE.BUSINESS_ID.eq(business).and(MANDATE.CUSTOMER_ID.eq(customer)));
    }

    @Override
    public Optional<Mandate> find(BusinessId business, MandateId id) {
        return select(business, MANDATE.ID.eq(id)).fetchOptional(this::mandate);
    }

    @Override
    public Map<MandateId, Mandate> byId(BusinessId business, Collection<MandateId> ids) {
        return select(business, any(ids)).fetch(this::mandate).stream()
                .collect(Collectors.toMap(Mandate::id, Function.identity()));
    }

    Optional<Mandate> lock(BusinessId business, MandateId id) {
        return lock(business, List.of(id)).stream().findFirst();
    }

    /** Those that are there, by id, held until the transaction ends. */
    List<Mandate> lock(BusinessId business, Collection<MandateId> ids) {
        db.select(MANDATE.ID)
                .from(MANDATE)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(any(ids))
                .orderBy(MANDATE.ID)
                .forUpdate()
                .fetch();
        return select(business, any(ids)).orderBy(MANDATE.ID).fetch(this::mandate);
    }

    private static Condition any(Collection<MandateId> ids) {
        return DSL.condition("mandate.id = any({0})", IdArray.of(ids));
    }

    @Override
    public List<Mandate> ofCustomer(BusinessId business, CustomerId customer) {
        return select(business, MANDATE.CUSTOMER_ID.eq(customer))
                .orderBy(MANDATE.MADE_ON.desc(), MANDATE.ID.desc())
                .fetch(this::mandate);
    }

    @Override
    public Map<CustomerId, Mandate> forCustomers(BusinessId business, Collection<CustomerId> customers) {
        Map<CustomerId, Mandate> first = new HashMap<>();
        select(
                        business,
                        DSL.condition("mandate.customer_id = any({0})", IdArray.of(customers))
                                .and(MANDATE.REPLACED_BY.isNull())
                                .and(DSL.exists(DSL.selectOne()
                                        .from(MANDATE_COVER)
                                        .where(MANDATE_COVER.BUSINESS_ID.eq(business))
                                        .and(MANDATE_COVER.MANDATE_ID.eq(MANDATE.ID))
                                        .and(MANDATE_COVER.CUSTOMER_ID.isNotNull()))))
                .orderBy(
                        DSL.field("({0} <> 'active')", Boolean.class, MANDATE.STATE),
                        MANDATE.MADE_ON.desc(),
                        MANDATE.ID.desc())
                .fetch(this::mandate)
                .forEach(m -> first.putIfAbsent(m.customer(), m));
        return first;
    }

    @Override
    public Map<DocumentId, Mandate> covering(BusinessId business, Collection<DocumentId> documents) {
        Map<DocumentId, Covering> planned = planned(business, documents);
        Map<MandateId, Mandate> byId = byId(
                business, planned.values().stream().map(Covering::id).distinct().toList());
        Map<DocumentId, Mandate> all = new LinkedHashMap<>();
        planned.forEach((document, mandate) -> all.put(document, byId.get(mandate.id())));
        return all;
    }

    @Override
    public Map<DocumentId, Covering> planned(BusinessId business, Collection<DocumentId> documents) {
        return covering.of(business, documents);
    }

    @Override
    public List<DocumentId> withOwn(BusinessId business, Collection<DocumentId> documents) {
        return db.selectDistinct(MANDATE_COVER.DOCUMENT_ID)
                .from(MANDATE_COVER)
                .where(MANDATE_COVER.BUSINESS_ID.eq(business))
                .and(MANDATE_COVER.DOCUMENT_ID.in(documents))
                .fetch(MANDATE_COVER.DOCUMENT_ID);
    }

    @Override
    public Iban account(BusinessId business, MandateId id) {
        return new Iban(vault.decrypt(db.select(MANDATE.IBAN_SECRET)
                .from(MANDATE)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(MANDATE.ID.eq(id))
                .fetchSingle(MANDATE.IBAN_SECRET)));
    }

    NewMandate.Signature signature(BusinessId business, MandateId id) {
        String stored = db.select(MANDATE.SIGNATURE)
                .from(MANDATE)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(MANDATE.ID.eq(id))
                .fetchSingle(MANDATE.SIGNATURE)
                .data();
        return json.readValue(stored, NewMandate.Signature.class);
    }

    /**
     * The register.
     *
     * @param words of reference, name or customer; an account number finds its mandate
     * @param state null for any
     */
    List<Mandate> list(BusinessId business, String words, MandateState state, Integer most) {
        Condition wanted = state == null ? DSL.noCondition() : MANDATE.STATE.eq(state);
        return select(business, wanted.and(found(words)))
                .orderBy(MANDATE.MADE_ON.desc(), MANDATE.ID.desc())
                .limit(most)
                .fetch(this::mandate);
    }

    Map<MandateState, Integer> counts(BusinessId business) {
        return db.select(MANDATE.STATE, DSL.count())
                .from(MANDATE)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .groupBy(MANDATE.STATE)
                .fetchMap(MANDATE.STATE, DSL.count());
    }

    private Condition found(String words) {
        if (words.isBlank()) return DSL.noCondition();
        String plain = words.replaceAll("\\s", "").toUpperCase(java.util.Locale.ROOT);
        if (plain.matches("[A-Z]{2}[0-9]{2}[A-Z0-9]{8,30}"))
            return MANDATE.IBAN_DIGEST.eq(vault.digest("payer iban", plain));
        return MANDATE.REFERENCE
                .containsIgnoreCase(words.strip())
                .or(MANDATE.PAYER_NAME.containsIgnoreCase(words.strip()))
                .or(SearchWords.in(CUSTOMER.SEARCH, words));
    }

    /** Those that are suspended or wait for a bank, and those that may end or lapse until a day; the first to end first. */
    List<Mandate> toWatch(BusinessId business, LocalDate until, int most) {
        LocalDate used = Arrays.stream(Scheme.values())
                .map(s -> until.minus(s.rules().termsOn(until).dormant()))
                .max(LocalDate::compareTo)
                .orElseThrow()
                .plusDays(LONGER_MONTH);
        Field<LocalDate> lastUsed = DSL.coalesce(MANDATE.LAST_PRESENTED, MANDATE.SIGNED_ON);
        return select(
                        business,
                        MANDATE.STATE
                                .in(MandateState.SUSPENDED, MandateState.AWAITING_BANK)
                                .or(MANDATE.STATE.eq(MandateState.ACTIVE).and(MANDATE.VALID_UNTIL.le(until)))
                                .or(MANDATE.STATE
                                        .eq(MandateState.ACTIVE)
                                        .and(MANDATE.USED_YEAR.le(used.getYear()))
                                        .and(lastUsed.le(used))))
                .orderBy(MANDATE.VALID_UNTIL, lastUsed, MANDATE.ID)
                .limit(most)
                .fetch(this::mandate);
    }

    /** Moves those that nobody changed meanwhile, and answers them. */
    Set<MandateId> move(BusinessId business, Map<Mandate, Mandates.Becomes> moving) {
        return new HashSet<>(db.fetch(
                        """
                                update mandate m set state = v.state, revision = m.revision + 1 from unnest({0}, {1}, {2}) as v(id, revision, state)
                                 where m.business_id = {3} and m.id = v.id and m.revision = v.revision returning m.id
                                """,
                        ids(moving),
                        DSL.val(moving.keySet().stream().map(Mandate::revision).toArray(Integer[]::new)),
                        states(moving),
                        DSL.inline(business.value()))
                .map(r -> new MandateId(r.get("id", UUID.class))));
    }

    /** Notes what became of several. */
    void events(BusinessId business, Map<Mandate, Mandates.Becomes> moved, LocalDate on) {
        db.execute(
                """
                insert into mandate_event (business_id, mandate_id, event_no, event_on, what, cause, who)
                select {0}, v.id, coalesce((select max(e.event_no) from mandate_event e where e.business_id = {0} and e.mandate_id = v.id), 0) + 1, {1}, v.what, v.cause, {2}
                  from unnest({3}, {4}, {5}) as v(id, what, cause)
                """,
                DSL.inline(business.value()),
                DSL.val(on),
                DSL.val(Audit.who()),
                ids(moved),
                states(moved),
                DSL.val(moved.values().stream().map(Mandates.Becomes::cause).toArray(String[]::new)));
    }

    private static Param<UUID[]> ids(Map<Mandate, Mandates.Becomes> moving) {
        return IdArray.of(moving.keySet().stream().map(Mandate::id).toList());
    }

    private static Param<String[]> states(Map<Mandate, Mandates.Becomes> moving) {
        return DSL.val(moving.values().stream().map(b -> b.state().words()).toArray(String[]::new));
    }

    boolean amendAccount(BusinessId business, Mandate m, NewMandate.Account account) {
        return db.update(MANDATE)
                        .set(MANDATE.PAYER_NAME, account.name())
                        .set(MANDATE.IBAN_SECRET, vault.encrypt(account.number().value()))
                        .set(MANDATE.IBAN_DIGEST, digest(account.number()))
                        .set(MANDATE.IBAN_ENDING, account.number().ending())
                        .set(MANDATE.BIC, account.bic())
                        .set(MANDATE.NEW_ACCOUNT, m.usage().lastPresented() != null)
                        .set(MANDATE.REVISION, MANDATE.REVISION.plus(1))
                        .where(is(business, m))
                        .execute()
                == 1;
    }

    boolean amendReference(BusinessId business, Mandate m, MandateReference reference) {
        String former = m.amended().formerReference().isEmpty()
                ? m.reference().value()
                : m.amended().formerReference();
        return db.update(MANDATE)
                        .set(MANDATE.REFERENCE, reference.value())
                        .set(MANDATE.FORMER_REFERENCE, m.usage().lastPresented() == null ? "" : former)
                        .set(MANDATE.REVISION, MANDATE.REVISION.plus(1))
                        .where(is(business, m))
                        .execute()
                == 1;
    }

    void replaced(BusinessId business, MandateId old, MandateId by) {
        db.update(MANDATE)
                .set(MANDATE.REPLACED_BY, by)
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(MANDATE.ID.eq(old))
                .execute();
    }

    List<Mandate.Cover> covers(BusinessId business, MandateId id) {
        return db.selectFrom(MANDATE_COVER)
                .where(MANDATE_COVER.BUSINESS_ID.eq(business))
                .and(MANDATE_COVER.MANDATE_ID.eq(id))
                .fetch(c -> new Mandate.Cover(c.getCustomerId(), c.getRecurringId(), c.getDocumentId()));
    }

    void event(BusinessId business, MandateId id, LocalDate on, String what, String cause) {
        db.insertInto(MANDATE_EVENT)
                .set(MANDATE_EVENT.BUSINESS_ID, business)
                .set(MANDATE_EVENT.MANDATE_ID, id)
                .set(
                        MANDATE_EVENT.EVENT_NO,
                        DSL.field(DSL.select(DSL.coalesce(DSL.max(MANDATE_EVENT.EVENT_NO), 0)
                                        .plus(1))
                                .from(MANDATE_EVENT)
                                .where(MANDATE_EVENT.BUSINESS_ID.eq(business))
                                .and(MANDATE_EVENT.MANDATE_ID.eq(id))))
                .set(MANDATE_EVENT.EVENT_ON, on)
                .set(MANDATE_EVENT.WHAT, what)
                .set(MANDATE_EVENT.CAUSE, cause)
                .set(MANDATE_EVENT.WHO, Audit.who())
                .execute();
    }

    List<Event> events(BusinessId business, MandateId id) {
        return db.selectFrom(MANDATE_EVENT)
                .where(MANDATE_EVENT.BUSINESS_ID.eq(business))
                .and(MANDATE_EVENT.MANDATE_ID.eq(id))
                .orderBy(MANDATE_EVENT.EVENT_NO)
                .fetch(e ->
                        new Event(e.getEventOn(), moment(e.getHappenedAt()), e.getWhat(), e.getCause(), e.getWho()));
    }

    private static Instant moment(OffsetDateTime at) {
        return at.toInstant();
    }

    private byte[] digest(Iban number) {
        return vault.digest("payer iban", number.value());
    }

    /** How many open items of a customer will use up their mandate's count and do not yet. */
    int plannedOf(BusinessId business, CustomerId customer) {
        return db.fetchSingle("""
                        select count(*)::int from claim k join document d on d.business_id = k.business_id and d.id = k.document_id
                         where k.business_id = {0} and k.customer_id = {1} and k.left_minor > 0 and d.kind = 'invoice' and d.manner ->> 'byCard' = 'false' and d.manner ->> 'bankAccount' is null
                           and not exists (select 1 from collection_item i join debit e on e.business_id = i.business_id and e.collection_id = i.collection_id where i.business_id = k.business_id and i.claim_id = k.id)
                        """, DSL.inline(business.value()), DSL.val(customer.value()))
                .get(0, Integer.class);
    }

    private static Condition is(BusinessId business, Mandate m) {
        return MANDATE.BUSINESS_ID.eq(business).and(MANDATE.ID.eq(m.id())).and(MANDATE.REVISION.eq(m.revision()));
    }

    private SelectConditionStep<Record> select(BusinessId business, Condition which) {
        var fields = new ArrayList<org.jooq.SelectFieldOrAsterisk>(List.of(MANDATE.fields()));
        fields.add(CUSTOMER.NAME);
        fields.add(SINCE);
        return db.select(fields)
                .from(MANDATE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(MANDATE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(MANDATE.CUSTOMER_ID))
                .where(MANDATE.BUSINESS_ID.eq(business))
                .and(which);
    }

    private Mandate mandate(Record row) {
        MandateRecord m = row.into(MANDATE);
        return new Mandate(
                m.getId(),
                new MandateReference(m.getReference()),
                m.getCustomerId(),
                row.get(CUSTOMER.NAME),
                CoveringStore.authority(m),
                m.getState(),
                new Mandate.Payer(m.getPayerName(), m.getIbanEnding(), m.getBic()),
                Way.of(m.getWay()),
                new Mandate.Amended(m.getFormerReference(), m.getNewAccount()),
                m.getReplacedBy(),
                CoveringStore.usage(m),
                m.getMadeOn(),
                row.get(SINCE),
                m.getRevision());
    }
}
