package exactum.app.documents;

import static exactumdb.Tables.STANDING_LINES;
import static exactumdb.Tables.STANDING_LINES_OF;

import exactum.app.audit.Audit;
import exactum.app.customers.PaysBy;
import exactum.app.database.CopyRows;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactumdb.tables.records.StandingLinesOfRecord;
import exactumdb.tables.records.StandingLinesRecord;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Standing lines in the database. */
@Component
class StandingStore {
    private static final TypeReference<Map<String, String>> FIELDS = new TypeReference<>() {};
    private final DSLContext db;
    private final JsonMapper json;

    StandingStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    /** The named sets, by name. */
    List<StandingLines> sets(BusinessId business) {
        return load(business, STANDING_LINES.CUSTOMER_ID.isNull());
    }

    Optional<StandingLines> find(BusinessId business, UUID id) {
        return load(business, STANDING_LINES.ID.eq(id)).stream().findFirst();
    }

    /** Those that serve customers, own ones first, each under everybody it serves. */
    Map<CustomerId, List<StandingLines>> of(BusinessId business, Collection<CustomerId> customers) {
        UUID[] ids = customers.stream().map(CustomerId::value).toArray(UUID[]::new);
        Condition own = DSL.condition("standing_lines.customer_id = any({0})", DSL.val(ids));
        Condition served = DSL.condition(
                "exists (select 1 from standing_lines_of o where o.business_id = standing_lines.business_id and o.lines_id = standing_lines.id and o.customer_id = any({0}))",
                DSL.val(ids));
        Set<CustomerId> wanted = Set.copyOf(customers);
        Map<CustomerId, List<StandingLines>> by = new HashMap<>();
        for (StandingLines s : load(business, own.or(served))) {
            Collection<CustomerId> theirs = s.isSet() ? s.of() : List.of(s.customer());
            theirs.stream()
                    .filter(wanted::contains)
                    .forEach(c -> by.computeIfAbsent(c, k -> new java.util.ArrayList<>())
                            .add(s));
        }
        return by;
    }

    /** Inserts it; false if a set of the name is there. */
    boolean insert(BusinessId business, StandingLines s) {
        int inserted = db.insertInto(STANDING_LINES)
                .set(row(business, s).setMadeBy(Audit.who()))
                .onConflictDoNothing()
                .execute();
        if (inserted == 1) serve(business, s);
        return inserted == 1;
    }

    /** Replaces the revision that was seen; false if somebody was first. */
    boolean update(BusinessId business, StandingLines s) {
        int updated = db.update(STANDING_LINES)
                .set(row(business, s).setRevision(s.revision() + 1))
                .where(is(business, s.id()))
                .and(STANDING_LINES.REVISION.eq(s.revision()))
                .execute();
        if (updated == 1) serve(business, s);
        return updated == 1;
    }

    void delete(BusinessId business, UUID id) {
        db.deleteFrom(STANDING_LINES).where(is(business, id)).execute();
    }

    private void serve(BusinessId business, StandingLines s) {
        db.deleteFrom(STANDING_LINES_OF)
                .where(STANDING_LINES_OF.BUSINESS_ID.eq(business))
                .and(STANDING_LINES_OF.LINES_ID.eq(s.id()))
                .execute();
        CopyRows.into(
                db,
                s.of().stream()
                        .map(c -> new StandingLinesOfRecord(business, s.id(), c))
                        .toList());
    }

    private StandingLinesRecord row(BusinessId business, StandingLines s) {
        return new StandingLinesRecord()
                .setBusinessId(business)
                .setId(s.id())
                .setName(s.name())
                .setCustomerId(s.customer())
                .setKinds(s.kinds().stream().map(DocumentKind::words).toArray(String[]::new))
                .setByThemselves(s.joins())
                .setThereFrom(s.from())
                .setThereUntil(s.until())
                .setTermsId(s.terms())
                .setMethod(s.method() == null ? "" : s.method().code())
                .setFields(JSONB.valueOf(json.writeValueAsString(s.fields())))
                .setRevision(s.revision());
    }

    private static Condition is(BusinessId business, UUID id) {
        return STANDING_LINES.BUSINESS_ID.eq(business).and(STANDING_LINES.ID.eq(id));
    }

    private List<StandingLines> load(BusinessId business, Condition condition) {
        var found = db.selectFrom(STANDING_LINES)
                .where(STANDING_LINES.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(STANDING_LINES.CUSTOMER_ID.nullsLast(), STANDING_LINES.NAME)
                .fetch();
        Map<UUID, List<CustomerId>> served = db.selectFrom(STANDING_LINES_OF)
                .where(STANDING_LINES_OF.BUSINESS_ID.eq(business))
                .and(STANDING_LINES_OF.LINES_ID.in(found.getValues(STANDING_LINES.ID)))
                .fetchGroups(STANDING_LINES_OF.LINES_ID, STANDING_LINES_OF.CUSTOMER_ID);
        return found.map(r -> new StandingLines(
                r.getId(),
                r.getName(),
                r.getCustomerId(),
                served.getOrDefault(r.getId(), List.of()),
                Arrays.stream(r.getKinds()).map(StandingStore::kind).collect(Collectors.toSet()),
                r.getByThemselves(),
                r.getThereFrom(),
                r.getThereUntil(),
                r.getTermsId(),
                r.getMethod().isEmpty() ? null : PaysBy.of(r.getMethod()),
                json.readValue(r.getFields().data(), FIELDS),
                r.getRevision()));
    }

    private static DocumentKind kind(String words) {
        return Arrays.stream(DocumentKind.values())
                .filter(k -> k.words().equals(words))
                .findFirst()
                .orElseThrow();
    }
}
