package exactum.formats.csv;

import de.siegmar.fastcsv.reader.CsvRecord;
import exactum.core.bank.AccountNumber;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.typed.TypedDate;
import exactum.formats.Found;
import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.ResolverStyle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;

/** A bank's CSV file, which every bank writes in its own way: a mapping is proposed from it, and it is read by one. */
public final class StatementCsv {
    private static final int MOST_SKIPPED = 15;
    private static final int SAMPLE = 60;
    private static final int LONGEST_TEXT = 2000;
    private final byte[] content;
    private final StatementMapping mapping;
    private final CsvRows rows = new CsvRows("statement");

    private StatementCsv(byte[] content, StatementMapping mapping) {
        this.content = content;
        this.mapping = mapping;
    }

    /**
     * What a file says, before it is known what its columns are.
     *
     * @param head the names of its columns
     * @param sample its first rows
     */
    public record Looked(StatementMapping mapping, List<String> head, List<List<String>> sample) {}

    /**
     * Looks at a file and proposes how to read it.
     *
     * @throws Refusal if it is no CSV
     */
    public static Looked look(byte[] content) {
        int skipped = head(content);
        var shape = CsvShape.guess(from(content, skipped, 4096));
        var raw = new StatementCsv(
                content, new StatementMapping(shape, skipped, List.of(), false, StatementMapping.DATES.getFirst()));
        var head = new ArrayList<String>();
        var sample = new ArrayList<List<String>>();
        raw.each(head, r -> {
            if (sample.size() < SAMPLE) sample.add(List.copyOf(r.getFields()));
        });
        if (head.size() < 2) throw raw.rows.refused("format", "This is no CSV file with columns.");
        List<StatementColumn> columns = columns(head);
        return new Looked(
                new StatementMapping(shape, skipped, columns, isComma(columns, sample), dates(columns, sample)),
                head,
                sample);
    }

    /** The lines before the one that names the most columns. */
    private static int head(byte[] content) {
        int best = 0;
        long most = 1;
        for (int skipped = 0; skipped <= MOST_SKIPPED; skipped++) {
            byte[] rest = from(content, skipped, 4096);
            if (rest.length == 0) break;
            CsvShape shape = CsvShape.guess(rest);
            String first = new String(rest, shape.charset())
                    .replace("\uFEFF", "")
                    .lines()
                    .findFirst()
                    .orElse("");
            long known = Arrays.stream(
                            first.split(java.util.regex.Pattern.quote(Character.toString(shape.separator()))))
                    .map(c -> c.replace("\"", "").strip())
                    .filter(c -> StatementColumn.of(c).isPresent())
                    .distinct()
                    .count();
            if (known > most) {
                most = known;
                best = skipped;
            }
        }
        return best;
    }

    private static byte[] from(byte[] content, int skipped, int most) {
        int at = 0;
        for (int line = 0; line < skipped && at < content.length; at++) if (content[at] == '\n') line++;
        return Arrays.copyOfRange(content, at, Math.min(content.length, most < 0 ? content.length : at + most));
    }

    /** The first column of a name is taken, of texts all. */
    private static List<StatementColumn> columns(List<String> head) {
        var columns = new ArrayList<StatementColumn>();
        for (String name : head) {
            StatementColumn column = StatementColumn.of(name).orElse(null);
            boolean again = column != StatementColumn.TEXT && columns.contains(column);
            columns.add(again ? null : column);
        }
        return columns;
    }

    private static boolean isComma(List<StatementColumn> columns, List<List<String>> sample) {
        return cells(
                        columns,
                        sample,
                        c -> c == StatementColumn.AMOUNT || c == StatementColumn.IN || c == StatementColumn.OUT)
                .stream()
                .anyMatch(c -> c.matches(".*,\\d{1,2}\\D*"));
    }

    private static String dates(List<StatementColumn> columns, List<List<String>> sample) {
        List<String> days = cells(columns, sample, c -> c == StatementColumn.BOOKED);
        return StatementMapping.DATES.stream()
                .filter(pattern -> days.stream().allMatch(d -> day(d, pattern) != null))
                .findFirst()
                .orElse(StatementMapping.DATES.getFirst());
    }

    private static List<String> cells(
            List<StatementColumn> columns, List<List<String>> sample, Predicate<StatementColumn> wanted) {
        var cells = new ArrayList<String>();
        for (List<String> row : sample)
            for (int i = 0; i < Math.min(row.size(), columns.size()); i++)
                if (columns.get(i) != null
                        && wanted.test(columns.get(i))
                        && !row.get(i).isBlank()) cells.add(row.get(i).strip());
        return cells;
    }

    private static LocalDate day(String text, String pattern) {
        try {
            LocalDate day = LocalDate.parse(
                    text.strip(),
                    DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH).withResolverStyle(ResolverStyle.STRICT));
            return TypedDate.isSane(day) ? day : null;
        } catch (DateTimeException none) {
            return null;
        }
    }

    private void each(List<String> head, java.util.function.Consumer<CsvRecord> row) {
        rows.read(
                new ByteArrayInputStream(from(content, mapping.skipped(), -1)),
                start -> mapping.shape(),
                names -> {
                    head.addAll(names);
                    return names;
                },
                row);
    }

    /** The account of ours that the file names, or empty. */
    public static String ours(byte[] content, StatementMapping mapping) {
        var found = new String[] {""};
        var csv = new StatementCsv(content, mapping);
        csv.each(new ArrayList<>(), r -> {
            String said = csv.get(r, StatementColumn.OURS);
            if (found[0].isEmpty()) found[0] = said;
        });
        return found[0];
    }

    /**
     * Reads the file by the mapping; the oldest line first, whichever way the bank has them.
     *
     * @param opening the balance before its first line, where it has none of its own
     * @throws Refusal that names line and column of what cannot be read
     */
    public static Statement read(
            byte[] content, StatementMapping mapping, AccountNumber account, Currency currency, Money opening) {
        return new StatementCsv(content, mapping).read(account, currency, opening);
    }

    private Statement read(AccountNumber account, Currency currency, Money opening) {
        boolean amounts = mapping.has(StatementColumn.AMOUNT)
                || mapping.has(StatementColumn.IN)
                || mapping.has(StatementColumn.OUT);
        if (!mapping.has(StatementColumn.BOOKED) || !amounts)
            throw rows.refused("columns", "A statement needs a booking date and an amount, or money in and money out.");
        var lines = new ArrayList<StatementLine>();
        var balances = new ArrayList<Money>();
        each(new ArrayList<>(), r -> {
            if (r.getFields().stream().allMatch(String::isBlank)) return;
            StatementLine line = line(r, currency);
            if (line.amount().isZero()) return;
            lines.add(line);
            if (mapping.has(StatementColumn.BALANCE)) balances.add(money(r, StatementColumn.BALANCE, currency));
        });
        if (lines.isEmpty()) throw rows.refused("empty", "There is no line in the file.");
        if (lines.getFirst().bookedOn().isAfter(lines.getLast().bookedOn()) || isNewestFirst(lines, balances)) {
            Collections.reverse(lines);
            Collections.reverse(balances);
        }
        requireBalances(lines, balances);
        Money begins = balances.isEmpty()
                ? opening
                : balances.getFirst().minus(lines.getFirst().amount());
        Money ends = begins.plus(
                Money.sum(currency, lines.stream().map(StatementLine::amount).toList()));
        LocalDate from = lines.stream()
                .map(StatementLine::bookedOn)
                .min(LocalDate::compareTo)
                .orElseThrow();
        LocalDate until = lines.stream()
                .map(StatementLine::bookedOn)
                .max(LocalDate::compareTo)
                .orElseThrow();
        return new Statement(
                "CSV %s to %s, %d".formatted(from, until, lines.size()),
                null,
                account,
                from,
                until,
                begins,
                ends,
                lines);
    }

    /** On one day the balances tell which way the lines go. */
    private static boolean isNewestFirst(List<StatementLine> lines, List<Money> balances) {
        boolean oneDay = lines.getFirst().bookedOn().equals(lines.getLast().bookedOn());
        return oneDay
                && balances.size() > 1
                && balances.get(1).plus(lines.getFirst().amount()).equals(balances.getFirst());
    }

    private void requireBalances(List<StatementLine> lines, List<Money> balances) {
        for (int i = 1; i < balances.size(); i++) {
            if (!balances.get(i - 1).plus(lines.get(i).amount()).equals(balances.get(i)))
                throw rows.refused(
                        "does-not-add-up",
                        "The balances do not add up at %s on %s: %s and it make %s, but the file says %s."
                                .formatted(
                                        lines.get(i).amount().text(),
                                        lines.get(i).bookedOn(),
                                        balances.get(i - 1).text(),
                                        balances.get(i - 1)
                                                .plus(lines.get(i).amount())
                                                .text(),
                                        balances.get(i).text()));
        }
    }

    private StatementLine line(CsvRecord r, Currency currency) {
        LocalDate booked = date(r, StatementColumn.BOOKED);
        if (booked == null) throw wrong(r, StatementColumn.BOOKED, "a day like " + mapping.dates());
        LocalDate value = date(r, StatementColumn.VALUE);
        String said = get(r, StatementColumn.CURRENCY);
        if (!said.isEmpty() && !said.equalsIgnoreCase(currency.getCurrencyCode()))
            throw wrong(r, StatementColumn.CURRENCY, "the account’s currency, " + currency);
        return new StatementLine(
                booked,
                value == null ? booked : value,
                amount(r, currency),
                cut(get(r, StatementColumn.REFERENCE), 35),
                cut(get(r, StatementColumn.END_TO_END), 35),
                cut(get(r, StatementColumn.NAME), 140),
                text(r),
                "",
                "",
                StatementLine.Further.of(
                        get(r, StatementColumn.ACCOUNT).matches("[A-Za-z0-9 ]{5,34}")
                                ? get(r, StatementColumn.ACCOUNT)
                                : ""));
    }

    private Money amount(CsvRecord r, Currency currency) {
        if (mapping.has(StatementColumn.AMOUNT)) return money(r, StatementColumn.AMOUNT, currency);
        Money in = get(r, StatementColumn.IN).isEmpty() ? Money.zero(currency) : money(r, StatementColumn.IN, currency);
        Money out =
                get(r, StatementColumn.OUT).isEmpty() ? Money.zero(currency) : money(r, StatementColumn.OUT, currency);
        return in.abs().minus(out.abs());
    }

    private Money money(CsvRecord r, StatementColumn column, Currency currency) {
        String plain = get(r, column)
                .replaceAll("[\\s'€$£\\u00a0]", "")
                .replace("\u2212", "-")
                .replaceAll("(?i)[a-z]{3}$", "");
        if (plain.endsWith("-")) plain = "-" + plain.substring(0, plain.length() - 1);
        plain = mapping.comma() ? plain.replace(".", "").replace(',', '.') : plain.replace(",", "");
        if (!plain.matches("[+-]?\\d{1,15}(\\.\\d{0,4})?"))
            throw wrong(r, column, mapping.comma() ? "an amount like 1.119,00" : "an amount like 1,119.00");
        try {
            Money amount = Money.of(currency, new BigDecimal(plain));
            if (Math.abs(amount.minor()) <= Money.MOST) return amount;
        } catch (ArithmeticException tooFine) {
            throw wrong(r, column, "an amount with the decimals of " + currency);
        }
        throw wrong(r, column, "an amount that can be counted");
    }

    private LocalDate date(CsvRecord r, StatementColumn column) {
        String text = get(r, column);
        if (text.isEmpty()) return null;
        LocalDate day = day(text, mapping.dates());
        if (day == null) throw wrong(r, column, "a day like " + mapping.dates());
        return day;
    }

    private String text(CsvRecord r) {
        var text = new StringBuilder();
        for (int i = 0; i < mapping.columns().size(); i++)
            if (mapping.columns().get(i) == StatementColumn.TEXT)
                text.append(r.getField(i)).append(' ');
        return cut(CleanText.folded(text.toString()).replaceAll("\\s+", " ").strip(), LONGEST_TEXT);
    }

    private String get(CsvRecord r, StatementColumn column) {
        int at = mapping.columns().indexOf(column);
        return at < 0 || at >= r.getFieldCount()
                ? ""
                : CleanText.folded(r.getField(at)).replaceAll("\\s+", " ").strip();
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most) : text;
    }

    private Refusal wrong(CsvRecord r, StatementColumn column, String expected) {
        return rows.refused(
                "field",
                "Line %d: %s %s is not %s."
                        .formatted(
                                r.getStartingLineNumber() + mapping.skipped(),
                                column.words(),
                                Found.quoted(get(r, column)),
                                expected));
    }
}
