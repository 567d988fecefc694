package exactum.app.recurring;

import exactum.app.text.Texts;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedAmount;
import exactum.core.typed.TypedDate;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * What stands on the paper of a recurring invoice while it is typed: texts, and what they come to. Each problem belongs
 * to a field and is shown there; nothing typed is lost.
 */
public final class RecurringForm {
    private final Map<String, String> fields;
    private final Map<String, String> problems = new LinkedHashMap<>();
    private final Currency currency;
    private final LocalDate today;

    public RecurringForm(Map<String, String> fields, Currency currency, LocalDate today) {
        this.fields = new LinkedHashMap<>(fields);
        this.currency = currency;
        this.today = today;
    }

    /** The form that an existing one starts with. */
    public static RecurringForm of(RecurringInvoice r, LocalDate today) {
        var f = new LinkedHashMap<String, String>();
        Recurrence recurrence = r.recurrence();
        Cadence cadence = recurrence.cadence();
        f.put("name", r.name());
        f.put("customer", r.customerId().toString());
        f.put("unit", cadence.unit().name());
        f.put("every", Integer.toString(cadence.every()));
        putDay(f, cadence.day());
        f.put("start", Texts.day(recurrence.startsOn()));
        f.put("coverage", recurrence.coverage().name());
        switch (recurrence.end()) {
            case End.Never never -> f.put("end", "never");
            case End.OnDate on -> {
                f.put("end", "date");
                f.put("endDate", Texts.day(on.last()));
            }
            case End.After after -> {
                f.put("end", "after");
                f.put("endAfter", Integer.toString(after.count()));
            }
        }
        f.put("before", Integer.toString(recurrence.madeDaysBefore()));
        f.put("terms", r.termsId().toString());
        f.put("reference", r.theirReference() == null ? "" : r.theirReference());
        f.put("memo", r.memo() == null ? "" : r.memo());
        for (int i = 0; i < r.lines().size(); i++) putLine(f, i, r.lines().get(i));
        return new RecurringForm(f, r.currency(), today);
    }

    private static void putDay(Map<String, String> f, DayRule day) {
        switch (day) {
            case null -> f.put("day", "number");
            case DayRule.MonthDay d -> {
                f.put("day", "number");
                f.put("dayNumber", Integer.toString(d.day()));
            }
            case DayRule.LastDay d -> f.put("day", "last");
            case DayRule.NthWeekday d -> {
                f.put("day", "weekday");
                f.put("nth", Integer.toString(d.nth()));
                f.put("weekday", d.weekday().name());
            }
        }
    }

    private static void putLine(Map<String, String> f, int i, RecurringInvoice.Line l) {
        f.put("item" + i, l.itemId() == null ? "" : l.itemId().toString());
        f.put("text" + i, l.description());
        f.put("qty" + i, l.quantity().stripTrailingZeros().toPlainString());
        f.put("unit" + i, l.unit());
        f.put("price" + i, l.price().text());
        f.put("tax" + i, l.taxCode());
        f.put("account" + i, l.incomeAccount());
    }

    /** The text of a field; empty where nothing was typed. */
    public String get(String field) {
        return fields.getOrDefault(field, "").strip();
    }

    public String get(String field, String otherwise) {
        String text = get(field);
        return text.isEmpty() ? otherwise : text;
    }

    /** The id that a new one is kept under, however often it is sent; none where the page gave none. */
    public Optional<UUID> key() {
        try {
            return Optional.of(UUID.fromString(get("key")));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    /** The problem of a field, or null. */
    public String problem(String field) {
        return problems.get(field);
    }

    public boolean hasProblems() {
        return !problems.isEmpty();
    }

    public Currency currency() {
        return currency;
    }

    public Map<String, String> fields() {
        return fields;
    }

    /** How many line rows stand on the paper: those typed, and an empty one to go on with. */
    public int rows() {
        int last = -1;
        for (int i = 0; i < 40; i++)
            if (!get("text" + i).isEmpty() || !get("price" + i).isEmpty()) last = i;
        return Math.min(Math.max(last + 2, 2), 40);
    }

    /** When it recurs, as far as it can be told. */
    public Optional<Recurrence> recurrence() {
        try {
            Unit unit = Unit.valueOf(get("unit", "MONTH"));
            int every = whole("every", 1);
            DayRule day = unit.isMonths() ? day() : null;
            LocalDate start = date("start", today);
            Coverage coverage = Coverage.valueOf(get("coverage", unit.isMonths() ? "MONTH_OF_DATE" : "FROM_DATE"));
            if (coverage.isCalendarMonths() && !unit.isMonths())
                coverage = coverage == Coverage.MONTH_BEFORE ? Coverage.UP_TO_DATE : Coverage.FROM_DATE;
            End end = end();
            int before = whole("before", 0);
            if (hasProblems()) return Optional.empty();
            return Optional.of(new Recurrence(new Cadence(unit, every, day), start, coverage, end, before));
        } catch (IllegalArgumentException wrong) {
            problems.put("cadence", wrong.getMessage());
            return Optional.empty();
        }
    }

    /** The lines that are typed; a line in trouble is left out and its problem kept. */
    public List<RecurringInvoice.Line> lines() {
        var lines = new ArrayList<RecurringInvoice.Line>();
        for (int i = 0; i < rows(); i++) line(i).ifPresent(lines::add);
        return lines;
    }

    /** The line with the index, as far as it is typed. */
    public Optional<RecurringInvoice.Line> line(int i) {
        if (get("text" + i).isEmpty() && get("price" + i).isEmpty()) return Optional.empty();
        if (get("text" + i).isEmpty()) problems.put("text" + i, "A line needs a description.");
        BigDecimal quantity = number("qty" + i, "1");
        BigDecimal price = number("price" + i, "");
        if (quantity == null || price == null || get("text" + i).isEmpty()) return Optional.empty();
        if (price.stripTrailingZeros().scale() > currency.getDefaultFractionDigits()) {
            problems.put(
                    "price" + i,
                    "A price in %s has %d decimals.".formatted(currency, currency.getDefaultFractionDigits()));
            return Optional.empty();
        }
        UUID item = get("item" + i).isEmpty() ? null : UUID.fromString(get("item" + i));
        return Optional.of(new RecurringInvoice.Line(
                item,
                get("text" + i),
                quantity,
                get("unit" + i, "piece"),
                Money.of(currency, price),
                get("tax" + i, "standard"),
                get("account" + i, "4000")));
    }

    /**
     * The whole arrangement, for keeping.
     *
     * @throws Refusal if anything is missing or wrong, naming all of it
     */
    public RecurringInvoice toRecurring(UUID id, int nextIndex, String state, int revision, UUID chosenTerms) {
        var recurrence = recurrence();
        var lines = lines();
        if (get("name").isEmpty()) problems.put("name", "It needs a name.");
        if (get("customer").isEmpty()) problems.put("customer", "Choose a customer.");
        if (lines.isEmpty()) problems.put("text0", "It needs at least one line.");
        if (hasProblems() || recurrence.isEmpty()) {
            throw new Refusal(
                    "recurring.wrong",
                    String.join(" ", problems.values()) + " Nothing was kept; what you typed still stands here.");
        }
        return new RecurringInvoice(
                id,
                get("name"),
                UUID.fromString(get("customer")),
                recurrence.get(),
                get("terms").isEmpty() ? chosenTerms : UUID.fromString(get("terms")),
                emptyToNull(get("reference")),
                emptyToNull(get("memo")),
                currency,
                state,
                nextIndex,
                revision,
                lines);
    }

    private DayRule day() {
        return switch (get("day", "number")) {
            case "last" -> new DayRule.LastDay();
            case "weekday" -> new DayRule.NthWeekday(whole("nth", 1), DayOfWeek.valueOf(get("weekday", "MONDAY")));
            default -> new DayRule.MonthDay(whole("dayNumber", 1));
        };
    }

    private End end() {
        return switch (get("end", "never")) {
            case "date" -> new End.OnDate(date("endDate", today.plusYears(1)));
            case "after" -> new End.After(Math.max(1, whole("endAfter", 12)));
            default -> new End.Never();
        };
    }

    private int whole(String field, int otherwise) {
        String text = get(field);
        if (text.isEmpty()) return otherwise;
        if (text.matches("-?\\d{1,3}")) return Integer.parseInt(text);
        problems.put(field, "“%s” is not a whole number.".formatted(text));
        return otherwise;
    }

    private LocalDate date(String field, LocalDate otherwise) {
        if (get(field).isEmpty()) return otherwise;
        try {
            return TypedDate.parse(get(field), today);
        } catch (Refusal wrong) {
            problems.put(field, wrong.sentence());
            return otherwise;
        }
    }

    private BigDecimal number(String field, String otherwise) {
        String text = get(field, otherwise);
        if (text.isEmpty()) {
            problems.put(field, "A price is missing.");
            return null;
        }
        try {
            return TypedAmount.parse(text);
        } catch (Refusal wrong) {
            problems.put(field, wrong.sentence());
            return null;
        }
    }

    private static String emptyToNull(String text) {
        return text.isEmpty() ? null : text;
    }
}
