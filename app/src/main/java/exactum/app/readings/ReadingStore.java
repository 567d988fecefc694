package exactum.app.readings;

import static exactumdb.Tables.READING;
import static exactumdb.Tables.READING_IMPORT;

import exactum.app.audit.Audit;
import exactum.app.database.CopyRows;
import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactumdb.tables.records.ReadingRecord;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Readings and rehearsed files of them, in the database. */
@Component
class ReadingStore {
    private static final String METERS = """
            select distinct r.customer_id, c.code as customer_code, c.name as customer_name, l.item_id, i.code as item_code, i.name as item_name, i.unit
              from recurring_line l join recurring_invoice r on r.business_id = l.business_id and r.id = l.recurring_id
              join customer c on c.business_id = r.business_id and c.id = r.customer_id join catalogue_item i on i.business_id = l.business_id and i.id = l.item_id
             where l.business_id = {0} and l.basis = 'as read' and r.state <> 'ended' order by c.name, i.name
            """;
    private static final String BILLED = """
            select distinct r.customer_id, l.item_id, o.period_from, o.period_until from occurrence o
              join recurring_invoice r on r.business_id = o.business_id and r.id = o.recurring_id
              join recurring_line l on l.business_id = r.business_id and l.recurring_id = r.id and l.basis = 'as read' where o.business_id = {0}
            """;
    private final DSLContext db;

    ReadingStore(DSLContext db) {
        this.db = db;
    }

    /** One that is to be kept. */
    record Fresh(CustomerId customer, ItemId item, ServicePeriod period, BigDecimal quantity) {}

    /** Nobody else keeps readings of the business until the transaction ends. */
    void lock(BusinessId business) {
        db.execute("select pg_advisory_xact_lock(7301, {0})", DSL.inline(business.value()));
    }

    Metered metered(BusinessId business) {
        var metered = new Metered(db.fetch(METERS, DSL.inline(business.value()))
                .map(r -> new Metered.Meter(
                        new CustomerId(r.get("customer_id", UUID.class)),
                        r.get("customer_code", String.class),
                        r.get("customer_name", String.class),
                        new ItemId(r.get("item_id", UUID.class)),
                        r.get("item_code", String.class),
                        r.get("item_name", String.class),
                        r.get("unit", String.class))));
        db.fetch(BILLED, DSL.inline(business.value()))
                .forEach(r -> metered.bill(
                        new CustomerId(r.get("customer_id", UUID.class)),
                        new ItemId(r.get("item_id", UUID.class)),
                        new ServicePeriod(
                                r.get("period_from", LocalDate.class), r.get("period_until", LocalDate.class))));
        db.selectFrom(READING)
                .where(READING.BUSINESS_ID.eq(business))
                .orderBy(READING.PERIOD_FROM)
                .forEach(r -> metered.keep(
                        r.getCustomerId(),
                        r.getItemId(),
                        new Metered.Kept(
                                new ServicePeriod(r.getPeriodFrom(), r.getPeriodUntil()),
                                r.getQuantity(),
                                r.getSource())));
        return metered;
    }

    void insert(BusinessId business, List<Fresh> readings, String source) {
        String who = Audit.who();
        CopyRows.into(
                db,
                readings.stream()
                        .map(r -> new ReadingRecord()
                                .setBusinessId(business)
                                .setCustomerId(r.customer())
                                .setItemId(r.item())
                                .setPeriodFrom(r.period().from())
                                .setPeriodUntil(r.period().until())
                                .setQuantity(r.quantity())
                                .setSource(source)
                                .setMadeBy(who)
                                .setMadeAt(OffsetDateTime.now()))
                        .toList());
    }

    void delete(BusinessId business, CustomerId customer, ItemId item, LocalDate from) {
        db.deleteFrom(READING)
                .where(READING.BUSINESS_ID.eq(business))
                .and(READING.CUSTOMER_ID.eq(customer))
                .and(READING.ITEM_ID.eq(item))
                .and(READING.PERIOD_FROM.eq(from))
                .execute();
    }

    /** Keeps a rehearsal, or what it comes to now. */
    void keep(BusinessId business, ImportReadings.Rehearsal r, byte[] content) {
        db.insertInto(READING_IMPORT)
                .set(READING_IMPORT.BUSINESS_ID, business)
                .set(READING_IMPORT.ID, r.id())
                .set(READING_IMPORT.FILE_NAME, r.fileName())
                .set(READING_IMPORT.CONTENT, content)
                .set(READING_IMPORT.GOOD, r.good())
                .set(READING_IMPORT.BAD, r.bad())
                .set(READING_IMPORT.BAD_FILE, r.badFile())
                .set(READING_IMPORT.DIGEST, r.digest())
                .onConflict(READING_IMPORT.BUSINESS_ID, READING_IMPORT.ID)
                .doUpdate()
                .set(READING_IMPORT.GOOD, r.good())
                .set(READING_IMPORT.BAD, r.bad())
                .set(READING_IMPORT.BAD_FILE, r.badFile())
                .set(READING_IMPORT.DIGEST, r.digest())
                .execute();
    }

    Optional<ImportReadings.Rehearsal> find(BusinessId business, UUID id) {
        return db.selectFrom(READING_IMPORT)
                .where(is(business, id))
                .fetchOptional(r -> new ImportReadings.Rehearsal(
                        r.getId(),
                        r.getFileName(),
                        r.getGood(),
                        r.getBad(),
                        r.getBadFile(),
                        r.getDigest(),
                        r.getTakenAt() != null));
    }

    byte[] content(BusinessId business, UUID id) {
        return db.select(READING_IMPORT.CONTENT)
                .from(READING_IMPORT)
                .where(is(business, id))
                .fetchSingle()
                .value1();
    }

    void markTaken(BusinessId business, UUID id) {
        db.update(READING_IMPORT)
                .set(READING_IMPORT.TAKEN_AT, OffsetDateTime.now())
                .where(is(business, id))
                .execute();
    }

    private static Condition is(BusinessId business, UUID id) {
        return READING_IMPORT.BUSINESS_ID.eq(business).and(READING_IMPORT.ID.eq(id));
    }
}
