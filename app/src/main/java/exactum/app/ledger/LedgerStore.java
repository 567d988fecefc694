package exactum.app.ledger;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.ENTRY;
import static exactumdb.Tables.PERIOD_EVENT;
import static exactumdb.Tables.POSTING;

import exactum.app.database.CopyRows;
import exactum.app.database.Ids;
import exactum.core.ids.BusinessId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.Entry;
import exactum.core.ledger.Event;
import exactum.core.ledger.Periods;
import exactum.core.ledger.Posting;
import exactum.core.money.Money;
import exactumdb.tables.records.EntryRecord;
import exactumdb.tables.records.PeriodEventRecord;
import exactumdb.tables.records.PostingRecord;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.InsertSetMoreStep;
import org.jooq.Record;
import org.jooq.SelectConditionStep;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Entries, postings, periods and balances in the database. */
@Component
class LedgerStore implements FindBooks {
    private static final int PERIOD_LOCK = 7001;
    private static final String CLOSED = "closed";
    private static final String REOPENED = "reopened";
    private final DSLContext db;

    LedgerStore(DSLContext db) {
        this.db = db;
    }

    Accounts accounts(BusinessId business) {
        Map<AccountRole, AccountCode> byRole = db.select(ACCOUNT.ROLE, ACCOUNT.CODE)
                .from(ACCOUNT)
                .where(ACCOUNT.BUSINESS_ID.eq(business))
                .and(ACCOUNT.ROLE.isNotNull())
                .fetchMap(ACCOUNT.ROLE, ACCOUNT.CODE);
        return new Accounts(byRole);
    }

    @Override
    public Map<AccountCode, String> accountNames(BusinessId business) {
        return db.select(ACCOUNT.CODE, ACCOUNT.NAME)
                .from(ACCOUNT)
                .where(ACCOUNT.BUSINESS_ID.eq(business))
                .fetchMap(ACCOUNT.CODE, ACCOUNT.NAME);
    }

    /** The entries of sources, and those that undid them. */
    List<EntryId> idsOfSources(BusinessId business, Collection<UUID> sources) {
        List<EntryId> own = db.select(ENTRY.ID)
                .from(ENTRY)
                .where(ENTRY.BUSINESS_ID.eq(business))
                .and(ENTRY.EVENT.in(Event.values()))
                .and(ENTRY.SOURCE_ID.in(sources))
                .fetch(ENTRY.ID);
        List<EntryId> undoing = db.select(ENTRY.ID)
                .from(ENTRY)
                .where(ENTRY.BUSINESS_ID.eq(business))
                .and(ENTRY.REVERSES.in(own))
                .fetch(ENTRY.ID);
        return Stream.concat(own.stream(), undoing.stream()).distinct().toList();
    }

    @Override
    public Periods periods(BusinessId business) {
        return db.select(PERIOD_EVENT.THROUGH)
                .from(PERIOD_EVENT)
                .where(PERIOD_EVENT.BUSINESS_ID.eq(business))
                .orderBy(PERIOD_EVENT.NO.desc())
                .limit(1)
                .fetchOptional(r -> new Periods(YearMonth.from(r.value1())))
                .orElse(Periods.ALL_OPEN);
    }

    @Override
    public List<PeriodEvent> periodEvents(BusinessId business) {
        return db.selectFrom(PERIOD_EVENT)
                .where(PERIOD_EVENT.BUSINESS_ID.eq(business))
                .orderBy(PERIOD_EVENT.NO.desc())
                .fetch(r -> new PeriodEvent(
                        r.getId(),
                        YearMonth.from(r.getMonth()),
                        r.getKind().equals(REOPENED),
                        r.getMadeOn(),
                        r.getMadeBy(),
                        r.getApprovedBy(),
                        r.getCause()));
    }

    void close(BusinessId business, YearMonth month, LocalDate on, String who) {
        event(business, CLOSED, month, on, who).execute();
    }

    void reopen(BusinessId business, YearMonth month, LocalDate on, String who, String approvedBy, String cause) {
        event(business, REOPENED, month, on, who)
                .set(PERIOD_EVENT.APPROVED_BY, approvedBy)
                .set(PERIOD_EVENT.CAUSE, cause)
                .execute();
    }

    /** Nobody books meanwhile, and nobody else closes or opens a month, until the transaction ends. */
    void holdPeriods(BusinessId business) {
        db.execute("select pg_advisory_xact_lock({0}, {1})", DSL.inline(PERIOD_LOCK), DSL.inline(business.value()));
    }

    private InsertSetMoreStep<PeriodEventRecord> event(
            BusinessId business, String kind, YearMonth month, LocalDate on, String who) {
        int last = db.select(DSL.coalesce(DSL.max(PERIOD_EVENT.NO), 0))
                .from(PERIOD_EVENT)
                .where(PERIOD_EVENT.BUSINESS_ID.eq(business))
                .fetchSingle()
                .value1();
        return db.insertInto(PERIOD_EVENT)
                .set(PERIOD_EVENT.BUSINESS_ID, business)
                .set(PERIOD_EVENT.NO, last + 1)
                .set(PERIOD_EVENT.ID, Ids.next())
                .set(PERIOD_EVENT.KIND, kind)
                .set(PERIOD_EVENT.MONTH, month.atDay(1))
                .set(PERIOD_EVENT.MADE_ON, on)
                .set(PERIOD_EVENT.MADE_BY, who);
    }

    /** Writes the entries, each on the day it counts on; nobody can close a month until the transaction ends. */
    void insert(BusinessId business, List<Entry> entries) {
        db.execute(
                "select pg_advisory_xact_lock_shared({0}, {1})", DSL.inline(PERIOD_LOCK), DSL.inline(business.value()));
        Periods periods = periods(business);
        var entryRows = new ArrayList<EntryRecord>(entries.size());
        var postingRows = new ArrayList<PostingRecord>(entries.size() * 4);
        for (Entry entry : entries) {
            LocalDate countsOn = periods.countsOn(entry.day());
            entryRows.add(row(business, entry, countsOn));
            short line = 1;
            for (Posting posting : entry.postings())
                postingRows.add(row(business, entry.id(), line++, countsOn, posting));
        }
        CopyRows.into(db, entryRows);
        CopyRows.into(db, postingRows);
    }

    @Override
    public Optional<Entry> find(BusinessId business, Event event, UUID source) {
        return db.selectFrom(ENTRY)
                .where(ENTRY.BUSINESS_ID.eq(business))
                .and(ENTRY.EVENT.eq(event))
                .and(ENTRY.SOURCE_ID.eq(source))
                .fetchOptional(this::load);
    }

    @Override
    public Optional<Entry> find(BusinessId business, EntryId id) {
        return db.selectFrom(ENTRY)
                .where(ENTRY.BUSINESS_ID.eq(business))
                .and(ENTRY.ID.eq(id))
                .fetchOptional(this::load);
    }

    @Override
    public Optional<LocalDate> countsOn(BusinessId business, Event event, UUID source) {
        return db.select(ENTRY.ENTRY_DATE)
                .from(ENTRY)
                .where(ENTRY.BUSINESS_ID.eq(business))
                .and(ENTRY.EVENT.eq(event))
                .and(ENTRY.SOURCE_ID.eq(source))
                .fetchOptional(ENTRY.ENTRY_DATE);
    }

    @Override
    public List<Balance> trialBalance(BusinessId business, LocalDate asOf) {
        return db.fetch("""
                        select a.code, a.name, a.kind, b.currency, sum(b.minor) as minor, sum(b.own) as own from account a join (
                            select account, currency, debit_minor - credit_minor as minor, own_minor as own from account_month where business_id = {0} and month < {1}
                            union all
                            select account, currency, debit_minor - credit_minor, own_minor from account_day where business_id = {0} and day between {1} and {2}
                        ) b on b.account = a.code where a.business_id = {0} group by 1, 2, 3, 4 order by 1, 4
                        """, DSL.inline(business.value()), DSL.val(asOf.withDayOfMonth(1)), DSL.val(asOf))
                .map(r -> new Balance(
                        new AccountCode(r.get("code", String.class)),
                        r.get("name", String.class),
                        r.get("kind", String.class),
                        Money.ofMinor(
                                r.get("currency", String.class),
                                r.get("minor", BigDecimal.class).longValueExact()),
                        r.get("own", BigDecimal.class).longValueExact()));
    }

    @Override
    public Money balance(BusinessId business, AccountCode account, String currency, LocalDate asOf) {
        return db.fetchSingle(
                        """
                        select coalesce((select sum(debit_minor - credit_minor) from account_month where business_id = {0} and account = {1} and currency = {2} and month < {3}), 0)
                             + coalesce((select sum(debit_minor - credit_minor) from account_day where business_id = {0} and account = {1} and currency = {2} and day between {3} and {4}), 0) as minor
                        """,
                        DSL.inline(business.value()),
                        DSL.val(account.value()),
                        DSL.val(currency),
                        DSL.val(asOf.withDayOfMonth(1)),
                        DSL.val(asOf))
                .map(r ->
                        Money.ofMinor(currency, r.get("minor", BigDecimal.class).longValueExact()));
    }

    @Override
    public List<Posted> latest(BusinessId business, int entries) {
        return posted(
                business,
                ENTRY.ID.in(DSL.select(ENTRY.ID)
                        .from(ENTRY)
                        .where(ENTRY.BUSINESS_ID.eq(business))
                        .orderBy(ENTRY.ENTRY_DATE.desc(), ENTRY.ID.desc())
                        .limit(entries)));
    }

    @Override
    public List<Posted> of(BusinessId business, Collection<EntryId> ids) {
        return posted(business, ENTRY.ID.in(ids));
    }

    private List<Posted> posted(BusinessId business, Condition entries) {
        return postings(business)
                .and(entries)
                .orderBy(ENTRY.ENTRY_DATE.desc(), ENTRY.ID.desc(), POSTING.LINE_NO)
                .fetch(LedgerStore::shown);
    }

    SelectConditionStep<Record> postings(BusinessId business) {
        return db.select(ENTRY.fields())
                .select(
                        ACCOUNT.NAME,
                        POSTING.ACCOUNT,
                        POSTING.CURRENCY,
                        POSTING.AMOUNT_MINOR,
                        POSTING.OWN_MINOR,
                        POSTING.TAGS,
                        POSTING.LINE_NO,
                        POSTING.CUSTOMER_ID,
                        CUSTOMER.NAME,
                        DOCUMENT.NUMBER)
                .from(ENTRY)
                .join(POSTING)
                .on(POSTING.BUSINESS_ID.eq(ENTRY.BUSINESS_ID))
                .and(POSTING.ENTRY_ID.eq(ENTRY.ID))
                .join(ACCOUNT)
                .on(ACCOUNT.BUSINESS_ID.eq(POSTING.BUSINESS_ID))
                .and(ACCOUNT.CODE.eq(POSTING.ACCOUNT))
                .leftJoin(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(POSTING.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(POSTING.CUSTOMER_ID))
                .leftJoin(DOCUMENT)
                .on(DOCUMENT.BUSINESS_ID.eq(POSTING.BUSINESS_ID))
                .and(DOCUMENT.ID.eq(POSTING.DOCUMENT_ID))
                .where(ENTRY.BUSINESS_ID.eq(business));
    }

    static Posted shown(Record r) {
        return new Posted(
                r.get(ENTRY.ID),
                r.get(ENTRY.ENTRY_DATE),
                r.get(ENTRY.EVENT_DATE),
                r.get(ENTRY.EVENT),
                r.get(ENTRY.MEMO),
                r.get(ENTRY.REVERSES),
                r.get(POSTING.ACCOUNT),
                r.get(ACCOUNT.NAME),
                Money.ofMinor(r.get(POSTING.CURRENCY), r.get(POSTING.AMOUNT_MINOR)),
                r.get(POSTING.OWN_MINOR),
                r.get(POSTING.TAGS) == null ? List.of() : List.of(r.get(POSTING.TAGS)),
                r.get(POSTING.LINE_NO) == 1,
                new About(
                        r.get(POSTING.CUSTOMER_ID),
                        r.get(CUSTOMER.NAME) == null ? "" : r.get(CUSTOMER.NAME),
                        r.get(DOCUMENT.NUMBER) == null ? "" : r.get(DOCUMENT.NUMBER)));
    }

    private Entry load(EntryRecord e) {
        String own = db.select(BUSINESS.CURRENCY)
                .from(BUSINESS)
                .where(BUSINESS.ID.eq(e.getBusinessId()))
                .fetchSingle()
                .value1();
        return new Entry(
                e.getId(),
                e.getEvent(),
                e.getSourceId(),
                e.getEventDate(),
                e.getMemo(),
                e.getReverses(),
                db.selectFrom(POSTING)
                        .where(POSTING.BUSINESS_ID.eq(e.getBusinessId()))
                        .and(POSTING.ENTRY_ID.eq(e.getId()))
                        .orderBy(POSTING.LINE_NO)
                        .fetch(p -> new Posting(
                                p.getAccount(),
                                Money.ofMinor(p.getCurrency(), p.getAmountMinor()),
                                Money.ofMinor(own, p.getOwnMinor()),
                                p.getCustomerId(),
                                p.getDocumentId(),
                                p.getTags() == null ? List.of() : List.of(p.getTags()))));
    }

    private static EntryRecord row(BusinessId business, Entry entry, LocalDate countsOn) {
        return new EntryRecord()
                .setBusinessId(business)
                .setId(entry.id())
                .setEvent(entry.event())
                .setSourceId(entry.source())
                .setEventDate(entry.day())
                .setEntryDate(countsOn)
                .setReverses(entry.reverses())
                .setMemo(entry.memo());
    }

    private static PostingRecord row(
            BusinessId business, EntryId entry, short line, LocalDate countsOn, Posting posting) {
        return new PostingRecord()
                .setBusinessId(business)
                .setEntryId(entry)
                .setLineNo(line)
                .setAccount(posting.account())
                .setCurrency(posting.amount().currency().getCurrencyCode())
                .setAmountMinor(posting.amount().minor())
                .setOwnMinor(posting.own().minor())
                .setEntryDate(countsOn)
                .setCustomerId(posting.customer())
                .setDocumentId(posting.document())
                .setTags(posting.tags().isEmpty() ? null : posting.tags().toArray(String[]::new));
    }
}
