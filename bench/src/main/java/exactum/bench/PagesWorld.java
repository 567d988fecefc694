package exactum.bench;

import exactum.app.bank.ImportStatements;
import exactum.app.bank.MatchCertain;
import exactum.app.setup.Banking;
import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.formats.camt.Camt053Writer;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.jooq.DSLContext;

/**
 * A business of 250 customers who are billed for ten months and paid by transfer, 94 of a hundred invoices of the months that
 * are over; made by the use cases of the application.
 */
final class PagesWorld {
    static final int CUSTOMERS = 250;
    private static final String FIRST = "2025-09-01";
    private final BenchGround ground;
    private final BusinessId business;

    PagesWorld(BenchGround ground) {
        this.ground = ground;
        this.business = ground.businesses.getFirst();
    }

    void make() throws Exception {
        ground.rows.seed(business, CUSTOMERS, FIRST);
        ground.rows.execute(
                "update recurring_line l set quantity = 60 + (abs(hashtext(l.recurring_id::text)) % 900) where line_no = 2");
        ground.rows.execute("update recurring_line set income_account = '4100' where line_no = 2");
        BillingBench.bill(ground, business);
        ground.rows.settleDown();
        Iban ours = bank();
        Money balance = Money.of("EUR", "0.00");
        for (YearMonth month = YearMonth.of(2025, 9);
                month.isBefore(YearMonth.of(2026, 6));
                month = month.plusMonths(1)) {
            List<StatementLine> lines = paid(month);
            Money closing = balance;
            for (StatementLine line : lines) closing = closing.plus(line.amount());
            read(new Statement(
                    "S-" + month,
                    (long) month.getMonthValue(),
                    ours,
                    month.atDay(1),
                    month.atEndOfMonth(),
                    balance,
                    closing,
                    lines));
            balance = closing;
            ground.rows.settleDown();
            ground.bean(MatchCertain.class).matchAll(business);
        }
        ground.rows.settleDown();
    }

    private Iban bank() {
        String own = "LAKE90000100114022";
        var iban = new Iban("IE" + Iban.checkDigits("IE", own) + own);
        ground.bean(Banking.class)
                .addBankAccount(
                        business,
                        "Current account",
                        iban,
                        new AccountCode("1000"),
                        Money.of("EUR", "0.00"),
                        LocalDate.of(2025, 8, 31),
                        null);
        return iban;
    }

    private List<StatementLine> paid(YearMonth month) {
        LocalDate day = month.atDay(15);
        var lines = new ArrayList<StatementLine>();
        ground.bean(DSLContext.class)
                .fetch(
                        "select d.number, d.gross_minor, c.name from document d join customer c on c.business_id = d.business_id and c.id = d.customer_id where d.business_id = {0} and d.document_date = {1} and abs(hashtext(d.number)) % 100 < 94 order by d.number",
                        org.jooq.impl.DSL.inline(business.value()), org.jooq.impl.DSL.val(month.atDay(1)))
                .forEach(r -> lines.add(new StatementLine(
                        day,
                        day,
                        Money.ofMinor("EUR", r.get(1, Long.class)),
                        "",
                        "",
                        r.get(2, String.class),
                        r.get(0, String.class),
                        "",
                        "PMNT/RCDT/ESCT")));
        return lines;
    }

    private void read(Statement statement) {
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(
                statement, statement.until().atTime(LocalTime.of(20, 0)).toInstant(ZoneOffset.UTC), out);
        ground.bean(ImportStatements.class)
                .fromFile(business, statement.reference() + ".xml", new ByteArrayInputStream(out.toByteArray()));
    }
}
