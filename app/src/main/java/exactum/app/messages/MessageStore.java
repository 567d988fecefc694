package exactum.app.messages;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.MESSAGE;
import static exactumdb.Tables.MESSAGE_ABOUT;

import exactum.app.database.CopyRows;
import exactum.app.database.Ids;
import exactum.app.database.InsertRows;
import exactum.app.database.Slice;
import exactum.app.daysheet.Wanted;
import exactum.app.security.Vault;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MessageId;
import exactum.core.money.Money;
import exactumdb.tables.records.MessageAboutRecord;
import exactumdb.tables.records.MessageRecipientRecord;
import exactumdb.tables.records.MessageRecord;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Messages in the database; what was sent is kept encrypted, since it holds links. */
@Component
class MessageStore implements FindMessages {
    /** In the business of a message: the date that was moved to, else the day in its zone. */
    private static final Field<LocalDate> TODAY = DSL.field(
            "coalesce((select i.business_date from installation i), (select (now() at time zone b.time_zone)::date from business b where b.id = message.business_id))",
            LocalDate.class);

    private static final Field<String[]> ADDRESSES = DSL.field(
            "array(select r.address from message_recipient r where r.business_id = message.business_id and r.message_id = message.id order by 1)",
            String[].class);
    private static final Field<String> NUMBERS = DSL.field(
            "coalesce((select string_agg(d.number, ', ' order by d.number) from message_about a join document d on d.business_id = a.business_id and d.id = a.document_id where a.business_id = message.business_id and a.message_id = message.id), '')",
            String.class);
    private static final Field<Long> GROSS = DSL.field(
            "(select sum(d.gross_minor) from message_about a join document d on d.business_id = a.business_id and d.id = a.document_id where a.business_id = message.business_id and a.message_id = message.id having count(distinct d.currency) = 1)",
            Long.class);
    private static final Field<String> CURRENCY = DSL.field(
            "(select min(d.currency) from message_about a join document d on d.business_id = a.business_id and d.id = a.document_id where a.business_id = message.business_id and a.message_id = message.id)",
            String.class);
    private final DSLContext db;
    private final Vault vault;

    MessageStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    void insert(BusinessId business, List<NewMessage> messages) {
        Map<MessageId, NewMessage> byId = new LinkedHashMap<>();
        messages.forEach(m -> byId.put(new MessageId(Ids.next()), m));
        CopyRows.into(
                db,
                byId.entrySet().stream()
                        .map(e -> row(business, e.getKey(), e.getValue()))
                        .toList());
        writeAround(business, byId);
    }

    /** Inserts those that do not go out on that day already; answers how many. */
    int insertOnce(BusinessId business, List<NewMessage> messages) {
        Map<MessageId, NewMessage> byId = new LinkedHashMap<>();
        messages.forEach(m -> byId.put(new MessageId(Ids.next()), m));
        List<MessageRecord> rows = byId.entrySet().stream()
                .map(e -> row(business, e.getKey(), e.getValue()))
                .toList();
        byId.keySet().retainAll(InsertRows.ifNew(db, rows).returning(MESSAGE.ID).fetchSet(MESSAGE.ID));
        writeAround(business, byId);
        return byId.size();
    }

    /** What messages are about, and who gets them. */
    private void writeAround(BusinessId business, Map<MessageId, NewMessage> messages) {
        var about = new ArrayList<MessageAboutRecord>(messages.size());
        var recipients = new ArrayList<MessageRecipientRecord>(messages.size());
        messages.forEach((id, m) -> {
            m.about().forEach(d -> about.add(new MessageAboutRecord(business, id, d)));
            m.addresses().stream().distinct().forEach(a -> recipients.add(new MessageRecipientRecord(business, id, a)));
        });
        CopyRows.into(db, about);
        CopyRows.into(db, recipients);
    }

    void addRecipients(BusinessId business, MessageId id, List<String> addresses) {
        CopyRows.into(
                db,
                addresses.stream()
                        .distinct()
                        .map(a -> new MessageRecipientRecord(business, id, a))
                        .toList());
    }

    /** Frees a customer's held messages; answers their ids. */
    List<MessageId> release(BusinessId business, CustomerId customer) {
        return db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.WAITING.words())
                .set(MESSAGE.NEXT_TRY_AT, OffsetDateTime.now())
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(MESSAGE.CUSTOMER_ID.eq(customer))
                .and(MESSAGE.STATE.eq(MessageState.HELD.words()))
                .returning(MESSAGE.ID)
                .fetch(MESSAGE.ID);
    }

    /** Notes that what was to be posted is posted; false if it was not to be. */
    boolean markPosted(BusinessId business, MessageId id) {
        return db.update(MESSAGE)
                        .set(MESSAGE.STATE, MessageState.POSTED.words())
                        .set(MESSAGE.SENT_AT, OffsetDateTime.now())
                        .set(MESSAGE.SENT_ON, TODAY)
                        .where(MESSAGE.BUSINESS_ID.eq(business))
                        .and(MESSAGE.ID.eq(id))
                        .and(MESSAGE.STATE.eq(MessageState.TO_POST.words()))
                        .execute()
                == 1;
    }

    /** Lets a failed message be tried again now. */
    void retry(BusinessId business, MessageId id) {
        db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.WAITING.words())
                .set(MESSAGE.ATTEMPTS, 0)
                .set(MESSAGE.NEXT_TRY_AT, OffsetDateTime.now())
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(MESSAGE.ID.eq(id))
                .and(MESSAGE.STATE.eq(MessageState.FAILED.words()))
                .execute();
    }

    /**
     * Takes the next message whose time has come, of any business; nobody else takes it for a while. One whose sender died
     * is taken again once that while is over.
     */
    Optional<Message> take(Duration lease) {
        OffsetDateTime now = OffsetDateTime.now();
        var next = DSL.select(MESSAGE.BUSINESS_ID, MESSAGE.ID)
                .from(MESSAGE)
                .where(due(now))
                .orderBy(MESSAGE.NEXT_TRY_AT, MESSAGE.ID)
                .limit(1)
                .forUpdate()
                .skipLocked();
        return db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.SENDING.words())
                .set(MESSAGE.TAKEN_UNTIL, now.plus(lease))
                .set(MESSAGE.ATTEMPTS, MESSAGE.ATTEMPTS.plus(1))
                .where(DSL.row(MESSAGE.BUSINESS_ID, MESSAGE.ID).in(next))
                .returning(MESSAGE.BUSINESS_ID, MESSAGE.ID)
                .fetchOptional()
                .flatMap(m -> find(m.getBusinessId(), m.getId()))
                .map(Listed::message);
    }

    private static Condition due(OffsetDateTime now) {
        Condition free = MESSAGE.STATE
                .eq(MessageState.WAITING.words())
                .or(MESSAGE.STATE.eq(MessageState.SENDING.words()).and(MESSAGE.TAKEN_UNTIL.lt(now)));
        return free.and(MESSAGE.NEXT_TRY_AT.le(now))
                .and(MESSAGE.STATE.in("waiting", "sending"))
                .and(hasCome());
    }

    private static Condition hasCome() {
        return MESSAGE.SEND_ON.le(TODAY);
    }

    void markSent(BusinessId business, MessageId id, Letter letter) {
        db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.SENT.words())
                .set(MESSAGE.SUBJECT, letter.subjectLine())
                .set(MESSAGE.BODY_SECRET, vault.encrypt(letter.body()))
                .set(MESSAGE.SENT_AT, OffsetDateTime.now())
                .set(MESSAGE.SENT_ON, TODAY)
                .setNull(MESSAGE.LAST_ERROR)
                .setNull(MESSAGE.TAKEN_UNTIL)
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(MESSAGE.ID.eq(id))
                .execute();
    }

    void markTried(BusinessId business, MessageId id, String error, OffsetDateTime nextTry, boolean failed) {
        db.update(MESSAGE)
                .set(MESSAGE.LAST_ERROR, error)
                .set(MESSAGE.NEXT_TRY_AT, nextTry)
                .set(MESSAGE.STATE, failed ? MessageState.FAILED.words() : MessageState.WAITING.words())
                .setNull(MESSAGE.TAKEN_UNTIL)
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(MESSAGE.ID.eq(id))
                .execute();
    }

    @Override
    public Optional<Listed> find(BusinessId business, MessageId id) {
        return list(business, MESSAGE.ID.eq(id), Slice.first(1)).stream().findFirst();
    }

    @Override
    public List<Listed> inState(BusinessId business, MessageState state, Slice slice) {
        return list(business, state == null ? DSL.noCondition() : MESSAGE.STATE.eq(state.words()), slice);
    }

    @Override
    public List<Listed> inState(BusinessId business, MessageState state, Wanted wanted, String prefix) {
        return list(
                business,
                MESSAGE.STATE.eq(state.words()).and(wanted.rows(prefix, MESSAGE.ID)),
                Slice.first(wanted.most()));
    }

    @Override
    public int count(BusinessId business, MessageState state) {
        return db.fetchCount(
                MESSAGE,
                MESSAGE.BUSINESS_ID.eq(business),
                state == null ? DSL.noCondition() : MESSAGE.STATE.eq(state.words()));
    }

    @Override
    public List<Listed> ofDocument(BusinessId business, DocumentId document) {
        return list(
                business,
                MESSAGE.ID.in(DSL.select(MESSAGE_ABOUT.MESSAGE_ID)
                        .from(MESSAGE_ABOUT)
                        .where(MESSAGE_ABOUT.BUSINESS_ID.eq(business))
                        .and(MESSAGE_ABOUT.DOCUMENT_ID.eq(document))),
                Slice.first(Integer.MAX_VALUE));
    }

    @Override
    public List<Listed> ofSubject(BusinessId business, MessageKind kind, UUID subject) {
        return list(
                business,
                MESSAGE.SUBJECT_ID.eq(subject).and(MESSAGE.KIND.eq(kind.words())),
                Slice.first(Integer.MAX_VALUE));
    }

    @Override
    public List<Listed> heldOf(BusinessId business, CustomerId customer) {
        return list(
                business,
                MESSAGE.CUSTOMER_ID.eq(customer).and(MESSAGE.STATE.eq(MessageState.HELD.words())),
                Slice.first(Integer.MAX_VALUE));
    }

    @Override
    public boolean isAnyWaiting() {
        return db.fetchExists(MESSAGE, MESSAGE.STATE.in("waiting", "sending").and(hasCome()));
    }

    @Override
    public boolean wasSent(BusinessId business, DocumentId document) {
        return db.fetchExists(
                MESSAGE,
                MESSAGE.BUSINESS_ID
                        .eq(business)
                        .and(MESSAGE.STATE.in("sending", "sent", "waiting", "posted"))
                        .and(MESSAGE.ID.in(DSL.select(MESSAGE_ABOUT.MESSAGE_ID)
                                .from(MESSAGE_ABOUT)
                                .where(MESSAGE_ABOUT.BUSINESS_ID.eq(business))
                                .and(MESSAGE_ABOUT.DOCUMENT_ID.eq(document)))));
    }

    private List<Listed> list(BusinessId business, Condition condition, Slice slice) {
        return db.select(MESSAGE.fields())
                .select(CUSTOMER.NAME, CUSTOMER.EMAIL, ADDRESSES, NUMBERS, GROSS, CURRENCY)
                .from(MESSAGE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(MESSAGE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(MESSAGE.CUSTOMER_ID))
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(MESSAGE.ID.desc())
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(r -> new Listed(
                        message(r.into(MESSAGE), r.get(ADDRESSES)),
                        r.get(CUSTOMER.NAME),
                        r.get(CUSTOMER.EMAIL),
                        r.get(NUMBERS),
                        r.get(GROSS) == null ? null : Money.ofMinor(r.get(CURRENCY), r.get(GROSS))));
    }

    private MessageRecord row(BusinessId business, MessageId id, NewMessage m) {
        return new MessageRecord()
                .setBusinessId(business)
                .setId(id)
                .setKind(m.kind().words())
                .setCustomerId(m.customer())
                .setSubjectId(m.subject())
                .setSendOn(m.sendOn())
                .setState(state(m).words())
                .setSubject(m.own() == null ? null : m.own().subjectLine())
                .setBodySecret(m.own() == null ? null : vault.encrypt(m.own().body()));
    }

    private static MessageState state(NewMessage m) {
        if (m.onPaper()) return MessageState.TO_POST;
        return m.addresses().isEmpty() ? MessageState.HELD : MessageState.WAITING;
    }

    private Message message(MessageRecord m, String[] addresses) {
        Letter.Words words =
                m.getBodySecret() == null ? null : new Letter.Words(m.getSubject(), vault.decrypt(m.getBodySecret()));
        boolean sent = m.getSentAt() != null;
        return new Message(
                m.getBusinessId(),
                m.getId(),
                MessageKind.of(m.getKind()),
                m.getCustomerId(),
                m.getSubjectId(),
                m.getSendOn(),
                List.of(addresses),
                MessageState.of(m.getState()),
                sent ? null : words,
                sent && words != null
                        ? new Message.Sent(words.subjectLine(), words.body(), m.getSentAt(), m.getSentOn())
                        : null,
                m.getAttempts(),
                m.getLastError());
    }
}
