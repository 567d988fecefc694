package exactum.app.customers;

import static exactumdb.Tables.CUSTOMER_IMPORT;

import exactum.core.ids.BusinessId;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Rehearsed files of customers in the database. */
@Component
class CustomerImportStore {
    private final DSLContext db;

    CustomerImportStore(DSLContext db) {
        this.db = db;
    }

    void insert(BusinessId business, ImportCustomers.Rehearsal rehearsal, byte[] content) {
        db.insertInto(CUSTOMER_IMPORT)
                .set(CUSTOMER_IMPORT.BUSINESS_ID, business)
                .set(CUSTOMER_IMPORT.ID, rehearsal.id())
                .set(CUSTOMER_IMPORT.FILE_NAME, rehearsal.fileName())
                .set(CUSTOMER_IMPORT.CONTENT, content)
                .set(CUSTOMER_IMPORT.GOOD, rehearsal.good())
                .set(CUSTOMER_IMPORT.BAD, rehearsal.bad())
                .set(CUSTOMER_IMPORT.BAD_FILE, rehearsal.badFile())
                .execute();
    }

    /** Claims a rehearsal for taking; false if it was taken. */
    boolean claim(BusinessId business, UUID id) {
        return db.update(CUSTOMER_IMPORT)
                        .set(CUSTOMER_IMPORT.TAKEN_AT, OffsetDateTime.now(ZoneOffset.UTC))
                        .where(CUSTOMER_IMPORT.BUSINESS_ID.eq(business))
                        .and(CUSTOMER_IMPORT.ID.eq(id))
                        .and(CUSTOMER_IMPORT.TAKEN_AT.isNull())
                        .execute()
                == 1;
    }

    void setOutcome(BusinessId business, UUID id, int good, int bad, byte[] badFile) {
        db.update(CUSTOMER_IMPORT)
                .set(CUSTOMER_IMPORT.GOOD, good)
                .set(CUSTOMER_IMPORT.BAD, bad)
                .set(CUSTOMER_IMPORT.BAD_FILE, badFile)
                .where(CUSTOMER_IMPORT.BUSINESS_ID.eq(business))
                .and(CUSTOMER_IMPORT.ID.eq(id))
                .execute();
    }

    Optional<ImportCustomers.Rehearsal> find(BusinessId business, UUID id) {
        return db.selectFrom(CUSTOMER_IMPORT)
                .where(CUSTOMER_IMPORT.BUSINESS_ID.eq(business))
                .and(CUSTOMER_IMPORT.ID.eq(id))
                .fetchOptional(r -> new ImportCustomers.Rehearsal(
                        r.getId(), r.getFileName(), r.getGood(), r.getBad(), r.getTakenAt() != null, r.getBadFile()));
    }

    byte[] content(BusinessId business, UUID id) {
        return db.select(CUSTOMER_IMPORT.CONTENT)
                .from(CUSTOMER_IMPORT)
                .where(CUSTOMER_IMPORT.BUSINESS_ID.eq(business))
                .and(CUSTOMER_IMPORT.ID.eq(id))
                .fetchSingle()
                .value1();
    }
}
