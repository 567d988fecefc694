package exactum.app.statements;

import static exactumdb.Tables.BANK_LINE;
import static exactumdb.Tables.BANK_STATEMENT;

import exactum.app.business.Business;
import exactum.app.ids.Ids;
import exactum.app.rows.BulkInsert;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactumdb.tables.records.BankLineRecord;
import exactumdb.tables.records.BankStatementRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Statements and bank lines in the database. */
@Component
public class StatementStore {
    private final DSLContext db;

    StatementStore(DSLContext db) {
        this.db = db;
    }

    /** A statement as lists show it. */
    public record Stored(
            UUID id,
            UUID bankAccountId,
            String reference,
            Long sequence,
            LocalDate from,
            LocalDate until,
            Money opening,
            Money closing,
            String fileName,
            int position,
            int lines,
            int homeless) {}

    /** The last statement of an account, locked so that two files cannot continue it at once. */
    Optional<Stored> lockLast(UUID account) {
        db.execute("select pg_advisory_xact_lock(hashtextextended({0}, 0))", DSL.val("statements " + account));
        return last(account);
    }

    public Optional<Stored> last(UUID account) {
        return list(BANK_STATEMENT.BANK_ACCOUNT_ID.eq(account), 1).stream().findFirst();
    }

    boolean hasReference(UUID account, String reference) {
        return db.fetchExists(
                BANK_STATEMENT,
                BANK_STATEMENT
                        .BUSINESS_ID
                        .eq(Business.ID)
                        .and(BANK_STATEMENT.BANK_ACCOUNT_ID.eq(account))
                        .and(BANK_STATEMENT.STATEMENT_REF.eq(reference)));
    }

    UUID insert(UUID account, Statement s, String fileName, byte[] sha256, int position) {
        UUID id = Ids.next();
        db.insertInto(BANK_STATEMENT)
                .set(BANK_STATEMENT.BUSINESS_ID, Business.ID)
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
                .set(BANK_STATEMENT.POSITION, position)
                .execute();
        var rows = new ArrayList<BankLineRecord>();
        for (int i = 0; i < s.lines().size(); i++)
            rows.add(row(id, account, i + 1, s.lines().get(i)));
        BulkInsert.execute(db, rows);
        return id;
    }

    public List<Stored> list(int most) {
        return list(DSL.trueCondition(), most);
    }

    public Optional<Stored> find(UUID id) {
        return list(BANK_STATEMENT.ID.eq(id), 1).stream().findFirst();
    }

    public List<BankLine> lines(UUID statement) {
        return lines(BANK_LINE.STATEMENT_ID.eq(statement), 2_000);
    }

    public Optional<BankLine> findLine(UUID id) {
        return lines(BANK_LINE.ID.eq(id), 1).stream().findFirst();
    }

    public BankLine lockLine(UUID id) {
        return db.selectFrom(BANK_LINE)
                .where(BANK_LINE.BUSINESS_ID.eq(Business.ID))
                .and(BANK_LINE.ID.eq(id))
                .forUpdate()
                .fetchSingle(StatementStore::line);
    }

    /** Lines that are joined to nothing yet, the oldest first. */
    public List<BankLine> homeless(int most) {
        return lines(BANK_LINE.MATCHED_AS.isNull(), most);
    }

    /** Lines of an account without a home up to the day. */
    public List<BankLine> homeless(UUID account, LocalDate asOf) {
        return lines(
                BANK_LINE
                        .MATCHED_AS
                        .isNull()
                        .and(BANK_LINE.BANK_ACCOUNT_ID.eq(account))
                        .and(BANK_LINE.BOOKED_ON.le(asOf)),
                500);
    }

    public List<BankLine> bookedBetween(LocalDate from, LocalDate until) {
        return lines(BANK_LINE.BOOKED_ON.between(from, until), 5_000);
    }

    /** Joins a line to what it is; false if it has a home already. */
    public boolean match(UUID line, String as, UUID entry, String who) {
        return db.update(BANK_LINE)
                        .set(BANK_LINE.MATCHED_AS, as)
                        .set(BANK_LINE.MATCHED_ENTRY_ID, entry)
                        .set(BANK_LINE.MATCHED_BY, who)
                        .where(BANK_LINE.BUSINESS_ID.eq(Business.ID))
                        .and(BANK_LINE.ID.eq(line))
                        .and(BANK_LINE.MATCHED_AS.isNull())
                        .execute()
                == 1;
    }

    private List<Stored> list(Condition condition, int most) {
        var lines = DSL.field(
                "(select count(*) from bank_line l where l.business_id = bank_statement.business_id and l.statement_id = bank_statement.id)",
                Integer.class);
        var homeless = DSL.field(
                "(select count(*) from bank_line l where l.business_id = bank_statement.business_id and l.statement_id = bank_statement.id and l.matched_as is null)",
                Integer.class);
        return db.select(BANK_STATEMENT.fields())
                .select(lines, homeless)
                .from(BANK_STATEMENT)
                .where(BANK_STATEMENT.BUSINESS_ID.eq(Business.ID))
                .and(condition)
                .orderBy(BANK_STATEMENT.POSITION.desc())
                .limit(most)
                .fetch(r -> stored(r.into(BANK_STATEMENT), r.get(lines), r.get(homeless)));
    }

    private List<BankLine> lines(Condition condition, int most) {
        return db.selectFrom(BANK_LINE)
                .where(BANK_LINE.BUSINESS_ID.eq(Business.ID))
                .and(condition)
                .orderBy(BANK_LINE.BOOKED_ON, BANK_LINE.ID)
                .limit(most)
                .fetch(StatementStore::line);
    }

    private static Stored stored(BankStatementRecord s, int lines, int homeless) {
        String c = s.getCurrency();
        return new Stored(
                s.getId(),
                s.getBankAccountId(),
                s.getStatementRef(),
                s.getSequenceNo(),
                s.getFromDate(),
                s.getUntilDate(),
                Money.ofMinor(c, s.getOpeningMinor()),
                Money.ofMinor(c, s.getClosingMinor()),
                s.getFileName(),
                s.getPosition(),
                lines,
                homeless);
    }

    private static BankLine line(BankLineRecord l) {
        return new BankLine(
                l.getId(),
                l.getStatementId(),
                l.getBankAccountId(),
                l.getBookedOn(),
                l.getValueOn(),
                Money.ofMinor(l.getCurrency(), l.getAmountMinor()),
                l.getBankReference(),
                l.getEndToEndId(),
                l.getCounterparty(),
                l.getRemittance(),
                l.getBankCode(),
                l.getMatchedAs(),
                l.getMatchedEntryId());
    }

    private static BankLineRecord row(UUID statement, UUID account, int lineNo, StatementLine l) {
        return new BankLineRecord()
                .setBusinessId(Business.ID)
                .setId(Ids.next())
                .setStatementId(statement)
                .setBankAccountId(account)
                .setLineNo(lineNo)
                .setBookedOn(l.bookedOn())
                .setValueOn(l.valueOn())
                .setCurrency(l.amount().currency().getCurrencyCode())
                .setAmountMinor(l.amount().minor())
                .setBankReference(l.bankReference())
                .setEndToEndId(l.endToEndId())
                .setCounterparty(l.counterparty())
                .setRemittance(l.remittance())
                .setBankCode(l.bankCode());
    }
}
