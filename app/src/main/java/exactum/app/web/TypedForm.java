package exactum.app.web;

import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedAmount;
import exactum.core.typed.TypedDate;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.Locale;
import java.util.Map;

/** The fields of a form as values: each is read once, and one that cannot be is refused with a sentence that names it. */
public record TypedForm(Map<String, String> fields) {

    /** The text of a field, without blanks around it; empty where nothing was typed. */
    public String text(String field) {
        return fields.getOrDefault(field, "").strip().replace("\r\n", "\n");
    }

    /** The text of a field, or another one where nothing was typed. */
    public String text(String field, String otherwise) {
        String text = text(field);
        return text.isEmpty() ? otherwise : text;
    }

    /** Whether a box was ticked. */
    public boolean has(String field) {
        return fields.containsKey(field);
    }

    /** The text of a field that must hold something. */
    public String required(String field, String name) {
        String text = text(field);
        if (text.isEmpty()) throw new Refusal("typed.missing", "The %s is missing. Nothing was saved.".formatted(name));
        return text;
    }

    /** An exact number. */
    public BigDecimal number(String field, String name) {
        return TypedAmount.parse(required(field, name));
    }

    /** An amount, which has no more decimals than its currency. */
    public Money money(String field, String name, Currency currency) {
        BigDecimal number = number(field, name);
        try {
            Money money = Money.of(currency, number);
            if (Math.abs(money.minor()) > Money.MOST) throw new ArithmeticException("more than may be typed");
            return money;
        } catch (ArithmeticException tooFineOrTooLarge) {
            throw new Refusal(
                    "typed.decimals",
                    "“%s” has more decimals than the currency, or is too large. Nothing was saved."
                            .formatted(fields.get(field)));
        }
    }

    /** A price, which has at most six decimals. */
    public UnitPrice price(String field, String name, Currency currency) {
        BigDecimal number = number(field, name);
        if (number.stripTrailingZeros().scale() > UnitPrice.DECIMALS) {
            throw new Refusal(
                    "typed.decimals",
                    "“%s” has more than %d decimals. Nothing was saved."
                            .formatted(fields.get(field), UnitPrice.DECIMALS));
        }
        return new UnitPrice(currency, number);
    }

    /** A day, seen from today. */
    public LocalDate date(String field, String name, LocalDate today) {
        return TypedDate.parse(required(field, name), today);
    }

    /** A whole number of at most three digits. */
    public int whole(String field) {
        String text = text(field);
        if (!text.matches("\\d{1,3}"))
            throw new Refusal("typed.whole", "“%s” is not a whole number. Nothing was saved.".formatted(text));
        return Integer.parseInt(text);
    }

    /** The code of an account. */
    public AccountCode account(String field, String name) {
        String text = required(field, name);
        try {
            return new AccountCode(text);
        } catch (IllegalArgumentException wrong) {
            throw new Refusal(
                    "typed.account",
                    "“%s” is not the code of an account. Write letters, digits, dots or dashes. Nothing was saved."
                            .formatted(text));
        }
    }

    /** A colour as {@code #rrggbb}. */
    public String colour(String field) {
        String text = text(field).toLowerCase(Locale.ROOT);
        if (!text.matches("#[0-9a-f]{6}"))
            throw new Refusal(
                    "typed.colour", "“%s” is not a colour. Write it like #17405c. Nothing was saved.".formatted(text));
        return text;
    }

    /** A currency that money is counted in. */
    public Currency currency(String field) {
        String code = required(field, "currency").toUpperCase(Locale.ROOT);
        try {
            return Money.ofMinor(code, 0).currency();
        } catch (IllegalArgumentException unknown) {
            throw new Refusal("typed.currency", "“%s” is not a currency. Nothing was saved.".formatted(code));
        }
    }

    /** A time zone of the IANA database. */
    public ZoneId zone(String field) {
        String zone = required(field, "time zone");
        try {
            return ZoneId.of(zone);
        } catch (DateTimeException unknown) {
            throw new Refusal(
                    "typed.zone",
                    "“%s” is not a time zone. Write it like Europe/Dublin. Nothing was saved.".formatted(zone));
        }
    }
}
