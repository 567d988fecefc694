package exactum.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.io.IOException;
import java.io.Writer;
import java.util.List;

/** Writes one statement as CSV (RFC 4180), a line a row, with the balance after it; texts that look like formulas are quoted. */
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
        try (var csv = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out)) {
            csv.writeRecord(COLUMNS);
            for (StatementLine line : statement.lines()) {
                balance = balance.plus(line.amount());
                csv.writeRecord(List.of(
                        statement.iban().value(),
                        line.bookedOn().toString(),
                        line.valueOn().toString(),
                        Formula.harmless(line.counterparty()),
                        line.further().account(),
                        Formula.harmless((line.structuredReference() + " " + line.remittance()).strip()),
                        Formula.harmless(line.endToEndId()),
                        Formula.harmless(line.bankReference()),
                        line.amount().plain(),
                        line.amount().currency().getCurrencyCode(),
                        balance.plain()));
            }
        }
    }
}
