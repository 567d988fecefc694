package exactum.app.byhand;

import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.MANUAL_ENTRY;

import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.EntryByHand;
import exactum.core.money.Money;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.Record;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Entries by hand in the database. */
@Component
class ManualEntryStore {
    private static final TypeReference<List<Kept>> LINES = new TypeReference<>() {};
    private final DSLContext db;
    private final JsonMapper json;

    ManualEntryStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    /** A line as it is kept. */
    record Kept(String account, long minor, List<String> tags) {}

    void insert(BusinessId business, ManualEntry e) {
        List<Kept> lines = e.entry().lines().stream()
                .map(l -> new Kept(l.account().value(), l.amount().minor(), l.tags()))
                .toList();
        db.insertInto(MANUAL_ENTRY)
                .set(MANUAL_ENTRY.BUSINESS_ID, business)
                .set(MANUAL_ENTRY.ID, e.id())
                .set(MANUAL_ENTRY.ENTRY_DAY, e.entry().day())
                .set(MANUAL_ENTRY.CAUSE, e.entry().cause())
                .set(MANUAL_ENTRY.LINES, JSONB.jsonb(json.writeValueAsString(lines)))
                .set(MANUAL_ENTRY.UNDOES, e.undoes())
                .set(MANUAL_ENTRY.MADE_ON, e.madeOn())
                .set(MANUAL_ENTRY.MADE_BY, e.madeBy())
                .execute();
    }

    Optional<ManualEntry> find(BusinessId business, UUID id) {
        return db.select(MANUAL_ENTRY.fields())
                .select(BUSINESS.CURRENCY)
                .from(MANUAL_ENTRY)
                .join(BUSINESS)
                .on(BUSINESS.ID.eq(MANUAL_ENTRY.BUSINESS_ID))
                .where(MANUAL_ENTRY.BUSINESS_ID.eq(business))
                .and(MANUAL_ENTRY.ID.eq(id))
                .fetchOptional(this::entry);
    }

    /** The latest, newest first. */
    List<ManualEntry> latest(BusinessId business, int most) {
        return db.select(MANUAL_ENTRY.fields())
                .select(BUSINESS.CURRENCY)
                .from(MANUAL_ENTRY)
                .join(BUSINESS)
                .on(BUSINESS.ID.eq(MANUAL_ENTRY.BUSINESS_ID))
                .where(MANUAL_ENTRY.BUSINESS_ID.eq(business))
                .orderBy(MANUAL_ENTRY.ID.desc())
                .limit(most)
                .fetch(this::entry);
    }

    private ManualEntry entry(Record r) {
        String currency = r.get(BUSINESS.CURRENCY);
        List<EntryByHand.Line> lines = json.readValue(r.get(MANUAL_ENTRY.LINES).data(), LINES).stream()
                .map(l -> new EntryByHand.Line(
                        new AccountCode(l.account()), Money.ofMinor(currency, l.minor()), l.tags()))
                .toList();
        return new ManualEntry(
                r.get(MANUAL_ENTRY.ID),
                new EntryByHand(r.get(MANUAL_ENTRY.ENTRY_DAY), r.get(MANUAL_ENTRY.CAUSE), lines),
                r.get(MANUAL_ENTRY.UNDOES),
                r.get(MANUAL_ENTRY.MADE_ON),
                r.get(MANUAL_ENTRY.MADE_BY));
    }
}
