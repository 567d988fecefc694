package exactum.formats.xml;

import exactum.core.bank.AccountNumber;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.typed.TypedDate;
import exactum.formats.Found;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.util.function.Function;
import java.util.regex.Pattern;

/** Reads the values of elements by their ISO 20022 types; what is none is refused with its element and what stands there. */
public final class Fields {
    private static final Pattern AMOUNT = Pattern.compile("\\d{1,15}(\\.\\d{0,5})?");
    private static final Pattern BLANKS = Pattern.compile("\\s+");

    private Fields() {}

    /** What an element holds is not what it should be. */
    public static Refusal wrong(String element, String text, String expected) {
        return new Refusal(
                "statement.field",
                "%s %s is not %s. Nothing was stored.".formatted(element, Found.quoted(text), expected));
    }

    /** Something lacks an element. */
    public static Refusal missing(String element, String of) {
        return new Refusal("statement.missing", "%s has no %s. Nothing was stored.".formatted(of, element));
    }

    /** ActiveOrHistoricCurrencyAndAmount: no sign, no exponent, at most 18 digits and as many decimals as the currency. */
    public static Money amount(String element, String currency, String text) {
        if (currency == null || currency.isEmpty()) throw missing("currency (Ccy)", element + " " + Found.quoted(text));
        if (!AMOUNT.matcher(text).matches()) throw wrong(element, text, "an amount like 119.00");
        try {
            Money amount = Money.of(Money.ofMinor(currency, 0).currency(), new BigDecimal(text));
            if (amount.minor() <= Money.MOST) return amount;
        } catch (ArithmeticException tooFine) {
            throw wrong(element, text, "an amount with the decimals of " + currency);
        } catch (IllegalArgumentException unknown) {
            throw wrong(element + " Ccy", currency, "a currency");
        }
        throw wrong(element, text, "an amount that can be counted");
    }

    /** BaseOneRate: how many units of one currency the other is worth. */
    public static BigDecimal rate(String element, String text) {
        if (text.matches("\\d{1,9}(\\.\\d{0,9})?") && new BigDecimal(text).signum() > 0) return new BigDecimal(text);
        throw wrong(element, text, "an exchange rate like 1.0845");
    }

    /** CreditDebitCode. */
    public static boolean isCredit(String element, String text) {
        return switch (text) {
            case "CRDT" -> true;
            case "DBIT" -> false;
            default -> throw wrong(element, text, "CRDT or DBIT");
        };
    }

    /** ISODate, or the day of an ISODateTime as it is written there. */
    public static LocalDate date(String element, String text) {
        try {
            LocalDate date = text.length() == 10
                    ? LocalDate.parse(text)
                    : text.matches(".*([+-]\\d{2}:\\d{2}|Z)")
                            ? OffsetDateTime.parse(text).toLocalDate()
                            : LocalDateTime.parse(text).toLocalDate();
            if (TypedDate.isSane(date)) return date;
        } catch (DateTimeException none) {
            // said below, as for one out of range
        }
        throw wrong(element, text, "a date like 2026-06-01, from 1990 to 2099");
    }

    /** A text of at most so many characters, blanks inside it folded to one. */
    public static String text(String element, String text, int most) {
        String folded = BLANKS.matcher(CleanText.folded(text)).replaceAll(" ");
        if (folded.codePointCount(0, folded.length()) > most)
            throw wrong(element, text, "a text of at most %,d characters".formatted(most));
        if (CleanText.badCharacter(folded, false).isPresent())
            throw wrong(element, text, "a text without control characters");
        return folded;
    }

    /** Max35Text that says something. */
    public static String id(String element, String text) {
        String id = text(element, text, 35);
        if (id.isEmpty()) throw wrong(element, text, "an identifier");
        return id;
    }

    /** The number of an account. */
    public static AccountNumber account(String element, String text, Function<String, AccountNumber> kind) {
        try {
            return kind.apply(text);
        } catch (Refusal none) {
            throw new Refusal(
                    "statement.field",
                    element + " " + none.sentence().replace("Nothing was saved", "Nothing was stored"));
        }
    }
}
