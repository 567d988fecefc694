package exactum.app.bank;

import static exactumdb.Tables.BANK_LINE;
import static exactumdb.Tables.BANK_REMARK;
import static exactumdb.Tables.BANK_STATEMENT;

import exactum.app.database.CopyRows;
import exactum.app.database.Ids;
import exactum.app.database.UntilWritten;
import exactum.app.setup.BankAccount;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementChain;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.StatementId;
import exactum.core.money.Money;
import exactumdb.tables.records.BankRemarkRecord;
import exactumdb.tables.records.BankStatementRecord;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Statements in the database. */
@Component
class StatementStore implements FindStatements {
    /** They are numbered from one on, and stay. */
    private static final Field<Integer> LINES = DSL.field(
            "(select coalesce(max(l.line_no), 0) from bank_line l where l.business_id = bank_statement.business_id and l.statement_id = bank_statement.id)",
            Integer.class);
    /** References that differ by a blank are the same. */
    private static final Field<String> WITHOUT_BLANKS =
            DSL.replace(BANK_STATEMENT.STATEMENT_REF, DSL.inline(" "), DSL.inline(""));

    private final DSLContext db;
    private final UntilWritten<Listed, List<BankStatement>> listed = new UntilWritten<>();

    private record Listed(BusinessId business, int most) {}

    StatementStore(DSLContext db) {
        this.db = db;
    }

    /** Nobody else imports a statement of the account until the transaction ends. */
    void lock(BusinessId business, BankAccountId account) {
        db.execute(
                "select pg_advisory_xact_lock(hashtextextended({0}, 0))",
                DSL.val("statements " + business + " " + account));
    }

    boolean hasFile(BusinessId business, byte[] sha256) {
        return db.fetchExists(
                BANK_STATEMENT, BANK_STATEMENT.BUSINESS_ID.eq(business).and(BANK_STATEMENT.FILE_SHA256.eq(sha256)));
    }

    boolean hasReference(BusinessId business, BankAccountId account, String reference) {
        return db.fetchExists(BANK_STATEMENT, of(business, account).and(WITHOUT_BLANKS.eq(reference.replace(" ", ""))));
    }

    /** The reference of a statement that says the same, as another format of the same statement does. */
    Optional<String> findSame(BusinessId business, BankAccountId account, Statement s) {
        if (s.lines().isEmpty()) return Optional.empty();
        return db.select(BANK_STATEMENT.STATEMENT_REF)
                .from(BANK_STATEMENT)
                .where(of(business, account))
                .and(BANK_STATEMENT.UNTIL_DATE.eq(s.until()))
                .and(BANK_STATEMENT.OPENING_MINOR.eq(s.opening().minor()))
                .and(BANK_STATEMENT.CLOSING_MINOR.eq(s.closing().minor()))
                .and(LINES.eq(s.lines().size()))
                .and(BANK_STATEMENT.FILE_NAME.ne(""))
                .fetchOptional(BANK_STATEMENT.STATEMENT_REF);
    }

    /** Whether any of the account was imported from a file, so that its lines come by themselves. */
    boolean hasImported(BusinessId business, BankAccountId account) {
        return db.fetchExists(BANK_STATEMENT, of(business, account).and(BANK_STATEMENT.FILE_NAME.ne("")));
    }

    StatementId insert(BusinessId business, BankAccountId account, Statement s, String fileName, byte[] sha256) {
        var id = new StatementId(Ids.next());
        db.insertInto(BANK_STATEMENT)
                .set(BANK_STATEMENT.BUSINESS_ID, business)
                .set(BANK_STATEMENT.ID, id)
                .set(BANK_STATEMENT.BANK_ACCOUNT_ID, account)
                .set(BANK_STATEMENT.STATEMENT_REF, s.reference())
                .set(BANK_STATEMENT.SEQUENCE_NO, s.sequence())
                .set(BANK_STATEMENT.FROM_DATE, s.from())
                .set(BANK_STATEMENT.UNTIL_DATE, s.until())
                .set(BANK_STATEMENT.OPENING_MINOR, s.opening().minor())
                .set(BANK_STATEMENT.CLOSING_MINOR, s.closing().minor())
                .set(BANK_STATEMENT.CURRENCY, s.opening().currency().getCurrencyCode())
                .set(BANK_STATEMENT.FILE_NAME, fileName)
                .set(BANK_STATEMENT.FILE_SHA256, sha256)
                .execute();
        CopyRows.into(
                db,
                IntStream.range(0, s.remarks().size())
                        .mapToObj(i -> remark(business, id, i + 1, s.remarks().get(i)))
                        .toList());
        return id;
    }

    private static BankRemarkRecord remark(BusinessId business, StatementId statement, int no, Statement.Remark r) {
        return new BankRemarkRecord()
                .setBusinessId(business)
                .setStatementId(statement)
                .setRemarkNo(no)
                .setKind(r.kind().words())
                .setDay(r.day())
                .setCurrency(r.amount().currency().getCurrencyCode())
                .setAmountMinor(r.amount().minor())
                .setWords(r.words());
    }

    @Override
    public List<Statement.Remark> remarks(BusinessId business, StatementId statement, int most) {
        return db.selectFrom(BANK_REMARK)
                .where(BANK_REMARK.BUSINESS_ID.eq(business))
                .and(BANK_REMARK.STATEMENT_ID.eq(statement))
                .orderBy(BANK_REMARK.REMARK_NO)
                .limit(most)
                .fetch(r -> new Statement.Remark(
                        Statement.RemarkKind.of(r.getKind()),
                        r.getDay(),
                        Money.ofMinor(r.getCurrency(), r.getAmountMinor()),
                        r.getWords()));
    }

    @Override
    public List<BankStatement> list(BusinessId business, int most) {
        return listed.of(new Listed(business, most), () -> list(business, DSL.noCondition(), most));
    }

    @Override
    public Optional<BankStatement> find(BusinessId business, StatementId id) {
        return list(business, BANK_STATEMENT.ID.eq(id), 1).stream().findFirst();
    }

    @Override
    public Optional<BankStatement> last(BusinessId business, BankAccountId account) {
        return list(business, of(business, account), 1).stream().findFirst();
    }

    @Override
    public StatementChain chain(BusinessId business, BankAccount account) {
        List<StatementChain.Link> links = db.selectFrom(BANK_STATEMENT)
                .where(of(business, account.id()))
                .fetch(s -> statement(s, 0, 0).link());
        return new StatementChain(account.opening(), links);
    }

    private static Condition of(BusinessId business, BankAccountId account) {
        return BANK_STATEMENT.BUSINESS_ID.eq(business).and(BANK_STATEMENT.BANK_ACCOUNT_ID.eq(account));
    }

    private List<BankStatement> list(BusinessId business, Condition condition, int most) {
        var unmatched = DSL.select(BANK_LINE.STATEMENT_ID, DSL.count().as("lines"))
                .from(BANK_LINE)
                .where(BANK_LINE.BUSINESS_ID.eq(business))
                .and(BANK_LINE.LEFT_MINOR.ne(DSL.inline(0L)))
                .groupBy(BANK_LINE.STATEMENT_ID)
                .asTable("unmatched");
        Field<Integer> count = DSL.coalesce(unmatched.field("lines", Integer.class), DSL.inline(0));
        return db.select(BANK_STATEMENT.fields())
                .select(LINES, count)
                .from(BANK_STATEMENT)
                .leftJoin(unmatched)
                .on(BANK_STATEMENT.ID.eq(unmatched.field(BANK_LINE.STATEMENT_ID)))
                .where(BANK_STATEMENT.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(
                        BANK_STATEMENT.UNTIL_DATE.desc(),
                        BANK_STATEMENT.SEQUENCE_NO.desc().nullsLast(),
                        BANK_STATEMENT.ID.desc())
                .limit(most)
                .fetch(r -> statement(r.into(BANK_STATEMENT), r.get(LINES), r.get(count)));
    }

    private static BankStatement statement(BankStatementRecord s, int lines, int unmatched) {
        String c = s.getCurrency();
        return new BankStatement(
                s.getId(),
                s.getBankAccountId(),
                s.getStatementRef(),
                s.getSequenceNo(),
                s.getFromDate(),
                s.getUntilDate(),
                Money.ofMinor(c, s.getOpeningMinor()),
                Money.ofMinor(c, s.getClosingMinor()),
                s.getFileName(),
                lines,
                unmatched);
    }
}
