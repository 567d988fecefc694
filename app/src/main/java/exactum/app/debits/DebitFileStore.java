package exactum.app.debits;

import static exactumdb.Tables.DEBIT_FILE;
import static exactumdb.Tables.DEBIT_FILE_PART;

import exactum.app.security.Vault;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DebitFileId;
import exactum.core.ids.DebitRunId;
import exactumdb.tables.records.DebitFileRecord;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Files of collections as they were written, in the database: in encrypted pieces, so that none is in memory as a whole. */
@Component
class DebitFileStore {
    private final DSLContext db;
    private final Vault vault;

    DebitFileStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    /**
     * A file.
     *
     * @param digest SHA-256 in hexadecimal
     * @param answer what the bank said to it, or empty
     */
    record File(
            DebitFileId id,
            DebitRunId run,
            String reference,
            String version,
            String digest,
            long bytes,
            Instant madeAt,
            String answer) {}

    void insert(BusinessId business, File file, byte[] digest) {
        db.insertInto(DEBIT_FILE)
                .set(DEBIT_FILE.BUSINESS_ID, business)
                .set(DEBIT_FILE.ID, file.id())
                .set(DEBIT_FILE.RUN_ID, file.run())
                .set(DEBIT_FILE.MESSAGE_REF, file.reference())
                .set(DEBIT_FILE.VERSION, file.version())
                .set(DEBIT_FILE.DIGEST, digest)
                .set(DEBIT_FILE.BYTES, file.bytes())
                .set(DEBIT_FILE.MADE_AT, file.madeAt().atOffset(ZoneOffset.UTC))
                .execute();
    }

    void insertPart(BusinessId business, DebitFileId file, int no, byte[] content) {
        db.insertInto(DEBIT_FILE_PART)
                .set(DEBIT_FILE_PART.BUSINESS_ID, business)
                .set(DEBIT_FILE_PART.FILE_ID, file)
                .set(DEBIT_FILE_PART.PART_NO, no)
                .set(
                        DEBIT_FILE_PART.CONTENT_SECRET,
                        vault.encrypt(Base64.getEncoder().encodeToString(content)))
                .execute();
    }

    Optional<File> ofRun(BusinessId business, DebitRunId run) {
        return db.selectFrom(DEBIT_FILE)
                .where(DEBIT_FILE.BUSINESS_ID.eq(business))
                .and(DEBIT_FILE.RUN_ID.eq(run))
                .fetchOptional(DebitFileStore::file);
    }

    Optional<File> byReference(BusinessId business, String reference) {
        return db.selectFrom(DEBIT_FILE)
                .where(DEBIT_FILE.BUSINESS_ID.eq(business))
                .and(DEBIT_FILE.MESSAGE_REF.eq(reference))
                .fetchOptional(DebitFileStore::file);
    }

    void answer(BusinessId business, DebitFileId id, String words) {
        db.update(DEBIT_FILE)
                .set(DEBIT_FILE.ANSWER, words)
                .where(DEBIT_FILE.BUSINESS_ID.eq(business))
                .and(DEBIT_FILE.ID.eq(id))
                .execute();
    }

    /** Writes the file's bytes, piece by piece. */
    void content(BusinessId business, DebitFileId id, OutputStream out) {
        List<Integer> parts = db.select(DEBIT_FILE_PART.PART_NO)
                .from(DEBIT_FILE_PART)
                .where(DEBIT_FILE_PART.BUSINESS_ID.eq(business))
                .and(DEBIT_FILE_PART.FILE_ID.eq(id))
                .orderBy(DEBIT_FILE_PART.PART_NO)
                .fetch(DEBIT_FILE_PART.PART_NO);
        for (int no : parts) {
            byte[] secret = db.select(DEBIT_FILE_PART.CONTENT_SECRET)
                    .from(DEBIT_FILE_PART)
                    .where(DEBIT_FILE_PART.BUSINESS_ID.eq(business))
                    .and(DEBIT_FILE_PART.FILE_ID.eq(id))
                    .and(DEBIT_FILE_PART.PART_NO.eq(no))
                    .fetchSingle(DEBIT_FILE_PART.CONTENT_SECRET);
            try {
                out.write(Base64.getDecoder().decode(vault.decrypt(secret)));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private static File file(DebitFileRecord f) {
        return new File(
                f.getId(),
                f.getRunId(),
                f.getMessageRef(),
                f.getVersion(),
                HexFormat.of().formatHex(f.getDigest()),
                f.getBytes(),
                f.getMadeAt().toInstant(),
                f.getAnswer());
    }
}
