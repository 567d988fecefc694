package exactum.app.mandates;

import static exactumdb.Tables.MANDATE_IMPORT;

import exactum.app.audit.Audit;
import exactum.app.security.Vault;
import exactum.core.ids.BusinessId;
import exactumdb.tables.records.MandateImportRecord;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Files of mandates between rehearsal and import, in the database; they hold account numbers, so that they are encrypted. */
@Component
class MandateImportStore {
    private final DSLContext db;
    private final Vault vault;

    MandateImportStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    /** A file. */
    public record Kept(UUID id, String fileName, boolean isTaken, int taken) {}

    void insert(BusinessId business, UUID id, String fileName, byte[] content) {
        db.insertInto(MANDATE_IMPORT)
                .set(MANDATE_IMPORT.BUSINESS_ID, business)
                .set(MANDATE_IMPORT.ID, id)
                .set(MANDATE_IMPORT.FILE_NAME, fileName)
                .set(MANDATE_IMPORT.CONTENT_SECRET, vault.encrypt(new String(content, StandardCharsets.ISO_8859_1)))
                .set(MANDATE_IMPORT.STATE, "rehearsed")
                .set(MANDATE_IMPORT.MADE_BY, Audit.who())
                .execute();
    }

    Optional<Kept> find(BusinessId business, UUID id) {
        return db.selectFrom(MANDATE_IMPORT).where(is(business, id)).fetchOptional(MandateImportStore::kept);
    }

    Optional<Kept> lock(BusinessId business, UUID id) {
        return db.selectFrom(MANDATE_IMPORT)
                .where(is(business, id))
                .forUpdate()
                .fetchOptional(MandateImportStore::kept);
    }

    byte[] content(BusinessId business, UUID id) {
        return vault.decrypt(db.select(MANDATE_IMPORT.CONTENT_SECRET)
                        .from(MANDATE_IMPORT)
                        .where(is(business, id))
                        .fetchSingle(MANDATE_IMPORT.CONTENT_SECRET))
                .getBytes(StandardCharsets.ISO_8859_1);
    }

    void taken(BusinessId business, UUID id, int count) {
        db.update(MANDATE_IMPORT)
                .set(MANDATE_IMPORT.STATE, "done")
                .set(MANDATE_IMPORT.TAKEN, count)
                .where(is(business, id))
                .execute();
    }

    private static Condition is(BusinessId business, UUID id) {
        return MANDATE_IMPORT.BUSINESS_ID.eq(business).and(MANDATE_IMPORT.ID.eq(id));
    }

    private static Kept kept(MandateImportRecord r) {
        return new Kept(r.getId(), r.getFileName(), r.getState().equals("done"), r.getTaken());
    }
}
