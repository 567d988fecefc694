package exactum.app.web;

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
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * The fields of a form as values. Each is read once; one that cannot be is refused with a sentence that names it, and what
 * is wrong with the others is said with it: {@link #read} reads the whole form before it refuses any of it.
 */
public final class TypedForm {
    private static final Set<String> COUNTRIES = Set.of(Locale.getISOCountries());
    private final Map<String, String> fields;
    /** What is wrong so far; null where the first refusal ends it. */
    private final List<Refusal> problems;

    /** A form of which the first thing that is wrong is refused. */
    public TypedForm(Map<String, String> fields) {
        this(fields, null);
    }

    private TypedForm(Map<String, String> fields, List<Refusal> problems) {
        this.fields = Map.copyOf(fields);
        this.problems = problems;
    }

    /**
     * What a whole form says.
     *
     * @throws Refusal with everything that is wrong in it
     */
    public static <T> T read(Map<String, String> fields, Function<TypedForm, T> reading) {
        var form = new TypedForm(fields, new ArrayList<>());
        T read = null;
        try {
            read = reading.apply(form);
        } catch (Refusal refused) {
            form.problems.add(refused);
        }
        if (!form.problems.isEmpty()) throw Refusal.all(form.problems);
        return read;
    }

    /** What was typed in a field, as it came. */
    public String raw(String field) {
        return fields.getOrDefault(field, "");
    }

    /** Refuses a field for a reason of the page's own. */
    public void refuse(String field, String code, String sentence) {
        refused(new Refusal(code, sentence).at(field));
    }

    /** Of a field that is refused already, the first reason stays. */
    private void refused(Refusal refusal) {
        if (problems == null) throw refusal;
        boolean known = refusal.field().isPresent()
                && problems.stream().anyMatch(p -> p.field().equals(refusal.field()));
        if (!known) problems.add(refusal);
    }

    /** Reads a field; what is refused in it is shown beside it, and another value stands in until all is read. */
    private <T> T at(String field, Supplier<T> read, T meanwhile) {
        try {
            return read.get();
        } catch (Refusal refused) {
            refused(refused.at(field));
            return meanwhile;
        }
    }

    /** The text of a field on one line; empty where nothing was typed. */
    public String text(String field) {
        return text(field, TextKind.LINE);
    }

    /** The text of a field of its kind; empty where nothing was typed. */
    public String text(String field, TextKind kind) {
        return at(field, () -> clean(field, kind, FieldWords.of(field)), "");
    }

    /** The text of a field, or another one where nothing was typed. */
    public String text(String field, String otherwise) {
        String text = text(field);
        return text.isEmpty() ? otherwise : text;
    }

    private String clean(String field, TextKind kind, String name) {
        return CleanText.of(raw(field), kind, name);
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
        return at(field, () -> something(field, name, kind), "?");
    }

    private String something(String field, String name) {
        return something(field, name, TextKind.LINE);
    }

    private String something(String field, String name, TextKind kind) {
        String text = clean(field, kind, name);
        if (text.isEmpty()) throw wrong("typed.missing", "The %s is missing.".formatted(name));
        return text;
    }

    private static Refusal wrong(String code, String sentence) {
        return new Refusal(code, sentence + " Nothing was saved.");
    }

    /** An exact number. */
    public BigDecimal number(String field, String name) {
        return at(field, () -> TypedAmount.parse(something(field, name)), BigDecimal.ZERO);
    }

    /** An amount, which has no more decimals than its currency. */
    public Money money(String field, String name, Currency currency) {
        return at(field, () -> amount(field, name, currency), Money.zero(currency));
    }

    private Money amount(String field, String name, Currency currency) {
        BigDecimal number = TypedAmount.parse(something(field, name));
        try {
            Money money = Money.of(currency, number);
            if (Math.abs(money.minor()) > Money.MOST) throw new ArithmeticException("more than may be typed");
            return money;
        } catch (ArithmeticException tooFineOrTooLarge) {
            throw wrong(
                    "typed.decimals",
                    "“%s” has more decimals than the currency, or is too large.".formatted(raw(field)));
        }
    }

    /** A price, which has at most six decimals. */
    public UnitPrice price(String field, String name, Currency currency) {
        return at(
                field,
                () -> {
                    BigDecimal number = TypedAmount.parse(something(field, name));
                    if (number.stripTrailingZeros().scale() <= UnitPrice.DECIMALS)
                        return new UnitPrice(currency, number);
                    throw wrong(
                            "typed.decimals",
                            "“%s” has more than %d decimals.".formatted(raw(field), UnitPrice.DECIMALS));
                },
                new UnitPrice(currency, BigDecimal.ZERO));
    }

    /** A percentage from 0 up to but not including 100, with at most four decimals. */
    public BigDecimal percent(String field, String name) {
        return at(
                field,
                () -> {
                    BigDecimal percent = TypedAmount.parse(something(field, name));
                    boolean good = percent.signum() >= 0
                            && percent.compareTo(BigDecimal.valueOf(100)) < 0
                            && percent.stripTrailingZeros().scale() <= 4;
                    if (good) return percent;
                    throw wrong(
                            "typed.percent",
                            "“%s” is not a percentage from 0 to less than 100 with at most four decimals."
                                    .formatted(raw(field)));
                },
                BigDecimal.ZERO);
    }

    /** An e-mail address. */
    public String email(String field, String name) {
        return at(
                field,
                () -> {
                    String text = something(field, name);
                    if (EmailAddress.isOne(text)) return text;
                    throw wrong("typed.email", "“%s” is not an e-mail address.".formatted(text));
                },
                "nobody@nowhere.example");
    }

    /** A two-letter code of ISO 3166. */
    public String country(String field) {
        return at(
                field,
                () -> {
                    String code = something(field, "country").toUpperCase(Locale.ROOT);
                    if (COUNTRIES.contains(code)) return code;
                    throw wrong("typed.country", "“%s” is not a two-letter code of ISO 3166.".formatted(code));
                },
                "IE");
    }

    /** A day, seen from today. */
    public LocalDate date(String field, String name, LocalDate today) {
        return at(field, () -> TypedDate.parse(something(field, name), today), today);
    }

    /** A day, or null where nothing was typed. */
    public LocalDate dateOrNone(String field, String name, LocalDate today) {
        return raw(field).isBlank() ? null : date(field, name, today);
    }

    /** A whole number of at most three digits. */
    public int whole(String field) {
        return whole(field, 3);
    }

    /** A whole number of at most so many digits, up to nine. */
    public int whole(String field, int digits) {
        return at(
                field,
                () -> {
                    String text = clean(field, TextKind.LINE, FieldWords.of(field));
                    if (text.matches("\\d{1,%d}".formatted(digits))) return Integer.parseInt(text);
                    throw wrong("typed.whole", "“%s” is not a whole number.".formatted(text));
                },
                0);
    }

    /** The code of an account. */
    public AccountCode account(String field, String name) {
        return at(field, () -> accountCode(something(field, name)), new AccountCode("0"));
    }

    private static AccountCode accountCode(String text) {
        try {
            return new AccountCode(text);
        } catch (IllegalArgumentException wrong) {
            throw wrong(
                    "typed.account",
                    "“%s” is not the code of an account. Write letters, digits, dots or dashes.".formatted(text));
        }
    }

    /** A time of day, as {@code 14:00}. */
    public LocalTime time(String field, String name) {
        return at(
                field,
                () -> {
                    String text = something(field, name);
                    if (text.matches("([01]?\\d|2[0-3])[:.][0-5]\\d"))
                        return LocalTime.parse(text.replace('.', ':'), DateTimeFormatter.ofPattern("H:mm"));
                    throw wrong("typed.time", "“%s” is not a time. Write it like 14:00.".formatted(text));
                },
                LocalTime.NOON);
    }

    /** The id of a row that was chosen, or null where none was. */
    public UUID idOrNone(String field) {
        return raw(field).isBlank() ? null : parsed(field, FieldWords.of(field), TypedForm::id);
    }

    private static UUID id(String text) {
        if (text.matches("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}")) return UUID.fromString(text);
        throw wrong("typed.choice", "“%s” is none of those that can be chosen.".formatted(text));
    }

    /** A text that a type of its own reads and may refuse; null while the form is refused. */
    public <T> T parsed(String field, String name, Function<String, T> type) {
        return at(field, () -> type.apply(something(field, name)), null);
    }

    /** One of a few words. */
    public String oneOf(String field, String name, Collection<String> words) {
        return at(
                field,
                () -> {
                    String text = something(field, name);
                    if (words.contains(text)) return text;
                    throw wrong("typed.choice", "“%s” is none of %s.".formatted(text, String.join(", ", words)));
                },
                words.iterator().next());
    }

    /** A colour as {@code #rrggbb}. */
    public String colour(String field) {
        return at(
                field,
                () -> {
                    String text = clean(field, TextKind.CODE, "colour").toLowerCase(Locale.ROOT);
                    if (text.matches("#[0-9a-f]{6}")) return text;
                    throw wrong("typed.colour", "“%s” is not a colour. Write it like #17405c.".formatted(text));
                },
                "#000000");
    }

    /** A currency by its code, or another one where nothing is typed. */
    public Currency currency(String field, Currency otherwise) {
        return raw(field).isBlank() ? otherwise : currency(field);
    }

    /** A currency that money is counted in. */
    public Currency currency(String field) {
        return at(field, () -> currencyOf(something(field, "currency")), Currency.getInstance("EUR"));
    }

    private static Currency currencyOf(String typed) {
        String code = typed.toUpperCase(Locale.ROOT);
        try {
            return Money.ofMinor(code, 0).currency();
        } catch (IllegalArgumentException unknown) {
            throw wrong("typed.currency", "“%s” is not a currency.".formatted(code));
        }
    }

    /** A time zone of the IANA database. */
    public ZoneId zone(String field) {
        return at(
                field,
                () -> {
                    String zone = something(field, "time zone");
                    if (ZoneId.getAvailableZoneIds().contains(zone)) return ZoneId.of(zone);
                    throw wrong("typed.zone", "“%s” is not a time zone. Write it like Europe/Dublin.".formatted(zone));
                },
                ZoneId.of("UTC"));
    }
}
