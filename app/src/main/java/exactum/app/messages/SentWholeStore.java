package exactum.app.messages;

import exactum.app.database.Digest;
import exactum.app.security.Vault;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/**
 * What becomes of most messages: every address took it, at the first try. Its words, its files and its addresses are noted in one
 * statement, which is a transaction of its own. A paper that is kept anyhow is named by its digest alone.
 */
@Component
class SentWholeStore {
    private static final String FILE = """
            insert into message_file (business_id, message_id, no, name, type, sha256, bytes, content)
            select {0}, {1}, {2}, {3}, {4}, {5}, {6}, case when exists (select from document_pdf p where p.business_id = {0} and p.sha256 = {5}) then null else {7} end
            on conflict do nothing returning no
            """;
    private static final String SENT = """
            with gone as (update message_recipient set state = 'sent', since = now() where business_id = {0} and message_id = {1} and state = 'waiting' returning message_id), {4}
            update message set state = 'sent', subject = {2}, body_secret = {3}, sent_at = now(), last_error = null, taken_until = null,
                   sent_on = coalesce((select i.business_date from installation i), (select (now() at time zone b.time_zone)::date from business b where b.id = message.business_id))
             where business_id = {0} and id = {1}
            """;
    private final DSLContext db;
    private final Vault vault;

    SentWholeStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    void record(Message m, Letter letter) {
        db.execute(
                SENT,
                DSL.inline(m.business().value()),
                DSL.val(m.id().value()),
                DSL.val(letter.subjectLine()),
                DSL.val(vault.encrypt(letter.body())),
                files(m, letter.attachments()));
    }

    private static QueryPart files(Message m, List<Letter.Attachment> files) {
        QueryPart all = DSL.sql("kept as (select 1)");
        for (int i = 0; i < files.size(); i++)
            all = DSL.sql("{0}, kept" + i + " as ({1})", all, file(m, i, files.get(i)));
        return all;
    }

    private static QueryPart file(Message m, int no, Letter.Attachment file) {
        return DSL.sql(
                FILE,
                DSL.inline(m.business().value()),
                DSL.val(m.id().value()),
                DSL.inline(no),
                DSL.val(file.name()),
                DSL.val(file.type()),
                DSL.val(Digest.sha256(file.content())),
                DSL.inline(file.content().length),
                DSL.val(file.content()));
    }
}
