package exactum.app.documents;

import exactum.app.catalogue.CatalogueItem;
import exactum.app.web.FieldWords;
import exactum.core.document.Line;
import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.UnitPrice;
import exactum.core.price.Prices;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedAmount;
import exactum.core.working.Working;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The lines on a paper while they are typed, the same for documents and arrangements: texts, and what they come to. Each
 * problem belongs to a field and is shown there.
 */
public final class TypedLines {
    private static final int MOST = 200;
    private final Map<String, String> fields;
    private final Map<String, String> problems;
    private final Currency currency;
    private final AccountCode income;

    TypedLines(Map<String, String> fields, Map<String, String> problems, Currency currency, AccountCode income) {
        this.fields = fields;
        this.problems = problems;
        this.currency = currency;
        this.income = income;
    }

    /** Puts lines into fields, as they are typed. */
    public static void put(Map<String, String> f, List<Line> lines) {
        for (int i = 0; i < lines.size(); i++) {
            Line l = lines.get(i);
            f.put("text" + i, l.description());
            if (l.isText()) continue;
            f.put("item" + i, l.item() == null ? "" : l.item().toString());
            f.put("qty" + i, l.quantity().stripTrailingZeros().toPlainString());
            f.put("unit" + i, l.unit());
            f.put("price" + i, l.price().text());
            f.put("tax" + i, l.taxCode());
            f.put("account" + i, l.account().value());
        }
    }

    /**
     * A line whose item was just chosen takes the item's words, unit, tax and account, and the price that holds for the sale;
     * none where the item has no price in the currency.
     */
    public static void fillFromItems(Map<String, String> f, Collection<CatalogueItem> items, Prices.Sale sale) {
        Map<String, CatalogueItem> byName = new HashMap<>();
        items.forEach(i -> byName.put(i.name(), i));
        for (int i = 0; i < MOST; i++) {
            CatalogueItem item = byName.get(f.getOrDefault("text" + i, "").strip());
            if (item == null || item.id().toString().equals(f.get("item" + i))) continue;
            f.put("item" + i, item.id().toString());
            f.put("unit" + i, item.unit());
            f.put(
                    "price" + i,
                    item.prices()
                            .of(sale)
                            .map(p -> p.value().tariff().first().text())
                            .orElse(""));
            f.put("tax" + i, item.taxCode());
            f.put("account" + i, item.incomeAccount().value());
            if (!item.sentence().isEmpty()) say(f, i, item);
        }
    }

    /** The item's sentence stands on the line below, or behind its name where that line is taken. */
    private static void say(Map<String, String> f, int i, CatalogueItem item) {
        int below = i + 1;
        boolean free = below < MOST
                && f.getOrDefault("text" + below, "").isBlank()
                && f.getOrDefault("price" + below, "").isBlank();
        if (free) f.put("text" + below, item.sentence());
        else f.put("text" + i, item.name() + ". " + item.sentence());
    }

    /** Why each line has the price that its item has for the sale, by the line's index; none where it was made otherwise. */
    public static Map<Integer, Working> priceWorkings(
            Map<String, String> f, Collection<CatalogueItem> items, Prices.Sale sale) {
        Map<String, CatalogueItem> byId = new HashMap<>();
        items.forEach(i -> byId.put(i.id().toString(), i));
        var workings = new HashMap<Integer, Working>();
        for (int i = 0; i < MOST; i++) {
            CatalogueItem item = byId.get(f.getOrDefault("item" + i, ""));
            if (item == null) continue;
            String typed = f.getOrDefault("price" + i, "").strip();
            int line = i;
            item.prices()
                    .of(sale)
                    .ifPresent(p -> workings.put(
                            line,
                            typed.equals(p.value().tariff().first().text())
                                    ? p.working()
                                    : typedInstead(p.working(), typed)));
        }
        return workings;
    }

    private static Working typedInstead(Working catalogue, String typed) {
        var working = Working.on(catalogue.question());
        catalogue.steps().forEach(s -> working.step(s.text(), s.source()));
        return working.step("%s was typed in its place".formatted(typed), "this paper")
                .done();
    }

    /** How many rows stand on the paper: those typed, and an empty one to go on with. */
    public int rows() {
        int last = -1;
        for (int i = 0; i < MOST; i++)
            if (!get("text" + i).isEmpty() || !get("price" + i).isEmpty()) last = i;
        return Math.min(Math.max(last + 2, 2), MOST);
    }

    /** The lines that are typed; a line in trouble is left out and its problem noted. */
    public List<Line> lines() {
        var lines = new ArrayList<Line>();
        for (int i = 0; i < rows(); i++) line(i).ifPresent(lines::add);
        return lines;
    }

    /** The line with the index, as far as it is typed; one with a description alone says something and costs nothing. */
    public Optional<Line> line(int i) {
        String description = get("text" + i);
        if (description.isEmpty() && get("price" + i).isEmpty()) return Optional.empty();
        if (description.isEmpty()) {
            problems.put("text" + i, "A line needs a description.");
            return Optional.empty();
        }
        text(fields, problems, "text" + i, TextKind.LINE);
        if (get("price" + i).isEmpty() && get("qty" + i).isEmpty()) return Optional.of(Line.text(description));
        BigDecimal quantity = number("qty" + i, "1", "quantity");
        BigDecimal price = number("price" + i, "", "price");
        if (quantity == null || price == null) return Optional.empty();
        String item = get("item" + i);
        return Optional.of(new Line(
                item.matches("[0-9a-f-]{36}") ? ItemId.valueOf(item) : null,
                description,
                quantity,
                unit(i),
                new UnitPrice(currency, price),
                List.of(),
                get("tax" + i, "standard"),
                account(i),
                List.of(),
                null));
    }

    private String unit(int i) {
        String unit = text(fields, problems, "unit" + i, TextKind.CODE);
        return unit.isEmpty() ? "piece" : unit;
    }

    /** The text of a field of its kind; what the kind cannot hold becomes the field’s problem. */
    static String text(Map<String, String> fields, Map<String, String> problems, String field, TextKind kind) {
        String typed = fields.getOrDefault(field, "");
        try {
            return CleanText.of(typed, kind, FieldWords.of(field));
        } catch (Refusal wrong) {
            problems.putIfAbsent(field, wrong.sentence());
            return CleanText.harmless(typed, kind.most());
        }
    }

    private AccountCode account(int i) {
        String code = get("account" + i);
        try {
            return code.isEmpty() ? income : new AccountCode(code);
        } catch (IllegalArgumentException wrong) {
            problems.put("text" + i, "“%s” is not the code of an account.".formatted(code));
            return income;
        }
    }

    private BigDecimal number(String field, String otherwise, String name) {
        String text = get(field, otherwise);
        if (text.isEmpty()) {
            problems.put(field, "A %s is missing.".formatted(name));
            return null;
        }
        try {
            BigDecimal number = TypedAmount.parse(text);
            if (number.stripTrailingZeros().scale() > UnitPrice.DECIMALS) {
                problems.put(field, "A %s has at most %d decimals.".formatted(name, UnitPrice.DECIMALS));
                return null;
            }
            if (number.precision() - number.scale() > 12) {
                problems.put(field, "“%s” is more than can be counted.".formatted(text));
                return null;
            }
            return number;
        } catch (Refusal wrong) {
            problems.put(field, wrong.sentence());
            return null;
        }
    }

    private String get(String field) {
        return fields.getOrDefault(field, "").strip();
    }

    private String get(String field, String otherwise) {
        String text = get(field);
        return text.isEmpty() ? otherwise : text;
    }
}
