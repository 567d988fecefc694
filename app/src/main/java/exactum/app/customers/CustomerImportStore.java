package exactum.app.customers;

import static exactumdb.Tables.CUSTOMER_IMPORT;

import exactum.core.ids.BusinessId;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
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
                .set(CUSTOMER_IMPORT.CHANGED, rehearsal.changed())
                .set(CUSTOMER_IMPORT.REHEARSED_AT, OffsetDateTime.now(ZoneOffset.UTC))
                .set(CUSTOMER_IMPORT.UNCHANGED, rehearsal.unchanged())
                .set(CUSTOMER_IMPORT.BAD, rehearsal.bad())
                .set(CUSTOMER_IMPORT.BAD_FILE, rehearsal.badFile())
                .execute();
    }

    /** Marks that it is to be imported; false if it was before. */
    boolean begin(BusinessId business, UUID id) {
        return db.update(CUSTOMER_IMPORT)
                        .set(CUSTOMER_IMPORT.BEGUN_AT, OffsetDateTime.now(ZoneOffset.UTC))
                        .where(of(business, id))
                        .and(CUSTOMER_IMPORT.BEGUN_AT.isNull())
                        .execute()
                == 1;
    }

    /** How many of its good lines are done, and which of them were left out; nobody else goes on with it meanwhile. */
    Progress lock(BusinessId business, UUID id) {
        return db.select(
                        CUSTOMER_IMPORT.DONE,
                        CUSTOMER_IMPORT.LEFT_OUT,
                        CUSTOMER_IMPORT.TAKEN_AT,
                        CUSTOMER_IMPORT.REHEARSED_AT)
                .from(CUSTOMER_IMPORT)
                .where(of(business, id))
                .forUpdate()
                .fetchSingle(r -> new Progress(r.value1(), List.of(r.value2()), r.value3() != null, r.value4()));
    }

    void setProgress(BusinessId business, UUID id, int done, List<String> leftOut) {
        db.update(CUSTOMER_IMPORT)
                .set(CUSTOMER_IMPORT.DONE, done)
                .set(CUSTOMER_IMPORT.LEFT_OUT, leftOut.toArray(String[]::new))
                .where(of(business, id))
                .execute();
    }

    /** How far an import is. */
    record Progress(int done, List<String> leftOut, boolean over, OffsetDateTime rehearsedAt) {}

    private static Condition of(BusinessId business, UUID id) {
        return CUSTOMER_IMPORT.BUSINESS_ID.eq(business).and(CUSTOMER_IMPORT.ID.eq(id));
    }

    /** Ends it; so many of its good lines were left out, and so many of those would have changed a customer. */
    void setOutcome(BusinessId business, UUID id, int leftOut, int changes, int bad, byte[] badFile) {
        db.update(CUSTOMER_IMPORT)
                .set(CUSTOMER_IMPORT.GOOD, CUSTOMER_IMPORT.GOOD.minus(leftOut))
                .set(CUSTOMER_IMPORT.CHANGED, CUSTOMER_IMPORT.CHANGED.minus(changes))
                .set(CUSTOMER_IMPORT.BAD, bad)
                .set(CUSTOMER_IMPORT.BAD_FILE, badFile)
                .set(CUSTOMER_IMPORT.TAKEN_AT, OffsetDateTime.now(ZoneOffset.UTC))
                .where(of(business, id))
                .execute();
    }

    Optional<ImportCustomers.Rehearsal> find(BusinessId business, UUID id) {
        return db.selectFrom(CUSTOMER_IMPORT)
                .where(CUSTOMER_IMPORT.BUSINESS_ID.eq(business))
                .and(CUSTOMER_IMPORT.ID.eq(id))
                .fetchOptional(r -> new ImportCustomers.Rehearsal(
                        r.getId(),
                        r.getFileName(),
                        r.getGood(),
                        r.getChanged(),
                        r.getUnchanged(),
                        r.getBad(),
                        r.getTakenAt() != null
                                ? ImportCustomers.State.TAKEN
                                : r.getBegunAt() != null
                                        ? ImportCustomers.State.RUNNING
                                        : ImportCustomers.State.REHEARSED,
                        r.getDone(),
                        r.getBadFile()));
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
