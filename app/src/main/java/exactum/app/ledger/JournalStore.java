package exactum.app.ledger;

import static exactumdb.Tables.JOURNAL_ACCOUNT;

import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** The journal, posting by posting in the order of the days, and what accounts are called where it goes to. */
@Component
class JournalStore {
    private static final int FETCHED = 1_000;
    private static final String POSTINGS = """
            select e.id, e.entry_date, e.event_date, e.event, e.memo, e.reverses, p.account, a.name as account_name, coalesce(j.theirs, '') as theirs,
                   p.currency, p.amount_minor, p.own_minor, coalesce(k.code, '') as customer, coalesce(k.name, '') as customer_name, coalesce(d.number, '') as document,
                   coalesce(array_to_string(p.tags, '; '), '') as tags
              from entry e join posting p on p.business_id = e.business_id and p.entry_id = e.id
              join account a on a.business_id = p.business_id and a.code = p.account
              left join journal_account j on j.business_id = p.business_id and j.account = p.account
              left join customer k on k.business_id = p.business_id and k.id = p.customer_id
              left join document d on d.business_id = p.business_id and d.id = p.document_id
             where e.business_id = {0} and e.entry_date between {1} and {2} order by e.entry_date, e.id, p.line_no
            """;
    private static final String TOTALS = """
            select currency, sum(debit_minor) as debits, sum(credit_minor) as credits from account_day
             where business_id = {0} and day between {1} and {2} group by 1 order by 1
            """;
    private final DSLContext db;

    JournalStore(DSLContext db) {
        this.db = db;
    }

    /**
     * A posting of the journal.
     *
     * @param theirs what its account is called where it goes to, or empty
     * @param ownMinor in minor units of the business's own currency
     */
    record Posted(
            UUID entry,
            LocalDate countsOn,
            LocalDate day,
            String event,
            String memo,
            UUID undoes,
            String account,
            String accountName,
            String theirs,
            Money amount,
            long ownMinor,
            String customer,
            String customerName,
            String document,
            String tags) {}

    /** What the journal comes to in a currency. */
    record Total(Money debits, Money credits) {}

    void each(BusinessId business, LocalDate from, LocalDate until, Consumer<Posted> to) {
        try (Stream<Record> rows = db.resultQuery(POSTINGS, DSL.inline(business.value()), DSL.val(from), DSL.val(until))
                .fetchSize(FETCHED)
                .fetchStream()) {
            rows.map(JournalStore::posted).forEach(to);
        }
    }

    List<Total> totals(BusinessId business, LocalDate from, LocalDate until) {
        return db.fetch(TOTALS, DSL.inline(business.value()), DSL.val(from), DSL.val(until))
                .map(r -> new Total(
                        Money.ofMinor(
                                r.get("currency", String.class),
                                r.get("debits", BigDecimal.class).longValueExact()),
                        Money.ofMinor(
                                r.get("currency", String.class),
                                r.get("credits", BigDecimal.class).longValueExact())));
    }

    Map<AccountCode, String> theirs(BusinessId business) {
        return db.select(JOURNAL_ACCOUNT.ACCOUNT, JOURNAL_ACCOUNT.THEIRS)
                .from(JOURNAL_ACCOUNT)
                .where(JOURNAL_ACCOUNT.BUSINESS_ID.eq(business))
                .fetchMap(JOURNAL_ACCOUNT.ACCOUNT, JOURNAL_ACCOUNT.THEIRS);
    }

    /** What an account is called there; empty forgets it. */
    void set(BusinessId business, AccountCode account, String theirs) {
        if (theirs.isEmpty()) {
            db.deleteFrom(JOURNAL_ACCOUNT)
                    .where(JOURNAL_ACCOUNT.BUSINESS_ID.eq(business))
                    .and(JOURNAL_ACCOUNT.ACCOUNT.eq(account))
                    .execute();
            return;
        }
        db.insertInto(JOURNAL_ACCOUNT)
                .set(JOURNAL_ACCOUNT.BUSINESS_ID, business)
                .set(JOURNAL_ACCOUNT.ACCOUNT, account)
                .set(JOURNAL_ACCOUNT.THEIRS, theirs)
                .onConflict(JOURNAL_ACCOUNT.BUSINESS_ID, JOURNAL_ACCOUNT.ACCOUNT)
                .doUpdate()
                .set(JOURNAL_ACCOUNT.THEIRS, theirs)
                .execute();
    }

    private static Posted posted(Record r) {
        return new Posted(
                r.get("id", UUID.class),
                r.get("entry_date", LocalDate.class),
                r.get("event_date", LocalDate.class),
                r.get("event", String.class),
                r.get("memo", String.class),
                r.get("reverses", UUID.class),
                r.get("account", String.class),
                r.get("account_name", String.class),
                r.get("theirs", String.class),
                Money.ofMinor(r.get("currency", String.class), r.get("amount_minor", Long.class)),
                r.get("own_minor", Long.class),
                r.get("customer", String.class),
                r.get("customer_name", String.class),
                r.get("document", String.class),
                r.get("tags", String.class));
    }
}
