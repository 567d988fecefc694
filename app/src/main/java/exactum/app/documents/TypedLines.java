package exactum.app.documents;

import exactum.app.catalogue.CatalogueItem;
import exactum.app.setup.Tags;
import exactum.app.web.FieldWords;
import exactum.core.document.Adjustment;
import exactum.core.document.Line;
import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Decimals;
import exactum.core.money.UnitPrice;
import exactum.core.price.Prices;
import exactum.core.price.Tariff;
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
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The lines on a paper while they are typed, the same for documents and arrangements: texts, and what they come to. Each
 * problem belongs to a field and is shown there.
 */
public final class TypedLines {
    private static final int MOST = 200;
    private static final String ID = "[0-9a-f-]{36}";
    /** What the fields of a line are called; each is followed by the line's index. */
    static final List<String> NAMES =
            List.of("text", "item", "qty", "unit", "price", "was", "tax", "account", "tags", "less", "time", "credits");

    private final Map<String, String> fields;
    private final Map<String, String> problems;
    private final Currency currency;
    private final AccountCode income;
    private final Map<String, Tariff> stepped;
    private final Collection<String> tags;

    /**
     * Lines that stand in fields.
     *
     * @param income the account of what is sold without a catalogue item
     * @param stepped the tariffs in steps that hold for the sale, by the item's id
     * @param tags those that there are
     */
    TypedLines(
            Map<String, String> fields,
            Map<String, String> problems,
            Currency currency,
            AccountCode income,
            Map<String, Tariff> stepped,
            Collection<String> tags) {
        this.fields = fields;
        this.problems = problems;
        this.currency = currency;
        this.income = income;
        this.stepped = stepped;
        this.tags = tags;
    }

    /** The descriptions of the lines that stand in fields. */
    static List<String> descriptions(Map<String, String> f) {
        var descriptions = new ArrayList<String>();
        for (int i = 0; i < MOST; i++) {
            String text = f.getOrDefault("text" + i, "").strip();
            if (!text.isEmpty()) descriptions.add(text);
        }
        return descriptions;
    }

    /** The fields of lines alone. */
    static Map<String, String> fieldsOf(Map<String, String> f) {
        var lines = new HashMap<String, String>();
        append(lines, f);
        return lines;
    }

    /** Puts the lines of other fields below those that stand in fields. */
    static void append(Map<String, String> f, Map<String, String> others) {
        int next = 0;
        for (int i = 0; i < MOST; i++)
            if (!f.getOrDefault("text" + i, "").isBlank()
                    || !f.getOrDefault("price" + i, "").isBlank()) next = i + 1;
        for (int i = 0; i < MOST && next < MOST; i++) {
            if (others.getOrDefault("text" + i, "").isBlank()) continue;
            for (String name : NAMES) {
                String value = others.getOrDefault(name + i, "");
                if (!value.isEmpty()) f.put(name + next, value);
            }
            next++;
        }
    }

    /** The names of items that the fields may mean, and the ids of those that they name. */
    static Set<String> named(Map<String, String> f) {
        var named = new HashSet<String>();
        for (int i = 0; i < MOST; i++) {
            String text = f.getOrDefault("text" + i, "").strip();
            if (!text.isEmpty()) named.add(text);
            String item = f.getOrDefault("item" + i, "");
            if (item.matches(ID)) named.add(item);
        }
        return named;
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
            if (!l.tags().isEmpty()) f.put("tags" + i, Tags.text(l.tags()));
            if (l.credits() != null) f.put("credits" + i, l.credits().toString());
            LineExtras.put(f, i, l);
        }
    }

    /**
     * A line whose item was just chosen takes the item's words, unit, tax and account, and the price that holds for the sale;
     * none where the item has no price in the currency. A price that nobody has touched since follows customer, date and quantity.
     */
    public static void fillFromItems(Map<String, String> f, Collection<CatalogueItem> items, Prices.Sale sale) {
        Map<String, CatalogueItem> byName = new HashMap<>();
        items.forEach(i -> byName.put(i.name(), i));
        for (int i = 0; i < MOST; i++) {
            CatalogueItem item = byName.get(f.getOrDefault("text" + i, "").strip());
            if (item == null) continue;
            boolean chosenBefore = item.id().toString().equals(f.get("item" + i));
            if (chosenBefore && !isUntouched(f, i)) continue;
            String price = price(item, sale, quantity(f, i));
            f.put("price" + i, price);
            f.put("was" + i, price);
            if (chosenBefore) continue;
            f.put("item" + i, item.id().toString());
            f.put("unit" + i, item.unit());
            f.put("tax" + i, item.taxCode());
            f.put("account" + i, item.incomeAccount().value());
            f.put("tags" + i, Tags.text(item.tags()));
            if (!item.sentence().isEmpty()) say(f, i, item);
        }
    }

    /** Whether the price is still the one that the catalogue gave: then it follows customer, date and quantity. */
    private static boolean isUntouched(Map<String, String> f, int i) {
        return f.getOrDefault("was" + i, "")
                .equals(f.getOrDefault("price" + i, "").strip());
    }

    /** The price that holds for the sale; by block, that of the step which the quantity reaches. Empty for none. */
    private static String price(CatalogueItem item, Prices.Sale sale, BigDecimal quantity) {
        return item.prices()
                .of(sale)
                .map(p -> p.value().tariff())
                .map(t -> t instanceof Tariff.ByReach && quantity != null
                        ? t.shares(quantity).getFirst().price().text()
                        : t.first().text())
                .orElse("");
    }

    private static BigDecimal quantity(Map<String, String> f, int i) {
        String typed = f.getOrDefault("qty" + i, "").strip();
        try {
            return typed.isEmpty() ? BigDecimal.ONE : TypedAmount.parse(typed);
        } catch (Refusal notYet) {
            return null;
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
                            isOf(p.value().tariff(), typed)
                                    ? withShares(p.working(), p.value().tariff(), quantity(f, line))
                                    : typedInstead(p.working(), typed)));
        }
        return workings;
    }

    private static boolean isOf(Tariff tariff, String typed) {
        if (tariff instanceof Tariff.ByReach byReach)
            return byReach.steps().stream().anyMatch(s -> s.price().text().equals(typed));
        return tariff.first().text().equals(typed);
    }

    /** A price in steps says which part of the quantity costs what. */
    private static Working withShares(Working catalogue, Tariff tariff, BigDecimal quantity) {
        if (tariff instanceof Tariff.Flat || quantity == null) return catalogue;
        var working = Working.on(catalogue.question());
        catalogue.steps().forEach(s -> working.step(s.text(), s.source()));
        for (Tariff.Share share : tariff.shares(quantity))
            working.step(
                    "%s × %s %s"
                            .formatted(
                                    Decimals.text(share.quantity()),
                                    share.price().text(),
                                    share.words())
                            .strip(),
                    tariff instanceof Tariff.Graduated
                            ? "each part at the price of its step"
                            : "the step that is reached");
        return working.done();
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
        for (int i = 0, rows = rows(); i < rows; i++) lines.addAll(row(i));
        return lines;
    }

    /**
     * The lines of a row, as far as it is typed: none, one, or, where its item's price goes by steps, one for each step that the
     * quantity takes.
     */
    List<Line> row(int i) {
        Optional<Line> line = line(i);
        if (line.isEmpty() || line.get().isText()) return line.stream().toList();
        Tariff tariff = stepped.get(get("item" + i));
        if (tariff == null || !tariff.first().text().equals(line.get().price().text())) return List.of(line.get());
        List<Tariff.Share> shares = tariff.shares(line.get().quantity());
        if (shares.size() == 1) return List.of(line.get());
        return shares.stream().map(s -> line.get().share(s)).toList();
    }

    /** The line with the index, as far as it is typed; one with a description alone says something and costs nothing. */
    Optional<Line> line(int i) {
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
                item.matches(ID) ? ItemId.valueOf(item) : null,
                description,
                quantity,
                unit(i),
                new UnitPrice(currency, price),
                less(i),
                get("tax" + i, "standard"),
                account(i),
                tags(i),
                LineExtras.period(get("time" + i)),
                place(get("credits" + i))));
    }

    private List<Adjustment> less(int i) {
        try {
            return LineExtras.adjustments(get("less" + i), currency);
        } catch (Refusal wrong) {
            problems.put("less" + i, wrong.sentence());
            return List.of();
        }
    }

    private static Integer place(String field) {
        return field.matches("\\d{1,3}") ? Integer.valueOf(field) : null;
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

    /** What was given before stays, even if it was retired since. */
    private List<String> tags(int i) {
        String text = get("tags" + i);
        if (text.isEmpty()) return List.of();
        try {
            return Tags.read(text, tags);
        } catch (Refusal wrong) {
            problems.put("tags" + i, wrong.sentence().replace(" Nothing was saved.", ""));
            return List.of();
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
