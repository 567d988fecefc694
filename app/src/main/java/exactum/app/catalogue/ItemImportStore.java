package exactum.app.catalogue;

import static exactumdb.Tables.ITEM_IMPORT;

import exactum.core.ids.BusinessId;
import java.time.OffsetDateTime;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Rehearsed files of catalogue items in the database. */
@Component
class ItemImportStore {
    private final DSLContext db;

    ItemImportStore(DSLContext db) {
        this.db = db;
    }

    /** Keeps a rehearsal, or what it comes to now. */
    void keep(BusinessId business, ImportCatalogue.Rehearsal r, byte[] content) {
        db.insertInto(ITEM_IMPORT)
                .set(ITEM_IMPORT.BUSINESS_ID, business)
                .set(ITEM_IMPORT.ID, r.id())
                .set(ITEM_IMPORT.FILE_NAME, r.fileName())
                .set(ITEM_IMPORT.CONTENT, content)
                .set(ITEM_IMPORT.FRESH, r.fresh())
                .set(ITEM_IMPORT.CHANGED, r.changed())
                .set(ITEM_IMPORT.UNCHANGED, r.unchanged())
                .set(ITEM_IMPORT.BAD, r.bad())
                .set(ITEM_IMPORT.BAD_FILE, r.badFile())
                .set(ITEM_IMPORT.DIGEST, r.digest())
                .onConflict(ITEM_IMPORT.BUSINESS_ID, ITEM_IMPORT.ID)
                .doUpdate()
                .set(ITEM_IMPORT.FRESH, r.fresh())
                .set(ITEM_IMPORT.CHANGED, r.changed())
                .set(ITEM_IMPORT.UNCHANGED, r.unchanged())
                .set(ITEM_IMPORT.BAD, r.bad())
                .set(ITEM_IMPORT.BAD_FILE, r.badFile())
                .set(ITEM_IMPORT.DIGEST, r.digest())
                .execute();
    }

    Optional<ImportCatalogue.Rehearsal> find(BusinessId business, UUID id) {
        return db.selectFrom(ITEM_IMPORT)
                .where(is(business, id))
                .fetchOptional(r -> new ImportCatalogue.Rehearsal(
                        r.getId(),
                        r.getFileName(),
                        r.getFresh(),
                        r.getChanged(),
                        r.getUnchanged(),
                        r.getBad(),
                        r.getBadFile(),
                        r.getDigest(),
                        r.getTakenAt() != null));
    }

    /** The file; nobody else takes it until the transaction ends. */
    byte[] lockContent(BusinessId business, UUID id) {
        return db.select(ITEM_IMPORT.CONTENT)
                .from(ITEM_IMPORT)
                .where(is(business, id))
                .forUpdate()
                .fetchSingle()
                .value1();
    }

    byte[] content(BusinessId business, UUID id) {
        return db.select(ITEM_IMPORT.CONTENT)
                .from(ITEM_IMPORT)
                .where(is(business, id))
                .fetchSingle()
                .value1();
    }

    void markTaken(BusinessId business, UUID id) {
        db.update(ITEM_IMPORT)
                .set(ITEM_IMPORT.TAKEN_AT, OffsetDateTime.now())
                .where(is(business, id))
                .execute();
    }

    private static Condition is(BusinessId business, UUID id) {
        return ITEM_IMPORT.BUSINESS_ID.eq(business).and(ITEM_IMPORT.ID.eq(id));
    }
}
