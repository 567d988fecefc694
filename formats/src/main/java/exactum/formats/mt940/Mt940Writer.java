package exactum.formats.mt940;

import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.text.Folding;
import java.io.IOException;
import java.io.Writer;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;

/** Writes one statement as MT940 (SWIFT Standards MT, category 9), details in subfields of field 86 (common practice, no source). */
public final class Mt940Writer {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("uuMMdd");
    private static final DateTimeFormatter MONTH_DAY = DateTimeFormatter.ofPattern("MMdd");
    private static final int PIECE = 27;
    private static final int MOST_PIECES = 10;
    private static final int REFERENCE = 16;

    private Mt940Writer() {}

    /** Writes the statement, its letters in the SWIFT set; texts longer than field 86 takes are cut. */
    public static void write(Statement statement, Writer out) throws IOException {
        field(out, "20", "STATEMENT");
        field(out, "25", statement.iban().value());
        field(out, "28C", (statement.sequence() == null ? 1 : statement.sequence() % 100_000) + "/1");
        field(out, "60F", balance(statement.opening(), statement.from()));
        for (StatementLine line : statement.lines()) {
            field(out, "61", line(line));
            field(out, "86", details(line));
        }
        field(out, "62F", balance(statement.closing(), statement.until()));
        out.write("-\r\n");
    }

    private static void field(Writer out, String tag, String text) throws IOException {
        out.write(":" + tag + ":" + text + "\r\n");
    }

    private static String balance(Money money, LocalDate day) {
        return (money.isNegative() ? "D" : "C") + DAY.format(day) + money.currency() + amount(money);
    }

    private static String amount(Money money) {
        String plain = money.abs().plain();
        return plain.contains(".") ? plain.replace('.', ',') : plain + ",";
    }

    private static String line(StatementLine line) {
        String type =
                line.bankCode().contains("/MDOP/") ? "NCHG" : line.bankCode().startsWith("PMNT/IDDT") ? "NDDT" : "NTRF";
        String bank = letters(line.bankReference());
        return DAY.format(line.valueOn())
                + MONTH_DAY.format(line.bookedOn())
                + (line.amount().isNegative() ? "D" : "C")
                + amount(line.amount())
                + type
                + "NONREF"
                + (bank.isEmpty() ? "" : "//" + bank.substring(0, Math.min(REFERENCE, bank.length())));
    }

    private static String details(StatementLine line) {
        var said = new StringBuilder();
        if (!line.endToEndId().isEmpty()) said.append("EREF+").append(letters(line.endToEndId()));
        said.append("SVWZ+").append(letters((line.structuredReference() + " " + line.remittance()).strip()));
        var text = new StringBuilder(code(line));
        List<String> pieces = pieces(said.toString());
        for (int i = 0; i < Math.min(MOST_PIECES, pieces.size()); i++)
            text.append("?%d".formatted(20 + i)).append(pieces.get(i));
        if (!line.further().account().isEmpty())
            text.append("?31").append(letters(line.further().account()));
        List<String> name = pieces(letters(line.counterparty()));
        for (int i = 0; i < Math.min(2, name.size()); i++)
            text.append("?%d".formatted(32 + i)).append(name.get(i));
        return text.toString();
    }

    private static String code(StatementLine line) {
        return switch (line.bankCode()) {
            case "PMNT/IDDT/UPDD" -> "109";
            case "PMNT/IDDT/ESDD" -> "171";
            case "PMNT/IDDT/BBDD" -> "174";
            case "PMNT/MDOP/CHRG" -> "808";
            case "PMNT/CNTR/CDPT" -> "082";
            default -> line.amount().isNegative() ? "116" : "166";
        };
    }

    private static List<String> pieces(String text) {
        var pieces = new ArrayList<String>();
        for (int at = 0; at < text.length(); at += PIECE)
            pieces.add(text.substring(at, Math.min(text.length(), at + PIECE)));
        return pieces;
    }

    /** SWIFT character set x: letters, digits, blank and {@code / - ? : ( ) . , ' +}; a question mark would begin a subfield. */
    private static String letters(String text) {
        var letters = new StringBuilder();
        for (char c : text.toCharArray()) {
            boolean plain = c < 128 && (Character.isLetterOrDigit(c) || " /-:().,'+".indexOf(c) >= 0);
            letters.append(
                    plain
                            ? Character.toString(c)
                            : c > 127 ? Folding.of(Character.toString(c)).replaceAll("[^a-z0-9]", ".") : ".");
        }
        return letters.toString();
    }
}
