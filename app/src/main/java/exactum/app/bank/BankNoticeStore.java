package exactum.app.bank;

import static exactumdb.Tables.BANK_NOTICE;

import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.app.database.Ids;
import exactum.core.bank.Notice;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactumdb.tables.records.BankNoticeLineRecord;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Notices of a bank: what they say of bookings that its statements have too. */
@Component
class BankNoticeStore {
    private static final String OF_LINES = """
            select l.id, string_agg(n.words, ' ' order by n.notice_id, n.line_no) as words
              from bank_line l
              join bank_notice_line n on n.business_id = l.business_id and n.bank_account_id = l.bank_account_id
                                     and n.bank_reference = l.bank_reference and n.bank_reference <> '' and n.amount_minor = l.amount_minor
             where l.business_id = {0} and l.id = any({1})
             group by l.id
            """;
    private final DSLContext db;

    BankNoticeStore(DSLContext db) {
        this.db = db;
    }

    boolean hasFile(BusinessId business, byte[] sha256) {
        return db.fetchExists(
                BANK_NOTICE, BANK_NOTICE.BUSINESS_ID.eq(business).and(BANK_NOTICE.FILE_SHA256.eq(sha256)));
    }

    void insert(BusinessId business, BankAccountId account, Notice notice, String fileName, byte[] sha256) {
        UUID id = Ids.next();
        int added = db.insertInto(BANK_NOTICE)
                .set(BANK_NOTICE.BUSINESS_ID, business)
                .set(BANK_NOTICE.ID, id)
                .set(BANK_NOTICE.BANK_ACCOUNT_ID, account)
                .set(BANK_NOTICE.NOTICE_REF, notice.reference())
                .set(BANK_NOTICE.FILE_NAME, fileName)
                .set(BANK_NOTICE.FILE_SHA256, sha256)
                .set(BANK_NOTICE.LINES, notice.lines().size())
                .onConflictDoNothing()
                .execute();
        if (added == 0)
            throw new Refusal(
                    "statement.again",
                    "Notice %s was imported before. Nothing was stored again.".formatted(notice.reference()));
        CopyRows.into(
                db,
                IntStream.range(0, notice.lines().size())
                        .mapToObj(i ->
                                row(business, account, id, i + 1, notice.lines().get(i)))
                        .toList());
    }

    private static BankNoticeLineRecord row(
            BusinessId business, BankAccountId account, UUID notice, int no, StatementLine line) {
        return new BankNoticeLineRecord()
                .setBusinessId(business)
                .setNoticeId(notice)
                .setLineNo(no)
                .setBankAccountId(account)
                .setBankReference(line.bankReference())
                .setAmountMinor(line.amount().minor())
                .setWords(
                        Stream.of(line.counterparty(), line.structuredReference(), line.remittance(), line.endToEndId())
                                .filter(t -> !t.isEmpty())
                                .collect(Collectors.joining(" ")));
    }

    /** A notice as lists show it. */
    public record Listed(String reference, BankAccountId account, String fileName, int lines) {}

    /** The newest notices. */
    List<Listed> newest(BusinessId business, int most) {
        return db.selectFrom(BANK_NOTICE)
                .where(BANK_NOTICE.BUSINESS_ID.eq(business))
                .orderBy(BANK_NOTICE.ID.desc())
                .limit(most)
                .fetch(n -> new Listed(n.getNoticeRef(), n.getBankAccountId(), n.getFileName(), n.getLines()));
    }

    /** What notices add to a line, or empty. */
    String wordsOf(BusinessId business, BankLineId line) {
        return wordsOf(business, List.of(line)).getOrDefault(line, "");
    }

    /** What notices say of lines beyond what the lines say themselves. */
    Map<BankLineId, String> wordsOf(BusinessId business, Collection<BankLineId> lines) {
        return db.fetch(OF_LINES, DSL.inline(business.value()), IdArray.of(lines)).stream()
                .collect(Collectors.toMap(
                        r -> new BankLineId(r.get("id", UUID.class)), r -> r.get("words", String.class)));
    }
}
