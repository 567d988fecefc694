package exactum.app.messages;

import static exactumdb.Tables.MESSAGE_FILE;

import exactum.app.database.Digest;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MessageId;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** The files that went with messages, as they went, in the database. */
@Component
class SentFileStore {
    private final DSLContext db;

    SentFileStore(DSLContext db) {
        this.db = db;
    }

    /** Keeps those of a letter. */
    void keep(Message m, Letter letter) {
        for (int i = 0; i < letter.attachments().size(); i++)
            keep(m, i, letter.attachments().get(i));
    }

    private void keep(Message m, int no, Letter.Attachment file) {
        db.insertInto(MESSAGE_FILE)
                .set(MESSAGE_FILE.BUSINESS_ID, m.business())
                .set(MESSAGE_FILE.MESSAGE_ID, m.id())
                .set(MESSAGE_FILE.NO, (short) no)
                .set(MESSAGE_FILE.NAME, file.name())
                .set(MESSAGE_FILE.TYPE, file.type())
                .set(MESSAGE_FILE.SHA256, Digest.sha256(file.content()))
                .set(MESSAGE_FILE.BYTES, file.content().length)
                .set(MESSAGE_FILE.CONTENT, file.toKeep())
                .onConflictDoNothing()
                .execute();
    }

    /** In the order in which they went. */
    List<FindMessages.SentFile> of(BusinessId business, MessageId id) {
        return db.select(MESSAGE_FILE.NO, MESSAGE_FILE.NAME, MESSAGE_FILE.TYPE, MESSAGE_FILE.BYTES)
                .from(MESSAGE_FILE)
                .where(MESSAGE_FILE.BUSINESS_ID.eq(business))
                .and(MESSAGE_FILE.MESSAGE_ID.eq(id))
                .orderBy(MESSAGE_FILE.NO)
                .fetch(r -> new FindMessages.SentFile(r.value1(), r.value2(), r.value3(), r.value4()));
    }

    Optional<byte[]> content(BusinessId business, MessageId id, int no) {
        return db.fetchOptional("""
                        select coalesce(f.content, (select p.content from document_pdf p where p.business_id = f.business_id and p.sha256 = f.sha256 limit 1))
                          from message_file f where f.business_id = {0} and f.message_id = {1} and f.no = {2}
                        """, DSL.inline(business.value()), DSL.val(id.value()), DSL.val(no))
                .map(r -> r.get(0, byte[].class));
    }
}
