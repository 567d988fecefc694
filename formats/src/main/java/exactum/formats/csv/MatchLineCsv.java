package exactum.formats.csv;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * Bank lines as a file: {@code line_id,booked_on,currency,amount_minor,counterparty,counterparty_account,remittance,end_to_end_id,bank_code}.
 * Amounts are whole minor units (ISO 4217), above zero where money came in.
 */
public final class MatchLineCsv {
    private static final List<String> COLUMNS = List.of(
            "line_id",
            "booked_on",
            "currency",
            "amount_minor",
            "counterparty",
            "counterparty_account",
            "remittance",
            "end_to_end_id",
            "bank_code");

    private MatchLineCsv() {}

    /** A line with what the file calls it. */
    public record Line(String id, StatementLine said) {}

    /**
     * The lines in their order.
     *
     * @throws Refusal that names line and column of what cannot be read
     */
    public static List<Line> read(InputStream in) {
        var lines = new ArrayList<Line>();
        new StrictCsv("match lines", COLUMNS, COLUMNS).read(in, row -> lines.add(line(row)));
        return lines;
    }

    private static Line line(StrictCsv.Row row) {
        Money amount = MatchItemCsv.money(row, "amount_minor");
        if (amount.isZero()) throw row.wrong("amount_minor", "an amount that was moved");
        LocalDate day = MatchItemCsv.day(row, "booked_on");
        if (day == null) throw row.wrong("booked_on", "a date as 2026-03-02");
        return new Line(
                row.get("line_id"),
                new StatementLine(
                        day,
                        day,
                        amount,
                        "",
                        row.get("end_to_end_id"),
                        row.get("counterparty"),
                        row.lines("remittance"),
                        "",
                        row.get("bank_code"),
                        StatementLine.Further.of(row.get("counterparty_account"))));
    }
}
