package exactum.app.web;

import exactum.core.bank.Iban;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import exactum.core.typed.EmailAddress;
import exactum.core.typed.TypedAmount;
import exactum.core.typed.TypedDate;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Collection;
import java.util.Currency;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;

/** The fields of a form as values: each is read once, and one that cannot be is refused with a sentence that names it. */
public record TypedForm(Map<String, String> fields) {
    private static final Set<String> COUNTRIES = Set.of(Locale.getISOCountries());

    /** The text of a field on one line; empty where nothing was typed. */
    public String text(String field) {
        return text(field, TextKind.LINE);
    }

    /** The text of a field of its kind; empty where nothing was typed. */
    public String text(String field, TextKind kind) {
        return clean(field, kind, FieldWords.of(field));
    }

    /** The text of a field, or another one where nothing was typed. */
    public String text(String field, String otherwise) {
        String text = text(field);
        return text.isEmpty() ? otherwise : text;
    }

    private String clean(String field, TextKind kind, String name) {
        return at(field, () -> CleanText.of(fields.getOrDefault(field, ""), kind, name));
    }

    /** Reads a field; what is refused in it is shown beside it. */
    private static <T> T at(String field, Supplier<T> read) {
        try {
            return read.get();
        } catch (Refusal refused) {
            throw refused.at(field);
        }
    }

    /** Whether a box was ticked. */
    public boolean has(String field) {
        return fields.containsKey(field);
    }

    /** The text of a field that must hold something, on one line. */
    public String required(String field, String name) {
        return required(field, name, TextKind.LINE);
    }

    /** The text of a field that must hold something, of its kind. */
    public String required(String field, String name, TextKind kind) {
        String text = clean(field, kind, name);
        if (text.isEmpty()) throw wrong("typed.missing", "The %s is missing.".formatted(name), field);
        return text;
    }

    private static Refusal wrong(String code, String sentence, String field) {
        return new Refusal(code, sentence + " Nothing was saved.").at(field);
    }

    /** An exact number. */
    public BigDecimal number(String field, String name) {
        String text = required(field, name);
        return at(field, () -> TypedAmount.parse(text));
    }

    /** An amount, which has no more decimals than its currency. */
    public Money money(String field, String name, Currency currency) {
        BigDecimal number = number(field, name);
        try {
            Money money = Money.of(currency, number);
            if (Math.abs(money.minor()) > Money.MOST) throw new ArithmeticException("more than may be typed");
            return money;
        } catch (ArithmeticException tooFineOrTooLarge) {
            throw wrong(
                    "typed.decimals",
                    "“%s” has more decimals than the currency, or is too large.".formatted(fields.get(field)),
                    field);
        }
    }

    /** A price, which has at most six decimals. */
    public UnitPrice price(String field, String name, Currency currency) {
        BigDecimal number = number(field, name);
        if (number.stripTrailingZeros().scale() > UnitPrice.DECIMALS) {
            throw wrong(
                    "typed.decimals",
                    "“%s” has more than %d decimals.".formatted(fields.get(field), UnitPrice.DECIMALS),
                    field);
        }
        return new UnitPrice(currency, number);
    }

    /** A percentage from 0 up to but not including 100, with at most four decimals. */
    public BigDecimal percent(String field, String name) {
        BigDecimal percent = number(field, name);
        boolean good = percent.signum() >= 0
                && percent.compareTo(BigDecimal.valueOf(100)) < 0
                && percent.stripTrailingZeros().scale() <= 4;
        if (good) return percent;
        throw wrong(
                "typed.percent",
                "“%s” is not a percentage from 0 to less than 100 with at most four decimals.".formatted(text(field)),
                field);
    }

    /** An e-mail address. */
    public String email(String field, String name) {
        String text = required(field, name);
        if (EmailAddress.isOne(text)) return text;
        throw wrong("typed.email", "“%s” is not an e-mail address.".formatted(text), field);
    }

    /** A two-letter code of ISO 3166. */
    public String country(String field) {
        String code = required(field, "country").toUpperCase(Locale.ROOT);
        if (COUNTRIES.contains(code)) return code;
        throw wrong("typed.country", "“%s” is not a two-letter code of ISO 3166.".formatted(code), field);
    }

    /** A day, seen from today. */
    public LocalDate date(String field, String name, LocalDate today) {
        String text = required(field, name);
        return at(field, () -> TypedDate.parse(text, today));
    }

    /** A whole number of at most three digits. */
    public int whole(String field) {
        String text = text(field);
        if (!text.matches("\\d{1,3}")) throw wrong("typed.whole", "“%s” is not a whole number.".formatted(text), field);
        return Integer.parseInt(text);
    }

    /** The code of an account. */
    public AccountCode account(String field, String name) {
        String text = required(field, name);
        try {
            return new AccountCode(text);
        } catch (IllegalArgumentException wrong) {
            throw wrong(
                    "typed.account",
                    "“%s” is not the code of an account. Write letters, digits, dots or dashes.".formatted(text),
                    field);
        }
    }

    /** An account number, its check digits looked at (ISO 13616). */
    public Iban iban(String field) {
        String text = required(field, "account number");
        return at(field, () -> new Iban(text));
    }

    /** One of a few words. */
    public String oneOf(String field, String name, Collection<String> words) {
        String text = required(field, name);
        if (words.contains(text)) return text;
        throw wrong("typed.choice", "“%s” is none of %s.".formatted(text, String.join(", ", words)), field);
    }

    /** A colour as {@code #rrggbb}. */
    public String colour(String field) {
        String text = text(field).toLowerCase(Locale.ROOT);
        if (!text.matches("#[0-9a-f]{6}"))
            throw wrong("typed.colour", "“%s” is not a colour. Write it like #17405c.".formatted(text), field);
        return text;
    }

    /** A currency that money is counted in. */
    public Currency currency(String field) {
        String code = required(field, "currency").toUpperCase(Locale.ROOT);
        try {
            return Money.ofMinor(code, 0).currency();
        } catch (IllegalArgumentException unknown) {
            throw wrong("typed.currency", "“%s” is not a currency.".formatted(code), field);
        }
    }

    /** A time zone of the IANA database. */
    public ZoneId zone(String field) {
        String zone = required(field, "time zone");
        if (!ZoneId.getAvailableZoneIds().contains(zone)) {
            throw wrong("typed.zone", "“%s” is not a time zone. Write it like Europe/Dublin.".formatted(zone), field);
        }
        return ZoneId.of(zone);
    }
}
