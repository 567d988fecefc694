package exactum.app.bank;

import static exactumdb.Tables.BANK_LINE;
import static exactumdb.Tables.BANK_STATEMENT;

import exactum.app.database.CopyRows;
import exactum.app.database.Ids;
import exactum.app.daysheet.Wanted;
import exactum.app.security.Vault;
import exactum.app.setup.BankAccount;
import exactum.core.bank.Explained;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.StatementId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Periods;
import exactum.core.matching.PayerMemory;
import exactum.core.matching.StandingRule;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactumdb.tables.records.BankLineRecord;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Bank lines in the database. */
@Component
class BankLineStore implements FindBankLines {
    private static final String AS_OF = """
            select l.id, coalesce(nullif(l.remittance, ''), nullif(l.counterparty, ''), l.bank_reference) as words, l.booked_on, l.currency,
                   l.amount_minor - coalesce((select sum(m.amount_minor) from match m where m.business_id = l.business_id and m.bank_line_id = l.id
                                                and m.matched_on <= {2} and (m.undone_on is null or m.undone_on > {2})), 0) as left_minor
              from (select id from bank_line where business_id = {0} and left_minor <> 0
                    union select bank_line_id from match where business_id = {0} and matched_on > {2} and bank_line_id is not null
                    union select bank_line_id from match where business_id = {0} and undone_on > {2} and bank_line_id is not null) x
              join bank_line l on l.business_id = {0} and l.id = x.id
             where l.bank_account_id = {1} and l.counts_on <= {2}
             order by l.booked_on, l.id
            """;
    private static final String MEMORY = """
            select l.*, m.customer_id as paid_for
              from bank_line l
              join match x on x.business_id = l.business_id and x.bank_line_id = l.id and x.kind = 'payment' and x.undone_at is null
              join means m on m.business_id = x.business_id and m.id = x.means_id
             where l.business_id = {0} and l.amount_minor > 0
               and l.id in (
                   select id from bank_line where business_id = {0} and payer_account_digest = any({1})
                   union select id from bank_line where business_id = {0} and counterparty <> '' and lower(counterparty) = any({2}))
             order by l.booked_on desc limit 5000
            """;
    private static final String BOOKED = """
            select l.*, (select string_agg(m.words, ', ') from match m where m.business_id = l.business_id and m.bank_line_id = l.id and m.undone_at is null) as was,
                   (select min(m.account) from match m where m.business_id = l.business_id and m.bank_line_id = l.id and m.undone_at is null and m.kind = 'account' and m.amount_minor = l.amount_minor) as booked_to
              from bank_line l
             where l.business_id = {0} and (l.amount_minor > 0) = {1} and lower(l.counterparty) like {2} and lower(l.remittance || ' ' || l.end_to_end_id) like {3}
             order by l.booked_on desc, l.id desc limit {4}
            """;
    private static final String ALIKE = """
            select * from (
                select distinct on (kind) t.* from (
                    select l.*, m.account as booked_to,
                           lower(case when l.counterparty <> '' then l.counterparty else coalesce((regexp_match(l.remittance, '^\\s*([^\\s0-9]+(\\s+[^\\s0-9]+)?)'))[1], '') end) || ' ' || (l.amount_minor > 0) || ' ' || m.account as kind,
                           count(*) over (partition by lower(case when l.counterparty <> '' then l.counterparty else coalesce((regexp_match(l.remittance, '^\\s*([^\\s0-9]+(\\s+[^\\s0-9]+)?)'))[1], '') end), l.amount_minor > 0, m.account) as times
                      from match m join bank_line l on l.business_id = m.business_id and l.id = m.bank_line_id
                     where m.business_id = {0} and m.kind = 'account' and m.undone_at is null and m.rule_id is null and m.amount_minor = l.amount_minor and l.bank_code not like '%/MDOP/%'
                       and l.booked_on > (select max(booked_on) from bank_line where business_id = {0}) - 366) t
                 where times >= 2 order by kind, booked_on desc) newest
             order by booked_on desc limit {1}
            """;
    private static final Condition UNMATCHED = BANK_LINE.LEFT_MINOR.ne(0L);
    private static final String ACCOUNT = "payer account";
    private final DSLContext db;
    private final Vault vault;

    BankLineStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    /** Inserts the lines of a statement and answers them in order. */
    List<BankLine> insert(
            BusinessId business,
            StatementId statement,
            BankAccountId account,
            List<StatementLine> said,
            List<Valued> worth,
            Periods periods) {
        List<BankLine> lines = IntStream.range(0, said.size())
                .mapToObj(i -> new BankLine(
                        new BankLineId(Ids.next()), statement, account, said.get(i), Explained.nothingOf(worth.get(i))))
                .toList();
        CopyRows.into(
                db,
                IntStream.range(0, lines.size())
                        .mapToObj(i -> row(business, i + 1, lines.get(i))
                                .setCountsOn(periods.countsOn(lines.get(i).bookedOn())))
                        .toList());
        return lines;
    }

    /** A line of the account that the bank has named by the same reference on the same day; none for lines without one. */
    Optional<BankLine> findAgain(BusinessId business, BankAccountId account, List<StatementLine> said) {
        List<StatementLine> named =
                said.stream().filter(l -> !l.bankReference().isEmpty()).toList();
        Condition again = DSL.condition(
                "(bank_line.bank_reference, bank_line.booked_on, bank_line.amount_minor) in (select * from unnest({0}, {1}, {2}))",
                DSL.val(named.stream().map(StatementLine::bankReference).toArray(String[]::new)),
                DSL.val(named.stream().map(StatementLine::bookedOn).toArray(LocalDate[]::new)),
                DSL.val(named.stream().map(l -> l.amount().minor()).toArray(Long[]::new)));
        return list(business, BANK_LINE.BANK_ACCOUNT_ID.eq(account).and(again), 1).stream()
                .findFirst();
    }

    /** The lines, none of which anybody else can match until the transaction ends. */
    List<BankLine> lock(BusinessId business, Collection<BankLineId> ids) {
        String own = own(business);
        return db.selectFrom(BANK_LINE)
                .where(BANK_LINE.BUSINESS_ID.eq(business))
                .and(BANK_LINE.ID.in(ids))
                .orderBy(BANK_LINE.ID)
                .forUpdate()
                .fetch(r -> line(r, own));
    }

    void setLeft(BusinessId business, BankLineId id, Valued left) {
        db.update(BANK_LINE)
                .set(BANK_LINE.LEFT_MINOR, left.amount().minor())
                .set(BANK_LINE.OWN_LEFT_MINOR, left.own().minor())
                .where(BANK_LINE.BUSINESS_ID.eq(business))
                .and(BANK_LINE.ID.eq(id))
                .execute();
    }

    @Override
    public Optional<BankLine> find(BusinessId business, BankLineId id) {
        return list(business, BANK_LINE.ID.eq(id), 1).stream().findFirst();
    }

    @Override
    public List<BankLine> unmatched(BusinessId business, int most) {
        return list(business, UNMATCHED, most);
    }

    @Override
    public List<BankLine> chargesNaming(BusinessId business, Collection<String> texts) {
        return list(
                business,
                UNMATCHED
                        .and(BANK_LINE.LEFT_MINOR.eq(BANK_LINE.AMOUNT_MINOR))
                        .and(BANK_LINE.AMOUNT_MINOR.lt(0L))
                        .and(BANK_LINE.BANK_CODE.endsWith("/CHRG"))
                        .and(DSL.condition(
                                "exists (select 1 from unnest({0}) as named(words) where position(named.words in bank_line.remittance) > 0)",
                                DSL.val(texts.toArray(String[]::new)))),
                Integer.MAX_VALUE);
    }

    @Override
    public List<BankLine> unmatched(BusinessId business, Wanted wanted) {
        return list(business, unmatched(wanted), wanted.most());
    }

    @Override
    public int countUnmatched(BusinessId business) {
        return db.fetchCount(BANK_LINE, BANK_LINE.BUSINESS_ID.eq(business), UNMATCHED);
    }

    @Override
    public int countUnmatched(BusinessId business, Wanted wanted) {
        return db.fetchCount(BANK_LINE, BANK_LINE.BUSINESS_ID.eq(business), unmatched(wanted));
    }

    @Override
    public List<BankLine> unmatched(BusinessId business, LineFilter filter, int most) {
        return list(business, unmatched(filter), most);
    }

    @Override
    public int countUnmatched(BusinessId business, LineFilter filter) {
        return db.fetchCount(BANK_LINE, BANK_LINE.BUSINESS_ID.eq(business), unmatched(filter));
    }

    private static Condition unmatched(LineFilter filter) {
        Condition wanted = UNMATCHED;
        if (!filter.account().isEmpty())
            wanted = wanted.and(BANK_LINE.BANK_ACCOUNT_ID.eq(BankAccountId.valueOf(filter.account())));
        for (String word : filter.words().split("\\s+"))
            if (!word.isEmpty())
                wanted = wanted.and(DSL.condition(
                        "lower(bank_line.counterparty || ' ' || bank_line.remittance || ' ' || bank_line.structured_reference || ' ' || bank_line.end_to_end_id || ' ' || to_char(abs(bank_line.left_minor) / 100.0, 'FM999999990.00')) like {0}",
                        DSL.val("%"
                                + word.toLowerCase(Locale.ROOT)
                                        .replace("\\", "\\\\")
                                        .replace("%", "\\%")
                                        .replace("_", "\\_")
                                + "%")));
        return wanted;
    }

    @Override
    public List<Money> sumsUnmatched(BusinessId business) {
        return sums(business, UNMATCHED);
    }

    @Override
    public List<Money> sumsUnmatched(BusinessId business, Wanted wanted) {
        return sums(business, unmatched(wanted));
    }

    private static Condition unmatched(Wanted wanted) {
        return UNMATCHED.and(wanted.rows(BankLineDecisions.KEY, BANK_LINE.ID));
    }

    private List<Money> sums(BusinessId business, Condition condition) {
        return db.select(BANK_LINE.CURRENCY, DSL.sum(BANK_LINE.LEFT_MINOR))
                .from(BANK_LINE)
                .where(BANK_LINE.BUSINESS_ID.eq(business))
                .and(condition)
                .groupBy(BANK_LINE.CURRENCY, BANK_LINE.LEFT_MINOR.gt(0L))
                .orderBy(BANK_LINE.CURRENCY)
                .fetch(r -> Money.ofMinor(r.value1(), r.value2().longValueExact()));
    }

    @Override
    public List<BankLine> ofStatement(BusinessId business, StatementId statement, int from, int most) {
        String own = own(business);
        return db.selectFrom(BANK_LINE)
                .where(BANK_LINE.BUSINESS_ID.eq(business))
                .and(BANK_LINE.STATEMENT_ID.eq(statement))
                .and(BANK_LINE.LINE_NO.ge(from))
                .orderBy(BANK_LINE.LINE_NO)
                .limit(most)
                .fetch(r -> line(r, own));
    }

    @Override
    public Money movedWithin(BusinessId business, BankAccount account, LocalDate day) {
        BigDecimal moved = db.select(DSL.sum(BANK_LINE.AMOUNT_MINOR))
                .from(BANK_LINE)
                .join(BANK_STATEMENT)
                .on(BANK_STATEMENT.BUSINESS_ID.eq(BANK_LINE.BUSINESS_ID))
                .and(BANK_STATEMENT.ID.eq(BANK_LINE.STATEMENT_ID))
                .where(BANK_LINE.BUSINESS_ID.eq(business))
                .and(BANK_LINE.BANK_ACCOUNT_ID.eq(account.id()))
                .and(BANK_LINE.BOOKED_ON.le(day))
                .and(BANK_STATEMENT.FROM_DATE.le(day))
                .and(BANK_STATEMENT.UNTIL_DATE.gt(day))
                .fetchSingle()
                .value1();
        return Money.ofMinor(
                account.opening().currency().getCurrencyCode(), moved == null ? 0 : moved.longValueExact());
    }

    @Override
    public List<Then> countedLater(BusinessId business, BankAccountId account, LocalDate day) {
        return db.selectFrom(BANK_LINE)
                .where(BANK_LINE.BUSINESS_ID.eq(business))
                .and(BANK_LINE.BANK_ACCOUNT_ID.eq(account))
                .and(BANK_LINE.BOOKED_ON.le(day))
                .and(BANK_LINE.COUNTS_ON.gt(day))
                .orderBy(BANK_LINE.BOOKED_ON, BANK_LINE.ID)
                .fetch(l -> new Then(
                        l.getId(),
                        l.getRemittance(),
                        l.getBookedOn(),
                        Money.ofMinor(l.getCurrency(), l.getAmountMinor())));
    }

    @Override
    public List<Then> unmatchedAsOf(BusinessId business, BankAccountId account, LocalDate day) {
        return db
                .fetch(AS_OF, DSL.inline(business.value()), DSL.val(account.value()), DSL.val(day))
                .map(r -> new Then(
                        new BankLineId(r.get("id", UUID.class)),
                        r.get("words", String.class),
                        r.get("booked_on", LocalDate.class),
                        Money.ofMinor(r.get("currency", String.class), r.get("left_minor", Long.class))))
                .stream()
                .filter(t -> !t.left().isZero())
                .toList();
    }

    /**
     * A line with what it was matched to.
     *
     * @param account what all of it was booked to, or null
     */
    record Booked(BankLine line, String was, AccountCode account) {}

    /** Past lines whose texts hold what a rule asks for, the newest first, with what they were. */
    List<Booked> bookedLike(BusinessId business, StandingRule.When when, int most) {
        String own = own(business);
        return db.fetch(
                        BOOKED,
                        DSL.inline(business.value()),
                        DSL.val(when.in()),
                        DSL.val(like(when.counterparty())),
                        DSL.val(like(when.words())),
                        DSL.val(most))
                .map(r -> new Booked(
                        line(r.into(BANK_LINE), own),
                        r.get("was", String.class) == null ? "" : r.get("was", String.class),
                        r.get("booked_to", String.class) == null
                                ? null
                                : AccountCode.valueOf(r.get("booked_to", String.class))));
    }

    private static String like(String words) {
        return "%"
                + words.strip()
                        .toLowerCase(Locale.ROOT)
                        .replace("\\", "\\\\")
                        .replace("%", "\\%")
                        .replace("_", "\\_") + "%";
    }

    /** The last line of each kind that was booked to the same account at least twice within a year. */
    List<StandingRules.Offer> treatedAlike(BusinessId business, int most) {
        String own = own(business);
        return db.fetch(ALIKE, DSL.inline(business.value()), DSL.val(most))
                .map(r -> new StandingRules.Offer(
                        line(r.into(BANK_LINE), own),
                        AccountCode.valueOf(r.get("booked_to", String.class)),
                        r.get("times", Integer.class)));
    }

    /** What an account's lines of some days say, in their order. */
    List<StatementLine> saidBetween(BusinessId business, BankAccountId account, LocalDate from, LocalDate until) {
        return list(
                        business,
                        BANK_LINE.BANK_ACCOUNT_ID.eq(account).and(BANK_LINE.BOOKED_ON.between(from, until)),
                        Integer.MAX_VALUE)
                .stream()
                .map(BankLine::said)
                .toList();
    }

    private List<BankLine> list(BusinessId business, Condition condition, int most) {
        String own = own(business);
        return db.selectFrom(BANK_LINE)
                .where(BANK_LINE.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(BANK_LINE.BOOKED_ON, BANK_LINE.ID)
                .limit(most)
                .fetch(r -> line(r, own));
    }

    private String own(BusinessId business) {
        return db.fetchSingle("select currency from business where id = {0}", DSL.inline(business.value()))
                .get(0, String.class);
    }

    private BankLineRecord row(BusinessId business, int lineNo, BankLine l) {
        StatementLine said = l.said();
        Valued worth = l.explained().amount();
        String account = said.further().account().replaceAll("\\s", "");
        StatementLine.Foreign foreign = said.further().foreign();
        return new BankLineRecord()
                .setBusinessId(business)
                .setId(l.id())
                .setStatementId(l.statement())
                .setBankAccountId(l.account())
                .setLineNo(lineNo)
                .setBookedOn(said.bookedOn())
                .setValueOn(said.valueOn())
                .setCurrency(said.amount().currency().getCurrencyCode())
                .setAmountMinor(said.amount().minor())
                .setLeftMinor(said.amount().minor())
                .setOwnMinor(worth.own().minor())
                .setOwnLeftMinor(worth.own().minor())
                .setBankReference(said.bankReference())
                .setEndToEndId(said.endToEndId())
                .setCounterparty(said.counterparty())
                .setRemittance(said.remittance())
                .setStructuredReference(said.structuredReference())
                .setBankCode(said.bankCode())
                .setReturnReason(said.further().returnReason())
                .setCharges(said.further().charges())
                .setChargedMinor(
                        said.further().charged() == null
                                ? null
                                : said.further().charged().minor())
                .setPayerAccountSecret(account.isEmpty() ? null : vault.encrypt(account))
                .setPayerAccountDigest(account.isEmpty() ? null : vault.digest(ACCOUNT, account))
                .setForeignCurrency(
                        foreign == null ? null : foreign.amount().currency().getCurrencyCode())
                .setForeignMinor(foreign == null ? null : foreign.amount().minor())
                .setForeignRate(foreign == null ? null : foreign.rate());
    }

    private BankLine line(BankLineRecord l, String own) {
        String c = l.getCurrency();
        return new BankLine(
                l.getId(),
                l.getStatementId(),
                l.getBankAccountId(),
                new StatementLine(
                        l.getBookedOn(),
                        l.getValueOn(),
                        Money.ofMinor(c, l.getAmountMinor()),
                        l.getBankReference(),
                        l.getEndToEndId(),
                        l.getCounterparty(),
                        l.getRemittance(),
                        l.getStructuredReference(),
                        l.getBankCode(),
                        further(l)),
                new Explained(
                        new Valued(Money.ofMinor(c, l.getAmountMinor()), Money.ofMinor(own, l.getOwnMinor())),
                        new Valued(Money.ofMinor(c, l.getLeftMinor()), Money.ofMinor(own, l.getOwnLeftMinor()))));
    }

    private StatementLine.Further further(BankLineRecord l) {
        return new StatementLine.Further(
                l.getReturnReason(),
                l.getCharges(),
                l.getChargedMinor() == null ? null : Money.ofMinor(l.getCurrency(), l.getChargedMinor()),
                l.getPayerAccountSecret() == null ? "" : vault.decrypt(l.getPayerAccountSecret()),
                l.getForeignCurrency() == null
                        ? null
                        : new StatementLine.Foreign(
                                Money.ofMinor(l.getForeignCurrency(), l.getForeignMinor()), l.getForeignRate()));
    }

    /** Whose earlier lines of the same accounts and names were. */
    @Override
    public PayerMemory memory(BusinessId business, Collection<BankLine> lines) {
        var memory = new PayerMemory();
        byte[][] accounts = lines.stream()
                .map(l -> l.said().further().account())
                .filter(a -> !a.isEmpty())
                .distinct()
                .map(a -> vault.digest(ACCOUNT, a))
                .toArray(byte[][]::new);
        String[] names = lines.stream()
                .map(l -> l.said().counterparty().toLowerCase(Locale.ROOT))
                .filter(n -> !n.isEmpty())
                .distinct()
                .toArray(String[]::new);
        String own = own(business);
        db.fetch(MEMORY, DSL.inline(business.value()), DSL.val(accounts), DSL.val(names))
                .forEach(r ->
                        memory.add(line(r.into(BANK_LINE), own).said(), new CustomerId(r.get("paid_for", UUID.class))));
        return memory;
    }
}
