package exactum.app.messages;

import exactum.app.database.Digest;
import exactum.app.security.Vault;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/**
 * What becomes of most messages: every address took it, at the first try. Its sender, its words, its files and its addresses are noted
 * in one statement, which is a transaction of its own and the same for every message, so that the server plans it once.
 */
@Component
class SentWholeStore {
    private static final String SENT = """
            with it as (select ?::int as business_id, ?::uuid as id),
            gone as (update message_recipient r set state = 'sent', since = now() from it where r.business_id = it.business_id and r.message_id = it.id and r.state = 'waiting'),
            kept as (insert into message_file (business_id, message_id, no, name, type, sha256, bytes, content)
                     select it.business_id, it.id, f.no - 1, f.name, f.type, f.sha256, f.bytes, f.content
                       from it, unnest(?::text[], ?::text[], ?::bytea[], ?::int[], ?::bytea[]) with ordinality f (name, type, sha256, bytes, content, no)
                     on conflict do nothing)
            update message m set state = 'sent', sender_name = ?, sender_address = ?, subject = ?, body_secret = ?, sent_at = now(), last_error = null, taken_until = null,
                   sent_on = coalesce((select i.business_date from installation i), (select (now() at time zone b.time_zone)::date from business b where b.id = m.business_id))
              from it where m.business_id = it.business_id and m.id = it.id
            """;
    private final DSLContext db;
    private final Vault vault;

    SentWholeStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    void record(Message m, Letter letter) {
        byte[] body = vault.encrypt(letter.body());
        db.connection(connection -> {
            try (PreparedStatement sent = connection.prepareStatement(SENT)) {
                sent.setInt(1, m.business().value());
                sent.setObject(2, m.id().value());
                bindFiles(sent, letter.attachments());
                sent.setString(8, letter.sender().name());
                sent.setString(9, letter.sender().address());
                sent.setString(10, letter.subjectLine());
                sent.setBytes(11, body);
                sent.executeUpdate();
            }
        });
    }

    private static void bindFiles(PreparedStatement sent, List<Letter.Attachment> files) throws SQLException {
        bind(sent, 3, "text", files.stream().map(Letter.Attachment::name).toArray(String[]::new));
        bind(sent, 4, "text", files.stream().map(Letter.Attachment::type).toArray(String[]::new));
        bind(
                sent,
                5,
                "bytea",
                files.stream().map(f -> Digest.sha256(f.content())).toArray(byte[][]::new));
        bind(sent, 6, "int4", files.stream().map(f -> f.content().length).toArray(Integer[]::new));
        bind(sent, 7, "bytea", files.stream().map(Letter.Attachment::toKeep).toArray(byte[][]::new));
    }

    private static void bind(PreparedStatement sent, int no, String type, Object[] values) throws SQLException {
        sent.setArray(no, sent.getConnection().createArrayOf(type, values));
    }
}
