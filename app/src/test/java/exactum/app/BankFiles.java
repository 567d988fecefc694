package exactum.app;

import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.formats.camt.Camt053Writer;
import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;

/** Statement files as a bank writes them, camt.053.001.08, in euro. */
final class BankFiles {
    private BankFiles() {}

    static StatementLine line(LocalDate day, String amount, String counterparty, String remittance, String code) {
        return new StatementLine(
                day,
                day,
                Money.of("EUR", amount),
                "",
                "",
                counterparty,
                remittance,
                "",
                code.isEmpty() ? "PMNT/RCDT/ESCT" : code);
    }

    /** A day's statement that closes where its lines lead to. */
    static byte[] camt(String reference, Iban iban, LocalDate day, String opening, StatementLine... lines) {
        return camt(reference, iban, day, day, opening, lines);
    }

    /** The same of several days. */
    static byte[] camt(
            String reference, Iban iban, LocalDate from, LocalDate until, String opening, StatementLine... lines) {
        Money start = Money.of("EUR", opening);
        Money closing = start;
        for (StatementLine line : lines) closing = closing.plus(line.amount());
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(
                new Statement(reference, 1L, iban, from, until, start, closing, List.of(lines)),
                until.atTime(LocalTime.of(20, 0)).toInstant(ZoneOffset.UTC),
                out);
        return out.toByteArray();
    }
}
