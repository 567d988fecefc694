package exactum.app.messages;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.INVOICE;
import static exactumdb.Tables.MESSAGE;
import static exactumdb.Tables.RECEIPT;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.app.clock.BusinessClock;
import exactum.app.ids.Ids;
import exactum.app.rows.BulkInsert;
import exactum.core.money.Money;
import exactumdb.tables.records.MessageRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Messages as intents: written with the data they are about, sent afterwards, at least once. */
@Component
public class Outbox {
    private final DSLContext db;
    private final BusinessClock clock;
    private final Audit audit;

    Outbox(DSLContext db, BusinessClock clock, Audit audit) {
        this.db = db;
        this.clock = clock;
        this.audit = audit;
    }

    /**
     * A message to be sent.
     *
     * @param receipt for a confirmation, else null
     * @param address null where there is none: the message is held
     */
    public record Intent(String kind, UUID customer, UUID invoice, UUID receipt, LocalDate sendOn, String address) {}

    /** A message with the names that lists show. */
    public record Listed(
            Message message,
            String customer,
            String invoiceNumber,
            String currency,
            long grossMinor,
            String customerEmail) {}

    public void put(List<Intent> intents) {
        BulkInsert.execute(
                db,
                intents.stream()
                        .map(i -> new MessageRecord()
                                .setBusinessId(Business.ID)
                                .setId(Ids.next())
                                .setKind(i.kind())
                                .setCustomerId(i.customer())
                                .setInvoiceId(i.invoice())
                                .setReceiptId(i.receipt())
                                .setSendOn(i.sendOn())
                                .setAddress(i.address())
                                .setState(i.address() == null ? "held" : "waiting"))
                        .toList());
    }

    /** Sends an invoice's message once more today; pressing twice sends it once. */
    @Transactional
    public void sendAgain(UUID invoice) {
        var row = db.select(INVOICE.CUSTOMER_ID, CUSTOMER.EMAIL, INVOICE.NUMBER)
                .from(INVOICE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(INVOICE.CUSTOMER_ID))
                .where(INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE.ID.eq(invoice))
                .fetchSingle();
        db.insertInto(MESSAGE)
                .set(MESSAGE.BUSINESS_ID, Business.ID)
                .set(MESSAGE.ID, Ids.next())
                .set(MESSAGE.KIND, "reminder")
                .set(MESSAGE.CUSTOMER_ID, row.value1())
                .set(MESSAGE.INVOICE_ID, invoice)
                .set(MESSAGE.SEND_ON, clock.today())
                .set(MESSAGE.ADDRESS, row.value2())
                .set(MESSAGE.STATE, row.value2() == null ? "held" : "waiting")
                .onConflictDoNothing()
                .execute();
        audit.record("sent an invoice again", row.value3());
    }

    /** Frees a customer's held messages, now that there is an address; answers how many. */
    @Transactional
    public int release(UUID customer) {
        String email = db.select(CUSTOMER.EMAIL)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(Business.ID))
                .and(CUSTOMER.ID.eq(customer))
                .fetchSingle()
                .value1();
        if (email == null) return 0;
        int freed = db.update(MESSAGE)
                .set(MESSAGE.ADDRESS, email)
                .set(MESSAGE.STATE, "waiting")
                .set(MESSAGE.NEXT_TRY_AT, OffsetDateTime.now())
                .where(MESSAGE.BUSINESS_ID.eq(Business.ID))
                .and(MESSAGE.CUSTOMER_ID.eq(customer))
                .and(MESSAGE.STATE.eq("held"))
                .execute();
        if (freed > 0) audit.record("sent held messages", freed + " to " + email);
        return freed;
    }

    /** Tries a failed message again now. */
    @Transactional
    public void retry(UUID message) {
        db.update(MESSAGE)
                .set(MESSAGE.STATE, "waiting")
                .set(MESSAGE.ATTEMPTS, 0)
                .set(MESSAGE.NEXT_TRY_AT, OffsetDateTime.now())
                .where(MESSAGE.BUSINESS_ID.eq(Business.ID))
                .and(MESSAGE.ID.eq(message))
                .and(MESSAGE.STATE.eq("failed"))
                .execute();
    }

    /** Whether a message waits whose day has come. */
    public boolean hasWaiting() {
        return db.fetchExists(
                MESSAGE,
                MESSAGE.BUSINESS_ID
                        .eq(Business.ID)
                        .and(MESSAGE.STATE.eq("waiting"))
                        .and(MESSAGE.SEND_ON.le(clock.today())));
    }

    public List<Listed> heldOf(UUID customer) {
        return list(MESSAGE.CUSTOMER_ID.eq(customer).and(MESSAGE.STATE.eq("held")), 200);
    }

    public List<Listed> ofInvoice(UUID invoice) {
        return list(MESSAGE.INVOICE_ID.eq(invoice), 50);
    }

    public List<Listed> inState(String state, int most) {
        return list(state.isEmpty() ? DSL.trueCondition() : MESSAGE.STATE.eq(state), most);
    }

    public Optional<Listed> find(UUID id) {
        return list(MESSAGE.ID.eq(id), 1).stream().findFirst();
    }

    /** The sum that a confirmation is about. */
    Money received(UUID receipt) {
        return db.select(RECEIPT.CURRENCY, RECEIPT.AMOUNT_MINOR)
                .from(RECEIPT)
                .where(RECEIPT.BUSINESS_ID.eq(Business.ID))
                .and(RECEIPT.ID.eq(receipt))
                .fetchSingle(r -> Money.ofMinor(r.value1(), r.value2()));
    }

    /** Locks the next message whose time has come; others take the following ones. */
    Optional<Message> lockNext() {
        return db.selectFrom(MESSAGE)
                .where(MESSAGE.BUSINESS_ID.eq(Business.ID))
                .and(MESSAGE.STATE.eq("waiting"))
                .and(MESSAGE.NEXT_TRY_AT.le(OffsetDateTime.now()))
                .and(MESSAGE.SEND_ON.le(clock.today()))
                .orderBy(MESSAGE.ID)
                .limit(1)
                .forUpdate()
                .skipLocked()
                .fetchOptional(Outbox::message);
    }

    void markSent(UUID id, String subject, String body) {
        db.update(MESSAGE)
                .set(MESSAGE.STATE, "sent")
                .set(MESSAGE.SUBJECT, subject)
                .set(MESSAGE.BODY, body)
                .set(MESSAGE.SENT_AT, OffsetDateTime.now())
                .set(MESSAGE.ATTEMPTS, MESSAGE.ATTEMPTS.plus(1))
                .setNull(MESSAGE.LAST_ERROR)
                .where(MESSAGE.BUSINESS_ID.eq(Business.ID))
                .and(MESSAGE.ID.eq(id))
                .execute();
    }

    void markTried(UUID id, String error, OffsetDateTime nextTry, boolean failed) {
        db.update(MESSAGE)
                .set(MESSAGE.ATTEMPTS, MESSAGE.ATTEMPTS.plus(1))
                .set(MESSAGE.LAST_ERROR, error)
                .set(MESSAGE.NEXT_TRY_AT, nextTry)
                .set(MESSAGE.STATE, failed ? "failed" : "waiting")
                .where(MESSAGE.BUSINESS_ID.eq(Business.ID))
                .and(MESSAGE.ID.eq(id))
                .execute();
    }

    private List<Listed> list(Condition condition, int most) {
        return db.select(MESSAGE.fields())
                .select(CUSTOMER.NAME, CUSTOMER.EMAIL, INVOICE.NUMBER, INVOICE.CURRENCY, INVOICE.GROSS_MINOR)
                .from(MESSAGE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(MESSAGE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(MESSAGE.CUSTOMER_ID))
                .join(INVOICE)
                .on(INVOICE.BUSINESS_ID.eq(MESSAGE.BUSINESS_ID))
                .and(INVOICE.ID.eq(MESSAGE.INVOICE_ID))
                .where(MESSAGE.BUSINESS_ID.eq(Business.ID))
                .and(condition)
                .orderBy(MESSAGE.ID.desc())
                .limit(most)
                .fetch(r -> new Listed(
                        message(r.into(MESSAGE)),
                        r.get(CUSTOMER.NAME),
                        r.get(INVOICE.NUMBER),
                        r.get(INVOICE.CURRENCY),
                        r.get(INVOICE.GROSS_MINOR),
                        r.get(CUSTOMER.EMAIL)));
    }

    private static Message message(MessageRecord m) {
        return new Message(
                m.getId(),
                m.getKind(),
                m.getCustomerId(),
                m.getInvoiceId(),
                m.getReceiptId(),
                m.getSendOn(),
                m.getAddress(),
                m.getState(),
                m.getSubject(),
                m.getBody(),
                m.getAttempts(),
                m.getLastError(),
                m.getSentAt());
    }
}
