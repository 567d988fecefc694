package exactum.app.ledger;

import static exactumdb.Tables.ACCOUNT_DAY;
import static exactumdb.Tables.ACCOUNT_MONTH;
import static exactumdb.Tables.ENTRY;
import static exactumdb.Tables.POSTING;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Event;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Accounts one at a time, from the kept balances and the postings. */
@Component
class AccountLinesStore implements FindAccounts {
    /** So many postings are counted and no more. */
    private static final int COUNTED = 10_000;

    private static final String SOURCES = """
            with e as (select * from entry where business_id = {0} and id = {1})
            select d.kind || ' ' || coalesce(d.number, 'in draft') as words, '/invoices/' || d.number as href from e join document d on d.business_id = e.business_id and d.id = e.source_id
            union all select 'payment', '/payments/' || m.id from e join means m on m.business_id = e.business_id and m.id = e.source_id and m.kind = 'receipt'
            union all select 'bank line', '/bank-lines/' || l.id from e join bank_line l on l.business_id = e.business_id and l.id = e.source_id
            union all select 'bank line', '/bank-lines/' || m.bank_line_id from e join match m on m.business_id = e.business_id and m.id = e.source_id and m.bank_line_id is not null
            union all select 'payout', '/payouts/' || l.payout_id from e join match m on m.business_id = e.business_id and m.id = e.source_id join payout_line l on l.business_id = m.business_id and l.id = m.payout_line_id
            union all select 'payout ' || p.reference, '/payouts/' || p.id from e join payout p on p.business_id = e.business_id and p.id = e.source_id
            union all select 'refund', '/refunds/' || r.id from e join refund_order r on r.business_id = e.business_id and r.refund_id in (select f.id from refund f where f.business_id = e.business_id and f.entry_id = e.id)
            union all select 'chargeback', '/chargebacks/' || c.id from e join chargeback c on c.business_id = e.business_id and c.id = e.source_id
            union all select 'payment', '/payments/' || t.means_id from e join take_back t on t.business_id = e.business_id and (t.id = e.source_id or t.entry_id = e.id) join means m on m.business_id = t.business_id and m.id = t.means_id and m.kind = 'receipt'
            union all select 'payment', '/payments/' || a.means_id from (select distinct a.business_id, a.means_id from e join allocation a on a.business_id = e.business_id and a.entry_id = e.id limit 20) a
                        join means m on m.business_id = a.business_id and m.id = a.means_id and m.kind = 'receipt'
            union all select 'entry by hand', '/ledger/by-hand/' || h.id from e join manual_entry h on h.business_id = e.business_id and h.id = e.source_id
            union all select 'bank account', '/setup/bank' from e join bank_account b on b.business_id = e.business_id and b.id = e.source_id
            """;
    private static final String ABOUT = """
            select e.id from (
              select p.entry_id as id from posting p where p.business_id = {0} and p.document_id = {1}
              union select p.entry_id from posting p where p.business_id = {0} and p.customer_id = {1}
              union select i.id from entry i where i.business_id = {0} and i.source_id = {1} and i.event in ({3})
              union select a.entry_id from allocation a where a.business_id = {0} and a.means_id = {1}
              union select t.entry_id from take_back t where t.business_id = {0} and t.means_id = {1}
              union select f.entry_id from refund f where f.business_id = {0} and (f.drawn_on = {1} or f.through_id = {1})
              union select i.id from match m join entry i on i.business_id = m.business_id and i.source_id = m.id and i.event in ('line matched', 'match undone') where m.business_id = {0} and m.bank_line_id = {1}
              union select i.id from payout_line l join match m on m.business_id = l.business_id and m.payout_line_id = l.id
                      join entry i on i.business_id = m.business_id and i.source_id = m.id and i.event in ('line matched', 'match undone') where l.business_id = {0} and l.payout_id = {1}) x
              join entry e on e.business_id = {0} and e.id = x.id order by e.entry_date desc, e.id desc limit {2}
            """;
    private final DSLContext db;
    private final LedgerStore ledger;

    AccountLinesStore(DSLContext db, LedgerStore ledger) {
        this.db = db;
        this.ledger = ledger;
    }

    @Override
    public Movement movement(
            BusinessId business, AccountCode account, String currency, LocalDate from, LocalDate until) {
        return db.select(DSL.sum(ACCOUNT_DAY.DEBIT_MINOR), DSL.sum(ACCOUNT_DAY.CREDIT_MINOR))
                .from(ACCOUNT_DAY)
                .where(ACCOUNT_DAY.BUSINESS_ID.eq(business))
                .and(ACCOUNT_DAY.ACCOUNT.eq(account))
                .and(ACCOUNT_DAY.CURRENCY.eq(currency))
                .and(ACCOUNT_DAY.DAY.between(from, until))
                .fetchSingle(r -> new Movement(
                        ledger.balance(business, account, currency, from.minusDays(1)),
                        money(currency, r.value1()),
                        money(currency, r.value2()),
                        count(business, account, currency, from, until)));
    }

    private int count(BusinessId business, AccountCode account, String currency, LocalDate from, LocalDate until) {
        return db.fetchCount(DSL.selectOne()
                .from(POSTING)
                .where(of(business, account, currency, from, until))
                .limit(COUNTED));
    }

    private static Condition of(
            BusinessId business, AccountCode account, String currency, LocalDate from, LocalDate until) {
        return POSTING.BUSINESS_ID
                .eq(business)
                .and(POSTING.ACCOUNT.eq(account))
                .and(POSTING.CURRENCY.eq(currency))
                .and(POSTING.ENTRY_DATE.between(from, until));
    }

    @Override
    public List<Line> lines(
            BusinessId business, AccountCode account, String currency, LocalDate from, LocalDate until, Slice slice) {
        Condition wanted = of(business, account, currency, from, until);
        BigDecimal later = db.select(DSL.sum(POSTING.AMOUNT_MINOR))
                .from(DSL.select(POSTING.AMOUNT_MINOR)
                        .from(POSTING)
                        .where(wanted)
                        .orderBy(POSTING.ENTRY_DATE.desc(), POSTING.ENTRY_ID.desc(), POSTING.LINE_NO.desc())
                        .limit(slice.skipped())
                        .asTable("posting"))
                .fetchSingle()
                .value1();
        Money balance = ledger.balance(business, account, currency, until).minus(money(currency, later));
        var lines = new ArrayList<Line>();
        List<FindBooks.Posted> posted = ledger.postings(business)
                .and(wanted)
                .orderBy(POSTING.ENTRY_DATE.desc(), POSTING.ENTRY_ID.desc(), POSTING.LINE_NO.desc())
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(LedgerStore::shown);
        for (FindBooks.Posted p : posted) {
            lines.add(new Line(p.alone(), balance));
            balance = balance.minus(p.amount());
        }
        return lines;
    }

    @Override
    public List<Month> months(BusinessId business, AccountCode account, String currency, LocalDate until) {
        Money balance = Money.ofMinor(currency, 0);
        var months = new ArrayList<Month>();
        var moved = db.select(
                        ACCOUNT_MONTH.MONTH, DSL.sum(ACCOUNT_MONTH.DEBIT_MINOR), DSL.sum(ACCOUNT_MONTH.CREDIT_MINOR))
                .from(ACCOUNT_MONTH)
                .where(ACCOUNT_MONTH.BUSINESS_ID.eq(business))
                .and(ACCOUNT_MONTH.ACCOUNT.eq(account))
                .and(ACCOUNT_MONTH.CURRENCY.eq(currency))
                .and(ACCOUNT_MONTH.MONTH.lt(until.withDayOfMonth(1)))
                .groupBy(ACCOUNT_MONTH.MONTH)
                .orderBy(ACCOUNT_MONTH.MONTH)
                .fetch();
        for (var r : moved) {
            Money debits = money(currency, r.value2());
            Money credits = money(currency, r.value3());
            balance = balance.plus(debits).minus(credits);
            months.add(new Month(YearMonth.from(r.value1()), debits, credits, balance));
        }
        Movement last = movement(business, account, currency, until.withDayOfMonth(1), until);
        months.add(new Month(YearMonth.from(until), last.debits(), last.credits(), last.closing()));
        return months;
    }

    @Override
    public List<Source> sources(BusinessId business, EntryId entry) {
        return db
                .fetch(SOURCES, DSL.inline(business.value()), DSL.val(entry.value()))
                .map(r -> new Source(r.get("words", String.class), r.get("href", String.class)))
                .stream()
                .distinct()
                .toList();
    }

    @Override
    public List<EntryId> about(BusinessId business, UUID id, int most) {
        return db.fetch(ABOUT, DSL.inline(business.value()), DSL.val(id), DSL.inline(most), events())
                .map(r -> new EntryId(r.get(0, UUID.class)));
    }

    /** All of them, by which the index of sources is found. */
    private static QueryPart events() {
        return DSL.list(
                Arrays.stream(Event.values()).map(e -> DSL.inline(e.words())).toList());
    }

    @Override
    public Optional<EntryId> undoneBy(BusinessId business, EntryId entry) {
        return db.select(ENTRY.ID)
                .from(ENTRY)
                .where(ENTRY.BUSINESS_ID.eq(business))
                .and(ENTRY.REVERSES.eq(entry))
                .fetchOptional(ENTRY.ID);
    }

    private static Money money(String currency, BigDecimal minor) {
        return Money.ofMinor(currency, minor == null ? 0 : minor.longValueExact());
    }
}
