package exactum.app.bank;

import static exactumdb.Tables.BANK_CSV;
import static exactumdb.Tables.BANK_CSV_MAPPING;

import exactum.app.database.Digest;
import exactum.app.database.Ids;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.formats.csv.StatementMapping;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Files of banks in CSV that wait until it is known how to read them, and how files of the same head are read. */
@Component
class BankCsvStore {
    private final DSLContext db;

    BankCsvStore(DSLContext db) {
        this.db = db;
    }

    /** A file as it came. */
    record Kept(UUID id, String fileName, byte[] content) {}

    /** How files of a head are read, and whose they are. */
    record Known(StatementMapping mapping, BankAccountId account) {}

    UUID keep(BusinessId business, String fileName, byte[] content) {
        UUID id = Ids.next();
        db.insertInto(BANK_CSV)
                .set(BANK_CSV.BUSINESS_ID, business)
                .set(BANK_CSV.ID, id)
                .set(BANK_CSV.FILE_NAME, fileName)
                .set(BANK_CSV.CONTENT, content)
                .execute();
        return id;
    }

    Optional<Kept> find(BusinessId business, UUID id) {
        return db.selectFrom(BANK_CSV)
                .where(BANK_CSV.BUSINESS_ID.eq(business))
                .and(BANK_CSV.ID.eq(id))
                .fetchOptional(r -> new Kept(r.getId(), r.getFileName(), r.getContent()));
    }

    void forget(BusinessId business, UUID id) {
        db.deleteFrom(BANK_CSV)
                .where(BANK_CSV.BUSINESS_ID.eq(business))
                .and(BANK_CSV.ID.eq(id))
                .execute();
    }

    void remember(BusinessId business, List<String> head, StatementMapping mapping, BankAccountId account) {
        db.insertInto(BANK_CSV_MAPPING)
                .set(BANK_CSV_MAPPING.BUSINESS_ID, business)
                .set(BANK_CSV_MAPPING.HEAD_SHA256, digest(head))
                .set(BANK_CSV_MAPPING.MAPPING, mapping.text())
                .set(BANK_CSV_MAPPING.BANK_ACCOUNT_ID, account)
                .onDuplicateKeyUpdate()
                .set(BANK_CSV_MAPPING.MAPPING, mapping.text())
                .set(BANK_CSV_MAPPING.BANK_ACCOUNT_ID, account)
                .execute();
    }

    Optional<Known> known(BusinessId business, List<String> head) {
        return db.selectFrom(BANK_CSV_MAPPING)
                .where(BANK_CSV_MAPPING.BUSINESS_ID.eq(business))
                .and(BANK_CSV_MAPPING.HEAD_SHA256.eq(digest(head)))
                .fetchOptional(r -> new Known(StatementMapping.of(r.getMapping()), r.getBankAccountId()));
    }

    private static byte[] digest(List<String> head) {
        return Digest.sha256(String.join("\u001f", head).getBytes(StandardCharsets.UTF_8));
    }
}
