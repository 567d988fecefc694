package exactum.app.customers;

import static exactumdb.Tables.CUSTOMER_IMPORT;

import exactum.core.ids.BusinessId;
import exactum.formats.csv.CsvMapping;
import exactum.formats.csv.CsvShape;
import exactum.formats.csv.CustomerColumn;
import exactumdb.tables.records.CustomerImportRecord;
import java.nio.charset.Charset;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.EnumMap;
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

    /** Keeps a file that is to be rehearsed. */
    void insert(BusinessId business, UUID id, String fileName, byte[] content, boolean ours) {
        db.insertInto(CUSTOMER_IMPORT)
                .set(CUSTOMER_IMPORT.BUSINESS_ID, business)
                .set(CUSTOMER_IMPORT.ID, id)
                .set(CUSTOMER_IMPORT.FILE_NAME, fileName)
                .set(CUSTOMER_IMPORT.CONTENT, content)
                .set(CUSTOMER_IMPORT.OURS, ours)
                .execute();
    }

    /** How many of its lines are good, change a customer, change none, and are bad. */
    record Counts(int good, int changed, int unchanged, int bad) {}

    /** Keeps what a rehearsal came to. */
    void setRehearsal(BusinessId business, UUID id, Counts counts, byte[] badFile) {
        db.update(CUSTOMER_IMPORT)
                .set(CUSTOMER_IMPORT.GOOD, counts.good())
                .set(CUSTOMER_IMPORT.CHANGED, counts.changed())
                .set(CUSTOMER_IMPORT.UNCHANGED, counts.unchanged())
                .set(CUSTOMER_IMPORT.BAD, counts.bad())
                .set(CUSTOMER_IMPORT.BAD_FILE, badFile)
                .set(CUSTOMER_IMPORT.REHEARSED_AT, OffsetDateTime.now(ZoneOffset.UTC))
                .where(of(business, id))
                .execute();
    }

    /** Keeps how a file of another making is read. */
    void setMapping(BusinessId business, UUID id, CsvMapping mapping) {
        db.update(CUSTOMER_IMPORT)
                .set(CUSTOMER_IMPORT.ENCODING, mapping.shape().charset().name())
                .set(
                        CUSTOMER_IMPORT.SEPARATOR,
                        Character.toString(mapping.shape().separator()))
                .set(
                        CUSTOMER_IMPORT.COLUMNS,
                        mapping.columns().stream()
                                .map(c -> c == null ? "" : c.head())
                                .toArray(String[]::new))
                .set(CUSTOMER_IMPORT.COUNTRY, mapping.always().getOrDefault(CustomerColumn.COUNTRY, ""))
                .set(CUSTOMER_IMPORT.CURRENCY, mapping.always().getOrDefault(CustomerColumn.CURRENCY, ""))
                .where(of(business, id))
                .execute();
    }

    /** How a file of another making is read; none for one of ours, or before somebody has said it. */
    Optional<CsvMapping> mapping(BusinessId business, UUID id) {
        return db.selectFrom(CUSTOMER_IMPORT)
                .where(of(business, id))
                .and(CUSTOMER_IMPORT.COLUMNS.isNotNull())
                .fetchOptional(r -> {
                    var always = new EnumMap<CustomerColumn, String>(CustomerColumn.class);
                    if (!r.getCountry().isEmpty()) always.put(CustomerColumn.COUNTRY, r.getCountry());
                    if (!r.getCurrency().isEmpty()) always.put(CustomerColumn.CURRENCY, r.getCurrency());
                    return new CsvMapping(
                            new CsvShape(
                                    Charset.forName(r.getEncoding()),
                                    r.getSeparator().charAt(0)),
                            Arrays.stream(r.getColumns())
                                    .map(c -> CustomerColumn.of(c).orElse(null))
                                    .toList(),
                            always);
                });
    }

    OffsetDateTime rehearsedAt(BusinessId business, UUID id) {
        return db.select(CUSTOMER_IMPORT.REHEARSED_AT)
                .from(CUSTOMER_IMPORT)
                .where(of(business, id))
                .fetchSingle()
                .value1();
    }

    /** Marks that it is to be imported; false if it was before. */
    boolean begin(BusinessId business, UUID id) {
        return db.update(CUSTOMER_IMPORT)
                        .set(CUSTOMER_IMPORT.BEGUN_AT, OffsetDateTime.now(ZoneOffset.UTC))
                        .where(of(business, id))
                        .and(CUSTOMER_IMPORT.BEGUN_AT.isNull())
                        .and(CUSTOMER_IMPORT.REHEARSED_AT.isNotNull())
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
                        r.getOurs(),
                        r.getGood(),
                        r.getChanged(),
                        r.getUnchanged(),
                        r.getBad(),
                        state(r),
                        r.getDone(),
                        r.getBadFile()));
    }

    private static ImportCustomers.State state(CustomerImportRecord r) {
        if (r.getTakenAt() != null) return ImportCustomers.State.TAKEN;
        if (r.getBegunAt() != null) return ImportCustomers.State.RUNNING;
        return r.getRehearsedAt() == null ? ImportCustomers.State.UNMAPPED : ImportCustomers.State.REHEARSED;
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
