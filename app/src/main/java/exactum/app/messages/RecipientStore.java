package exactum.app.messages;

import static exactumdb.Tables.MESSAGE_RECIPIENT;

import exactum.core.ids.BusinessId;
import exactum.core.ids.MessageId;
import exactum.formats.mail.DeliveryStatus;
import exactumdb.tables.records.MessageRecipientRecord;
import exactumdb.tables.records.MessageRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Who gets a message, and what became of it at each address, in the database. */
@Component
class RecipientStore {
    private final DSLContext db;

    RecipientStore(DSLContext db) {
        this.db = db;
    }

    /** An address that is to get a message. */
    static MessageRecipientRecord waiting(BusinessId business, MessageId id, String address) {
        return new MessageRecipientRecord()
                .setBusinessId(business)
                .setMessageId(id)
                .setAddress(address)
                .setState(Recipient.State.WAITING.words())
                .setCode("")
                .setWords("")
                .setSince(OffsetDateTime.now());
    }

    /** Of messages, by address. */
    Map<MessageId, List<Recipient>> of(List<MessageRecord> messages) {
        return db.selectFrom(MESSAGE_RECIPIENT)
                .where(OfMessages.in("message_recipient", "message_id", messages))
                .orderBy(MESSAGE_RECIPIENT.ADDRESS)
                .fetchGroups(
                        MESSAGE_RECIPIENT.MESSAGE_ID,
                        r -> new Recipient(
                                r.getAddress(),
                                Recipient.State.of(r.getState()),
                                r.getCode(),
                                r.getWords(),
                                r.getSince()));
    }

    /** Adds an address, or lets one that has the message get it once more. */
    void add(BusinessId business, MessageId id, String address) {
        db.insertInto(MESSAGE_RECIPIENT)
                .set(waiting(business, id, address))
                .onConflict(MESSAGE_RECIPIENT.BUSINESS_ID, MESSAGE_RECIPIENT.MESSAGE_ID, MESSAGE_RECIPIENT.ADDRESS)
                .doUpdate()
                .set(MESSAGE_RECIPIENT.STATE, Recipient.State.WAITING.words())
                .setNull(MESSAGE_RECIPIENT.SEEN_ON)
                .execute();
    }

    /** Lets those that refused it be tried again. */
    void retryRefused(BusinessId business, MessageId id) {
        db.update(MESSAGE_RECIPIENT)
                .set(MESSAGE_RECIPIENT.STATE, Recipient.State.WAITING.words())
                .where(MESSAGE_RECIPIENT.BUSINESS_ID.eq(business))
                .and(MESSAGE_RECIPIENT.MESSAGE_ID.eq(id))
                .and(MESSAGE_RECIPIENT.STATE.eq(Recipient.State.REFUSED.words()))
                .execute();
    }

    /** Notes what became of it at each address; those that may take it later wait, or count as refused where no try is left. */
    void mark(Message m, Delivered delivered, boolean over) {
        if (!delivered.sent().isEmpty())
            db.update(MESSAGE_RECIPIENT)
                    .set(MESSAGE_RECIPIENT.STATE, Recipient.State.SENT.words())
                    .set(MESSAGE_RECIPIENT.SINCE, OffsetDateTime.now())
                    .where(isOf(m))
                    .and(MESSAGE_RECIPIENT.ADDRESS.in(delivered.sent()))
                    .execute();
        delivered.refused().forEach(said -> mark(m, said, Recipient.State.REFUSED));
        delivered.later().forEach(said -> mark(m, said, over ? Recipient.State.REFUSED : Recipient.State.WAITING));
    }

    private void mark(Message m, Delivered.Said said, Recipient.State state) {
        db.update(MESSAGE_RECIPIENT)
                .set(MESSAGE_RECIPIENT.STATE, state.words())
                .set(MESSAGE_RECIPIENT.CODE, said.code())
                .set(MESSAGE_RECIPIENT.WORDS, said.words())
                .set(MESSAGE_RECIPIENT.SINCE, OffsetDateTime.now())
                .where(isOf(m))
                .and(MESSAGE_RECIPIENT.ADDRESS.eq(said.address()))
                .execute();
    }

    private static Condition isOf(Message m) {
        return MESSAGE_RECIPIENT.BUSINESS_ID.eq(m.business()).and(MESSAGE_RECIPIENT.MESSAGE_ID.eq(m.id()));
    }

    /** Notes where a message did not arrive after all; false if it is none of ours, or went to none of them. */
    boolean markBounced(MessageId id, List<DeliveryStatus.AtAddress> failed) {
        int marked = 0;
        for (DeliveryStatus.AtAddress at : failed)
            marked += db.update(MESSAGE_RECIPIENT)
                    .set(MESSAGE_RECIPIENT.STATE, Recipient.State.BOUNCED.words())
                    .set(MESSAGE_RECIPIENT.CODE, at.status())
                    .set(MESSAGE_RECIPIENT.WORDS, at.words())
                    .set(MESSAGE_RECIPIENT.SINCE, OffsetDateTime.now())
                    .where(MESSAGE_RECIPIENT.MESSAGE_ID.eq(id))
                    .and(DSL.lower(MESSAGE_RECIPIENT.ADDRESS).eq(at.address().toLowerCase(Locale.ROOT)))
                    .and(MESSAGE_RECIPIENT.STATE.in(Recipient.State.SENT.words(), Recipient.State.BOUNCED.words()))
                    .execute();
        return marked > 0;
    }

    /** Counts a report that fits no message. */
    void countStray() {
        db.execute("update installation set stray_reports = stray_reports + 1");
    }

    /** How many reports fitted none, in this installation. */
    int strays() {
        return db.fetchSingle("select stray_reports from installation").get(0, Integer.class);
    }

    /** Notes that somebody knows that it did not arrive at an address; false if that was known, or is not so. */
    boolean see(BusinessId business, MessageId id, String lost, LocalDate today) {
        return db.update(MESSAGE_RECIPIENT)
                        .set(MESSAGE_RECIPIENT.SEEN_ON, today)
                        .where(MESSAGE_RECIPIENT.BUSINESS_ID.eq(business))
                        .and(MESSAGE_RECIPIENT.MESSAGE_ID.eq(id))
                        .and(MESSAGE_RECIPIENT.ADDRESS.eq(lost))
                        .and(MESSAGE_RECIPIENT.STATE.in("refused", "bounced"))
                        .and(MESSAGE_RECIPIENT.SEEN_ON.isNull())
                        .execute()
                == 1;
    }
}
