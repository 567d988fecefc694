package exactum.app.messages;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.MESSAGE;
import static exactumdb.Tables.MESSAGE_ABOUT;
import static exactumdb.Tables.MESSAGE_RECIPIENT;

import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
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
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
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
    private final RecipientStore recipients;
    private final SentFileStore files;
    private final Vault vault;

    MessageStore(DSLContext db, RecipientStore recipients, SentFileStore files, Vault vault) {
        this.db = db;
        this.recipients = recipients;
        this.files = files;
        this.vault = vault;
    }

    void insert(BusinessId business, List<NewMessage> messages) {
        Map<MessageId, NewMessage> byId = new LinkedHashMap<>();
        messages.forEach(m -> byId.put(new MessageId(Ids.next()), m));
        insert(business, byId);
    }

    void insert(BusinessId business, Map<MessageId, NewMessage> byId) {
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
        var to = new ArrayList<MessageRecipientRecord>(messages.size());
        messages.forEach((id, m) -> {
            m.about().forEach(d -> about.add(new MessageAboutRecord(business, id, d)));
            m.addresses().stream().distinct().forEach(a -> to.add(RecipientStore.waiting(business, id, a)));
        });
        CopyRows.into(db, about);
        CopyRows.into(db, to);
    }

    /** What is held for customers, so that nobody else frees it meanwhile; in the order in which it was made. */
    List<Message> held(BusinessId business, Collection<CustomerId> customers) {
        return messages(db.selectFrom(MESSAGE)
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(DSL.condition("message.customer_id = any({0})", IdArray.of(customers)))
                .and(MESSAGE.STATE.eq(MessageState.HELD.words()))
                .orderBy(MESSAGE.ID)
                .forUpdate()
                .fetch());
    }

    /** Lets held messages go to addresses. */
    void free(BusinessId business, Map<MessageId, List<String>> to) {
        db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.WAITING.words())
                .set(MESSAGE.NEXT_TRY_AT, OffsetDateTime.now())
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(DSL.condition("message.id = any({0})", IdArray.of(to.keySet())))
                .execute();
        CopyRows.into(
                db,
                to.entrySet().stream()
                        .flatMap(e -> e.getValue().stream()
                                .distinct()
                                .map(a -> RecipientStore.waiting(business, e.getKey(), a)))
                        .toList());
    }

    /** Puts messages in the place of held ones; keys are those, each with the one that it goes out in. */
    void join(BusinessId business, Map<MessageId, NewMessage> joined, Map<MessageId, MessageId> held) {
        insert(business, joined);
        db.execute(
                "update message m set state = 'joined', joined_into = v.into_id from unnest({0}, {1}) as v(id, into_id) where m.business_id = {2} and m.id = v.id",
                IdArray.of(held.keySet()), IdArray.of(held.values()), DSL.inline(business.value()));
    }

    /** Customers with held messages who have an address by now, so many at once. */
    List<CustomerId> reachable(BusinessId business, int most) {
        return db.fetch(
                        "select distinct m.customer_id from message m join customer c on c.business_id = m.business_id and c.id = m.customer_id where m.business_id = {0} and m.state = 'held' and coalesce(c.invoice_to[1], c.email) is not null order by 1 limit {1}",
                        DSL.inline(business.value()), DSL.inline(most))
                .map(r -> new CustomerId(r.get(0, UUID.class)));
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

    /** Lets a failed message be tried again now, at every address that has not got it. */
    void retry(BusinessId business, MessageId id) {
        boolean failed = db.update(MESSAGE)
                        .set(MESSAGE.STATE, MessageState.WAITING.words())
                        .set(MESSAGE.ATTEMPTS, 0)
                        .set(MESSAGE.NEXT_TRY_AT, OffsetDateTime.now())
                        .where(MESSAGE.BUSINESS_ID.eq(business))
                        .and(MESSAGE.ID.eq(id))
                        .and(MESSAGE.STATE.eq(MessageState.FAILED.words()))
                        .execute()
                == 1;
        if (failed) recipients.retryRefused(business, id);
    }

    /**
     * Takes some of the messages whose time has come, of any business; nobody else takes them for a while. Those whose sender died
     * are taken again once that while is over.
     */
    List<Message> take(int most, Duration lease) {
        OffsetDateTime now = OffsetDateTime.now();
        var next = DSL.select(MESSAGE.BUSINESS_ID, MESSAGE.ID)
                .from(MESSAGE)
                .where(due(now))
                .orderBy(MESSAGE.NEXT_TRY_AT, MESSAGE.ID)
                .limit(most)
                .forUpdate()
                .skipLocked();
        var taken = db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.SENDING.words())
                .set(MESSAGE.TAKEN_UNTIL, now.plus(lease))
                .set(MESSAGE.ATTEMPTS, MESSAGE.ATTEMPTS.plus(1))
                .where(DSL.row(MESSAGE.BUSINESS_ID, MESSAGE.ID).in(next))
                .returning(MESSAGE.BUSINESS_ID, MESSAGE.ID)
                .fetch();
        if (taken.isEmpty()) return List.of();
        return messages(db.selectFrom(MESSAGE)
                .where(OfMessages.in("message", "id", taken))
                .orderBy(MESSAGE.NEXT_TRY_AT, MESSAGE.ID)
                .fetch());
    }

    /** Lets others take what was taken and not tried. */
    void giveBack(List<Message> taken) {
        db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.WAITING.words())
                .set(MESSAGE.ATTEMPTS, MESSAGE.ATTEMPTS.minus(1))
                .setNull(MESSAGE.TAKEN_UNTIL)
                .where(DSL.condition(
                        "message.id = any({0})",
                        IdArray.of(taken.stream().map(Message::id).toList())))
                .and(MESSAGE.STATE.eq(MessageState.SENDING.words()))
                .execute();
    }

    private List<Message> messages(List<MessageRecord> rows) {
        Map<MessageId, List<Recipient>> to = recipients.of(rows);
        Map<MessageId, List<DocumentId>> about = about(rows);
        return rows.stream()
                .map(m -> message(m, about.getOrDefault(m.getId(), List.of()), to.getOrDefault(m.getId(), List.of())))
                .toList();
    }

    private Map<MessageId, List<DocumentId>> about(List<MessageRecord> rows) {
        return db.select(MESSAGE_ABOUT.MESSAGE_ID, MESSAGE_ABOUT.DOCUMENT_ID)
                .from(MESSAGE_ABOUT)
                .join(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(MESSAGE_ABOUT.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(MESSAGE_ABOUT.DOCUMENT_ID))
                .where(OfMessages.in("message_about", "message_id", rows))
                .orderBy(DOCUMENT.NUMBER)
                .fetchGroups(MESSAGE_ABOUT.MESSAGE_ID, MESSAGE_ABOUT.DOCUMENT_ID);
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

    /** Keeps a letter as the first address got it: its sender, its words, and its files as they went. */
    void keepAsSent(Message m, Letter letter) {
        int kept = db.update(MESSAGE)
                .set(MESSAGE.SUBJECT, letter.subjectLine())
                .set(MESSAGE.BODY_SECRET, vault.encrypt(letter.body()))
                .set(MESSAGE.SENDER_NAME, letter.sender().name())
                .set(MESSAGE.SENDER_ADDRESS, letter.sender().address())
                .set(MESSAGE.SENT_AT, OffsetDateTime.now())
                .set(MESSAGE.SENT_ON, TODAY)
                .where(MESSAGE.BUSINESS_ID.eq(m.business()))
                .and(MESSAGE.ID.eq(m.id()))
                .and(MESSAGE.SENT_AT.isNull())
                .execute();
        if (kept == 1) files.keep(m, letter);
    }

    /** It went wherever it could go. */
    void markSent(Message m, String problem) {
        db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.SENT.words())
                .set(MESSAGE.LAST_ERROR, problem.isEmpty() ? null : problem)
                .setNull(MESSAGE.TAKEN_UNTIL)
                .where(MESSAGE.BUSINESS_ID.eq(m.business()))
                .and(MESSAGE.ID.eq(m.id()))
                .execute();
    }

    void markTried(Message m, String error, OffsetDateTime nextTry, boolean failed) {
        db.update(MESSAGE)
                .set(MESSAGE.LAST_ERROR, error)
                .set(MESSAGE.NEXT_TRY_AT, nextTry)
                .set(MESSAGE.STATE, failed ? MessageState.FAILED.words() : MessageState.WAITING.words())
                .setNull(MESSAGE.TAKEN_UNTIL)
                .where(MESSAGE.BUSINESS_ID.eq(m.business()))
                .and(MESSAGE.ID.eq(m.id()))
                .execute();
    }

    /** Of those that failed altogether another decision tells. */
    private static Condition isLost(BusinessId business) {
        return MESSAGE.STATE
                .ne(MessageState.FAILED.words())
                .and(MESSAGE.ID.in(DSL.select(MESSAGE_RECIPIENT.MESSAGE_ID)
                        .from(MESSAGE_RECIPIENT)
                        .where(MESSAGE_RECIPIENT.BUSINESS_ID.eq(business))
                        .and(MESSAGE_RECIPIENT.STATE.in(DSL.inline("refused"), DSL.inline("bounced")))
                        .and(MESSAGE_RECIPIENT.SEEN_ON.isNull())));
    }

    @Override
    public int countLost(BusinessId business, Wanted wanted, String prefix) {
        return db.fetchCount(
                MESSAGE, MESSAGE.BUSINESS_ID.eq(business), isLost(business), wanted.rows(prefix, MESSAGE.ID));
    }

    @Override
    public List<Listed> lost(BusinessId business, Wanted wanted, String prefix) {
        return list(business, isLost(business).and(wanted.rows(prefix, MESSAGE.ID)), Slice.first(wanted.most()));
    }

    @Override
    public List<Listed> lost(BusinessId business, Slice slice) {
        return list(business, isLost(business), slice);
    }

    @Override
    public int countLost(BusinessId business) {
        return db.fetchCount(MESSAGE, MESSAGE.BUSINESS_ID.eq(business), isLost(business));
    }

    @Override
    public List<SentFile> files(BusinessId business, MessageId id) {
        return files.of(business, id);
    }

    @Override
    public Optional<byte[]> file(BusinessId business, MessageId id, int no) {
        return files.content(business, id, no);
    }

    /** Adds an address, or one that has it already once more, to one that went out, in the place of one where it did not arrive; false if that is not so any more. */
    boolean sendTo(BusinessId business, MessageId id, String lost, String address, LocalDate today) {
        if (!recipients.see(business, id, lost, today)) return false;
        recipients.add(business, id, address);
        db.update(MESSAGE)
                .set(MESSAGE.STATE, MessageState.WAITING.words())
                .set(MESSAGE.ATTEMPTS, 0)
                .set(MESSAGE.NEXT_TRY_AT, OffsetDateTime.now())
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(MESSAGE.ID.eq(id))
                .execute();
        return true;
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
        var rows = db.select(MESSAGE.fields())
                .select(CUSTOMER.NAME, CUSTOMER.EMAIL, NUMBERS, GROSS, CURRENCY)
                .from(MESSAGE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(MESSAGE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(MESSAGE.CUSTOMER_ID))
                .where(MESSAGE.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(MESSAGE.ID.desc())
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch();
        List<Message> messages = messages(rows.into(MESSAGE));
        var at = new AtomicInteger();
        return rows.map(r -> new Listed(
                messages.get(at.getAndIncrement()),
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
                .setBare(m.bare())
                .setSubject(m.own() == null ? null : m.own().subjectLine())
                .setBodySecret(m.own() == null ? null : vault.encrypt(m.own().body()));
    }

    private static MessageState state(NewMessage m) {
        if (m.onPaper()) return MessageState.TO_POST;
        return m.addresses().isEmpty() ? MessageState.HELD : MessageState.WAITING;
    }

    private Message message(MessageRecord m, List<DocumentId> about, List<Recipient> recipients) {
        Letter.Words words =
                m.getBodySecret() == null ? null : new Letter.Words(m.getSubject(), vault.decrypt(m.getBodySecret()));
        boolean sent = m.getSenderName() != null;
        return new Message(
                m.getBusinessId(),
                m.getId(),
                MessageKind.of(m.getKind()),
                m.getCustomerId(),
                m.getSubjectId(),
                about,
                m.getSendOn(),
                recipients,
                MessageState.of(m.getState()),
                sent ? null : words,
                sent && words != null
                        ? new Message.Sent(
                                new Letter.Sender(m.getSenderName(), m.getSenderAddress()),
                                words.subjectLine(),
                                words.body(),
                                m.getSentAt(),
                                m.getSentOn())
                        : null,
                m.getAttempts(),
                m.getLastError(),
                m.getBare());
    }
}
