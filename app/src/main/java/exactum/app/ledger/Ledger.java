package exactum.app.ledger;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.ENTRY;
import static exactumdb.Tables.POSTING;

import exactum.app.business.Business;
import exactum.app.ids.Ids;
import exactum.app.rows.BulkInsert;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.Bookings;
import exactum.core.ledger.Entry;
import exactum.core.ledger.Posting;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactumdb.tables.records.EntryRecord;
import exactumdb.tables.records.PostingRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** The append-only ledger. The database itself refuses an entry out of balance, a second one for an event, and edits. */
@Component
public class Ledger {
    private final DSLContext db;

    Ledger(DSLContext db) {
        this.db = db;
    }

    /** The bookings for the accounts as they are set up. */
    public Bookings bookings() {
        Map<String, String> byRole = db.select(ACCOUNT.ROLE, ACCOUNT.CODE)
                .from(ACCOUNT)
                .where(ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(ACCOUNT.ROLE.isNotNull())
                .fetchMap(ACCOUNT.ROLE, ACCOUNT.CODE);
        for (String role : List.of("receivables", "output tax", "equity", "bank charges")) {
            if (!byRole.containsKey(role)) {
                throw new Refusal(
                        "ledger.no-account",
                        "No account plays the part “%s”. Nothing was booked. Give one the part in Set-up."
                                .formatted(role));
            }
        }
        return new Bookings(new Accounts(
                byRole.get("receivables"), byRole.get("output tax"), byRole.get("equity"), byRole.get("bank charges")));
    }

    /** Books one entry and answers its id. */
    public UUID book(Entry entry) {
        return bookAll(List.of(entry)).getFirst();
    }

    /** Books the entries and answers their ids in order; all postings go in one statement, as the database asks. */
    public List<UUID> bookAll(Collection<Entry> entries) {
        var ids = new ArrayList<UUID>();
        var entryRows = new ArrayList<EntryRecord>();
        var postingRows = new ArrayList<PostingRecord>();
        for (Entry entry : entries) {
            UUID id = Ids.next();
            ids.add(id);
            entryRows.add(row(id, entry));
            short line = 1;
            for (Posting posting : entry.postings()) postingRows.add(row(id, line++, posting));
        }
        BulkInsert.execute(db, entryRows);
        BulkInsert.execute(db, postingRows);
        return ids;
    }

    /** The balance of an account at the end of the day; debits are positive. */
    public Money balance(String account, String currency, LocalDate asOf) {
        Long minor = db.select(DSL.coalesce(DSL.sum(POSTING.AMOUNT_MINOR), DSL.inline(java.math.BigDecimal.ZERO))
                        .cast(Long.class))
                .from(POSTING)
                .join(ENTRY)
                .on(ENTRY.BUSINESS_ID.eq(POSTING.BUSINESS_ID))
                .and(ENTRY.ID.eq(POSTING.ENTRY_ID))
                .where(POSTING.BUSINESS_ID.eq(Business.ID))
                .and(POSTING.ACCOUNT.eq(account))
                .and(POSTING.CURRENCY.eq(currency))
                .and(ENTRY.ENTRY_DATE.le(asOf))
                .fetchSingle()
                .value1();
        return Money.ofMinor(currency, minor);
    }

    private static EntryRecord row(UUID id, Entry entry) {
        var row = new EntryRecord();
        row.setBusinessId(Business.ID);
        row.setId(id);
        row.setEntryDate(entry.date());
        row.setKind(entry.event().words());
        row.setSourceId(entry.source());
        row.setMemo(entry.memo());
        return row;
    }

    private static PostingRecord row(UUID entry, short line, Posting posting) {
        return new PostingRecord()
                .setBusinessId(Business.ID)
                .setEntryId(entry)
                .setLineNo(line)
                .setAccount(posting.account())
                .setCurrency(posting.amount().currency().getCurrencyCode())
                .setAmountMinor(posting.amount().minor())
                .setCustomerId(posting.customer())
                .setInvoiceId(posting.invoice());
    }
}
