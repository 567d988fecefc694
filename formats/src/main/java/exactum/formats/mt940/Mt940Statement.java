package exactum.formats.mt940;

import exactum.core.bank.AccountNumber;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.Found;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.ResolverStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Collects the fields of one statement. */
final class Mt940Statement {
    private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("uuMMdd").withResolverStyle(ResolverStyle.STRICT);
    private static final Pattern BALANCE = Pattern.compile("([DC])(\\d{6})([A-Z]{3})(\\d{1,15},\\d{0,3})");
    private static final Pattern LINE =
            Pattern.compile("(?s)(\\d{6})(\\d{4})?(R?[DC])([A-Z])?(\\d{1,15},\\d{0,3})([NFS][A-Z0-9]{3})(.*)");
    private final List<StatementLine> lines = new ArrayList<>();
    private AccountNumber account;
    private String number = "";
    private String reference = "";
    private Balance opening;
    private Balance closing;
    private boolean intermediate;
    private Mt940Line line;

    private record Balance(Money money, LocalDate day) {}

    /** Whether what ended here goes on in the next message. */
    boolean goesOn() {
        return intermediate;
    }

    void field(String tag, String text) {
        switch (tag) {
            case "20" -> reference = text.strip();
            case "25" -> takeAccount(text.strip());
            case "28", "28C" -> {
                if (number.isEmpty()) number = text.strip();
            }
            case "60F", "60M" -> takeOpening(balance(tag, text));
            case "61" -> {
                endLine();
                line = line(text);
            }
            case "86" -> {
                if (line != null) line.details(text);
            }
            case "62F" -> {
                endLine();
                if (closing != null && !intermediate)
                    throw new Refusal(
                            "statement.balance-twice",
                            "The statement has two booked closing balances. Nothing was stored.");
                closing = balance(tag, text);
                intermediate = false;
            }
            case "62M" -> {
                endLine();
                closing = balance(tag, text);
                intermediate = true;
            }
            default -> {}
        }
    }

    private void takeAccount(String text) {
        String said = text.contains("/") ? text.substring(text.lastIndexOf('/') + 1) : text;
        AccountNumber found;
        try {
            found = AccountNumber.of(said.replaceAll("[A-Z]{3}$", ""), "");
        } catch (Refusal wrong) {
            throw wrong("25", text, "an account number");
        }
        if (account != null && !account.value().equals(found.value()))
            throw new Refusal(
                    "statement.other-account", "The statement goes on for another account. Nothing was stored.");
        account = found;
    }

    private void takeOpening(Balance found) {
        if (opening == null) {
            opening = found;
        } else if (!intermediate) {
            throw new Refusal(
                    "statement.balance-twice", "The statement has two booked opening balances. Nothing was stored.");
        } else if (!closing.money().equals(found.money())) {
            throw new Refusal(
                    "statement.does-not-add-up",
                    "The statement goes on at %s, but ended at %s. Nothing was stored."
                            .formatted(found.money().text(), closing.money().text()));
        }
    }

    private Balance balance(String tag, String text) {
        Matcher m = BALANCE.matcher(text.strip());
        if (!m.matches()) throw wrong(tag, text, "a balance like C260531EUR1234,56");
        Money amount = amount(tag, m.group(3), m.group(4));
        return new Balance(m.group(1).equals("D") ? amount.negated() : amount, day(tag, m.group(2)));
    }

    private Mt940Line line(String text) {
        if (opening == null)
            throw new Refusal(
                    "statement.missing", "A line stands before the opening balance (60F). Nothing was stored.");
        Matcher m = LINE.matcher(text);
        if (!m.matches()) throw wrong("61", text, "a line like 2605040504C119,00NTRFNONREF");
        LocalDate value = day("61", m.group(1));
        Money amount = amount("61", opening.money().currency().getCurrencyCode(), m.group(5));
        boolean credit = m.group(3).equals("C") || m.group(3).equals("RD");
        return new Mt940Line(
                m.group(2) == null ? value : booked(value, m.group(2)),
                value,
                credit ? amount : amount.negated(),
                m.group(6),
                m.group(7));
    }

    /** The booking day has no year: the one of the value date, unless they lie on the two sides of a new year. */
    private static LocalDate booked(LocalDate value, String monthDay) {
        int year = value.getYear();
        int month = Integer.parseInt(monthDay.substring(0, 2));
        if (month == 12 && value.getMonthValue() == 1) year--;
        if (month == 1 && value.getMonthValue() == 12) year++;
        try {
            return LocalDate.of(year, month, Integer.parseInt(monthDay.substring(2)));
        } catch (DateTimeException none) {
            throw wrong("61", monthDay, "a day of the year");
        }
    }

    private void endLine() {
        if (line == null) return;
        StatementLine read = line.build();
        if (!read.amount().isZero()) lines.add(read);
        line = null;
    }

    Statement build(Mt940Lines file) {
        endLine();
        if (account == null) throw missing("account (25)");
        if (opening == null) throw missing("opening balance (60F)");
        if (closing == null || intermediate)
            throw missing("closing balance (62F): the file ends before it, at line " + file.number());
        LocalDate from =
                lines.stream().map(StatementLine::bookedOn).reduce(opening.day(), (a, b) -> a.isBefore(b) ? a : b);
        LocalDate until = closing.day().isBefore(from) ? from : closing.day();
        String named = number.isEmpty() ? reference : number;
        return new Statement(
                (named + " of " + closing.day()).strip(),
                sequence(),
                account,
                from,
                until,
                opening.money(),
                closing.money(),
                lines);
    }

    /** The part before the slash; the part after it counts the pages. */
    private Long sequence() {
        String first = number.split("/")[0];
        return first.matches("0*[1-9]\\d{0,8}") ? Long.valueOf(first) : null;
    }

    private static Refusal missing(String what) {
        return new Refusal("statement.missing", "The statement has no %s. Nothing was stored.".formatted(what));
    }

    private static LocalDate day(String tag, String text) {
        try {
            return LocalDate.parse(text, DAY);
        } catch (DateTimeException none) {
            throw wrong(tag, text, "a day like 260531");
        }
    }

    private static Money amount(String tag, String currency, String text) {
        try {
            Money amount = Money.of(Money.ofMinor(currency, 0).currency(), new BigDecimal(text.replace(',', '.')));
            if (amount.minor() <= Money.MOST) return amount;
        } catch (ArithmeticException | IllegalArgumentException none) {
            // said below
        }
        throw wrong(tag, text + " " + currency, "an amount that can be counted, with the decimals of its currency");
    }

    private static Refusal wrong(String tag, String text, String expected) {
        return new Refusal(
                "statement.field",
                ":%s: %s is not %s. Nothing was stored.".formatted(tag, Found.quoted(text), expected));
    }
}
