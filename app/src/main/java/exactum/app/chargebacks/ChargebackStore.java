package exactum.app.chargebacks;

import static exactumdb.Tables.CHARGEBACK;
import static exactumdb.Tables.CHARGEBACK_CURSOR;

import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.daysheet.Wanted;
import exactum.app.security.Vault;
import exactum.core.card.ProcessorPort;
import exactum.core.card.ProcessorPort.Contest;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ChargebackId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.TakeBackId;
import exactum.core.money.Money;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Contested sales in the database. */
@Component
class ChargebackStore implements FindChargebacks {
    private static final String ALL = """
            select b.*, c.name as customer_name from chargeback b left join customer c on c.business_id = b.business_id and c.id = b.customer_id
             where b.business_id = {0} and {1} order by b.opened_on desc, b.id desc offset {2} limit {3}
            """;
    private static final String WAITING = "(b.state = 'open' or b.beyond_minor > 0)";
    private final DSLContext db;
    private final Vault vault;

    ChargebackStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    /** Inserts it and answers its id; empty if it is known. */
    Optional<ChargebackId> insert(
            BusinessId business, ProcessorId processor, ProcessorPort.Chargeback told, Chargeback.Payment payment) {
        var id = new ChargebackId(Ids.next());
        int made = db.insertInto(CHARGEBACK)
                .set(CHARGEBACK.BUSINESS_ID, business)
                .set(CHARGEBACK.ID, id)
                .set(CHARGEBACK.PROCESSOR_ID, processor)
                .set(CHARGEBACK.REFERENCE, told.reference())
                .set(CHARGEBACK.SALE_REF, told.sale())
                .set(CHARGEBACK.MEANS_ID, payment == null ? null : payment.id())
                .set(CHARGEBACK.CUSTOMER_ID, payment == null ? null : payment.customer())
                .set(CHARGEBACK.CURRENCY, told.amount().currency().getCurrencyCode())
                .set(CHARGEBACK.AMOUNT_MINOR, told.amount().minor())
                .set(CHARGEBACK.FEE_MINOR, told.fee().minor())
                .set(CHARGEBACK.REASON, told.reason())
                .set(CHARGEBACK.OPENED_ON, told.on())
                .set(CHARGEBACK.ANSWER_BY, told.answerBy())
                .set(CHARGEBACK.STATE, stored(Contest.OPEN))
                .onConflictDoNothing()
                .execute();
        return made == 1 ? Optional.of(id) : Optional.empty();
    }

    private static String stored(Contest contest) {
        return contest.name().toLowerCase(Locale.ROOT);
    }

    /** The chargeback, which nobody else changes until the transaction ends. */
    Chargeback lock(BusinessId business, ChargebackId id) {
        db.selectOne()
                .from(CHARGEBACK)
                .where(CHARGEBACK.BUSINESS_ID.eq(business))
                .and(CHARGEBACK.ID.eq(id))
                .forUpdate()
                .execute();
        return find(business, id).orElseThrow();
    }

    /** The books have its sale by now. */
    void paidBy(BusinessId business, ChargebackId id, Chargeback.Payment payment) {
        db.update(CHARGEBACK)
                .set(CHARGEBACK.MEANS_ID, payment.id())
                .set(CHARGEBACK.CUSTOMER_ID, payment.customer())
                .where(CHARGEBACK.BUSINESS_ID.eq(business))
                .and(CHARGEBACK.ID.eq(id))
                .execute();
    }

    /** What was told in a payout alone is told by the processor now. */
    void told(BusinessId business, ChargebackId id, ProcessorPort.Chargeback told) {
        db.update(CHARGEBACK)
                .set(CHARGEBACK.REASON, told.reason())
                .set(CHARGEBACK.ANSWER_BY, told.answerBy())
                .where(CHARGEBACK.BUSINESS_ID.eq(business))
                .and(CHARGEBACK.ID.eq(id))
                .execute();
    }

    void decided(
            BusinessId business, ChargebackId id, Contest contest, LocalDate on, TakeBackId takeBack, Money beyond) {
        db.update(CHARGEBACK)
                .set(CHARGEBACK.STATE, stored(contest))
                .set(CHARGEBACK.DECIDED_ON, on)
                .set(CHARGEBACK.TAKE_BACK_ID, takeBack)
                .set(CHARGEBACK.BEYOND_MINOR, beyond.minor())
                .where(CHARGEBACK.BUSINESS_ID.eq(business))
                .and(CHARGEBACK.ID.eq(id))
                .execute();
    }

    /** Up to which one a processor was asked, or null. */
    String readTo(BusinessId business, ProcessorId processor) {
        return db.select(CHARGEBACK_CURSOR.READ_TO)
                .from(CHARGEBACK_CURSOR)
                .where(CHARGEBACK_CURSOR.BUSINESS_ID.eq(business))
                .and(CHARGEBACK_CURSOR.PROCESSOR_ID.eq(processor))
                .fetchOne(CHARGEBACK_CURSOR.READ_TO);
    }

    void readTo(BusinessId business, ProcessorId processor, String reference) {
        db.insertInto(CHARGEBACK_CURSOR)
                .set(CHARGEBACK_CURSOR.BUSINESS_ID, business)
                .set(CHARGEBACK_CURSOR.PROCESSOR_ID, processor)
                .set(CHARGEBACK_CURSOR.READ_TO, reference)
                .onConflict(CHARGEBACK_CURSOR.BUSINESS_ID, CHARGEBACK_CURSOR.PROCESSOR_ID)
                .doUpdate()
                .set(CHARGEBACK_CURSOR.READ_TO, reference)
                .execute();
    }

    /** Keeps the evidence as it was sent; encrypted, since it names people. */
    void answered(BusinessId business, ChargebackId id, Instant at, byte[] evidence) {
        db.update(CHARGEBACK)
                .set(CHARGEBACK.STATE, stored(Contest.ANSWERED))
                .set(CHARGEBACK.ANSWERED_AT, at.atOffset(ZoneOffset.UTC))
                .set(
                        CHARGEBACK.EVIDENCE_SECRET,
                        vault.encrypt(Base64.getEncoder().encodeToString(evidence)))
                .where(CHARGEBACK.BUSINESS_ID.eq(business))
                .and(CHARGEBACK.ID.eq(id))
                .execute();
    }

    /** The evidence as it was sent. */
    Optional<byte[]> evidence(BusinessId business, ChargebackId id) {
        return db.select(CHARGEBACK.EVIDENCE_SECRET)
                .from(CHARGEBACK)
                .where(CHARGEBACK.BUSINESS_ID.eq(business))
                .and(CHARGEBACK.ID.eq(id))
                .and(CHARGEBACK.EVIDENCE_SECRET.isNotNull())
                .fetchOptional(CHARGEBACK.EVIDENCE_SECRET)
                .map(secret -> Base64.getDecoder().decode(vault.decrypt(secret)));
    }

    Optional<Chargeback> byReference(BusinessId business, ProcessorId processor, String reference) {
        return list(
                        business,
                        DSL.condition(
                                "b.processor_id = {0} and b.reference = {1}",
                                DSL.val(processor.value()), DSL.val(reference)),
                        0,
                        1)
                .stream()
                .findFirst();
    }

    Set<String> known(BusinessId business, ProcessorId processor, List<String> references) {
        return db.select(CHARGEBACK.REFERENCE)
                .from(CHARGEBACK)
                .where(CHARGEBACK.BUSINESS_ID.eq(business))
                .and(CHARGEBACK.PROCESSOR_ID.eq(processor))
                .and(DSL.condition("chargeback.reference = any({0})", DSL.val(references.toArray(String[]::new))))
                .fetchSet(CHARGEBACK.REFERENCE);
    }

    /** Those of sales that the books did not have when they were told. */
    List<Chargeback> ofSales(BusinessId business, ProcessorId processor, List<String> sales) {
        return list(
                business,
                DSL.condition(
                        "b.processor_id = {0} and b.means_id is null and b.sale_ref = any({1})",
                        DSL.val(processor.value()), DSL.val(sales.toArray(String[]::new))),
                0,
                Integer.MAX_VALUE);
    }

    /** Those of a processor that are not decided. */
    List<Chargeback> undecided(BusinessId business, ProcessorId processor) {
        return list(
                business,
                DSL.condition("b.processor_id = {0} and b.state in ('open', 'answered')", DSL.val(processor.value())),
                0,
                Integer.MAX_VALUE);
    }

    @Override
    public Optional<Chargeback> find(BusinessId business, ChargebackId id) {
        return list(business, DSL.condition("b.id = {0}", DSL.val(id.value())), 0, 1).stream()
                .findFirst();
    }

    @Override
    public List<Chargeback> list(BusinessId business, Slice slice) {
        return list(business, DSL.trueCondition(), slice.skipped(), slice.most());
    }

    @Override
    public int count(BusinessId business) {
        return db.fetchCount(CHARGEBACK, CHARGEBACK.BUSINESS_ID.eq(business));
    }

    @Override
    public List<Chargeback> ofPayment(BusinessId business, MeansId payment) {
        return list(business, DSL.condition("b.means_id = {0}", DSL.val(payment.value())), 0, Integer.MAX_VALUE);
    }

    @Override
    public List<Chargeback> ofDocument(BusinessId business, DocumentId document) {
        return list(
                business,
                DSL.condition(
                        "b.means_id in (select a.means_id from allocation a join claim k on k.business_id = a.business_id and k.id = a.claim_id where a.business_id = b.business_id and k.document_id = {0})",
                        DSL.val(document.value())),
                0,
                Integer.MAX_VALUE);
    }

    @Override
    public boolean isContested(BusinessId business, MeansId payment) {
        return db.fetchExists(
                CHARGEBACK,
                CHARGEBACK.BUSINESS_ID.eq(business),
                CHARGEBACK.MEANS_ID.eq(payment),
                CHARGEBACK.STATE.in(stored(Contest.OPEN), stored(Contest.ANSWERED)));
    }

    @Override
    public List<Chargeback> waiting(BusinessId business, Wanted wanted) {
        return list(business, DSL.condition(WAITING).and(rows(wanted)), 0, wanted.most());
    }

    @Override
    public int countWaiting(BusinessId business, Wanted wanted) {
        return db.fetchSingle(
                        "select count(*)::int from chargeback b where b.business_id = {0} and {1} and {2}",
                        DSL.inline(business.value()), DSL.condition(WAITING), rows(wanted))
                .get(0, Integer.class);
    }

    private static Condition rows(Wanted wanted) {
        return wanted.rows(ChargebackDecisions.KEY, DSL.field("b.id"));
    }

    private List<Chargeback> list(BusinessId business, Condition condition, int skipped, int most) {
        return db.fetch(ALL, DSL.inline(business.value()), condition, DSL.inline(skipped), DSL.inline(most))
                .map(ChargebackStore::chargeback);
    }

    private static Chargeback chargeback(Record r) {
        String c = r.get("currency", String.class);
        UUID means = r.get("means_id", UUID.class);
        UUID takeBack = r.get("take_back_id", UUID.class);
        OffsetDateTime answered = r.get("answered_at", OffsetDateTime.class);
        return new Chargeback(
                new ChargebackId(r.get("id", UUID.class)),
                new ProcessorId(r.get("processor_id", UUID.class)),
                r.get("reference", String.class),
                r.get("sale_ref", String.class),
                means == null
                        ? null
                        : new Chargeback.Payment(
                                new MeansId(means),
                                new CustomerId(r.get("customer_id", UUID.class)),
                                r.get("customer_name", String.class)),
                Money.ofMinor(c, r.get("amount_minor", Long.class)),
                Money.ofMinor(c, r.get("fee_minor", Long.class)),
                r.get("reason", String.class),
                r.get("opened_on", LocalDate.class),
                r.get("answer_by", LocalDate.class),
                Contest.valueOf(r.get("state", String.class).toUpperCase(Locale.ROOT)),
                r.get("decided_on", LocalDate.class),
                takeBack == null ? null : new TakeBackId(takeBack),
                Money.ofMinor(c, r.get("beyond_minor", Long.class)),
                answered == null ? null : answered.toInstant());
    }
}
