package exactum.formats.csv;

import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.io.IOException;
import java.io.Writer;
import java.util.List;

/** Writes one statement as CSV (RFC 4180), a line a row, with the balance after it. */
public final class StatementCsvOut {
    private static final List<String> COLUMNS = List.of(
            "Our account",
            "Booking date",
            "Value date",
            "Name",
            "Counterparty account",
            "Reference",
            "End-to-end id",
            "Bank reference",
            "Amount",
            "Currency",
            "Balance");

    private StatementCsvOut() {}

    /** Writes the statement; amounts have a point and no thousands. */
    public static void write(Statement statement, Writer out) throws IOException {
        Money balance = statement.opening();
        try (var csv = new CsvOut(out, COLUMNS)) {
            for (StatementLine line : statement.lines()) {
                balance = balance.plus(line.amount());
                csv.row(List.of(
                        statement.iban().value(),
                        line.bookedOn().toString(),
                        line.valueOn().toString(),
                        line.counterparty(),
                        line.further().account(),
                        (line.structuredReference() + " " + line.remittance()).strip(),
                        line.endToEndId(),
                        line.bankReference(),
                        line.amount().plain(),
                        line.amount().currency().getCurrencyCode(),
                        balance.plain()));
            }
        }
    }
}
