package exactum.app.catalogue;

import exactum.app.customers.Groups;
import exactum.app.database.Ids;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Tags;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.price.Price;
import exactum.core.price.Prices;
import exactum.core.price.Tariff;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedDate;
import exactum.formats.csv.ItemCsv;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Reads rows of a file as items: everything that is wrong with an item at once, each reason in words. */
@Component
class ReadItems {
    private final CatalogueStore catalogue;
    private final FindSetup setup;
    private final Groups groups;
    private final Tags allTags;

    ReadItems(CatalogueStore catalogue, FindSetup setup, Groups groups, Tags allTags) {
        this.catalogue = catalogue;
        this.setup = setup;
        this.groups = groups;
        this.allTags = allTags;
    }

    /** An item that was read; null where there are problems. */
    record Result(CatalogueItem item, List<String> problems) {}

    /** What the names in the rows of a business mean. */
    final class Names {
        private final Currency own;
        private final Set<String> rates;
        private final Set<AccountCode> accounts;
        private final List<String> tags;
        private final Map<String, Groups.Group> byGroup = new HashMap<>();
        private final Map<String, CustomerId> customers;

        private Names(BusinessId business, Currency own, List<ItemCsv.Row> rows) {
            this.own = own;
            rates = setup.taxRates(business).rates().stream().map(TaxRate::code).collect(Collectors.toSet());
            accounts = setup.accounts(business).stream()
                    .filter(a -> a.kind().equals("income") || a.kind().equals("liability"))
                    .map(Account::code)
                    .collect(Collectors.toSet());
            tags = allTags.usable(business);
            groups.all(business).forEach(g -> byGroup.put(g.name(), g));
            customers = catalogue.customersByCode(
                    business,
                    rows.stream()
                            .map(r -> r.get("customer"))
                            .filter(c -> !c.isEmpty())
                            .distinct()
                            .toList());
        }
    }

    Names names(BusinessId business, Currency own, List<ItemCsv.Row> rows) {
        return new Names(business, own, rows);
    }

    /** Reads the rows of one item; where they say nothing of prices, those that are known stay. */
    Result read(List<ItemCsv.Row> rows, Optional<CatalogueItem> known, Names names) {
        var problems = new ArrayList<String>();
        ItemCsv.Row first = rows.getFirst();
        for (ItemCsv.Row row : rows)
            for (String column : List.of("name", "kind", "unit", "sentence", "tax", "account", "tags"))
                if (!row.get(column).equals(first.get(column)))
                    problems.add("line %d says another %s than line %d"
                            .formatted(row.lineNumber(), column, first.lineNumber()));
        CatalogueItem item = item(first, known, names, problems);
        List<Price> prices = first.says("price")
                ? prices(rows, names, problems)
                : known.map(k -> k.prices().prices()).orElse(List.of());
        return new Result(
                problems.isEmpty()
                        ? new CatalogueItem(
                                item.id(),
                                item.code(),
                                item.name(),
                                item.kind(),
                                item.unit(),
                                item.sentence(),
                                item.taxCode(),
                                item.incomeAccount(),
                                item.tags(),
                                new Prices(prices),
                                item.revision())
                        : null,
                problems);
    }

    private static CatalogueItem item(
            ItemCsv.Row row, Optional<CatalogueItem> known, Names names, List<String> problems) {
        String unit = clean(row, "unit", TextKind.CODE, problems);
        ItemKind kind = kind(row.get("kind"), unit, problems);
        String sentence = clean(row, "sentence", TextKind.LINE, problems);
        String tax = clean(row, "tax", TextKind.CODE, problems);
        if (!names.rates.contains(tax)) problems.add("tax rate “%s” is not there".formatted(tax));
        AccountCode account = account(row.get("account"), names, problems);
        if (kind == ItemKind.RETAINER && sentence.isEmpty())
            problems.add("a retainer prints a sentence that it is not refunded");
        var item = new CatalogueItem(
                known.map(CatalogueItem::id).orElseGet(() -> new ItemId(Ids.next())),
                clean(row, "code", TextKind.CODE, problems),
                clean(row, "name", TextKind.NAME, problems),
                kind,
                unit,
                sentence,
                tax,
                account,
                row.says("tags")
                        ? tags(row.get("tags"), names, problems)
                        : known.map(CatalogueItem::tags).orElse(List.of()),
                new Prices(List.of()),
                known.map(CatalogueItem::revision).orElse(1));
        if (item.code().isEmpty() || item.name().isEmpty() || unit.isEmpty())
            problems.add("an item needs a code, a name and a unit");
        return item;
    }

    private static List<String> tags(String text, Names names, List<String> problems) {
        try {
            return Tags.read(text, names.tags);
        } catch (Refusal wrong) {
            problems.add(wrong.sentence().replace(" Nothing was saved.", ""));
            return List.of();
        }
    }

    private static ItemKind kind(String text, String unit, List<String> problems) {
        if (text.isEmpty()) return ItemKind.suggestedBy(unit);
        return Arrays.stream(ItemKind.values())
                .filter(k -> k.words().equalsIgnoreCase(text))
                .findFirst()
                .orElseGet(() -> {
                    problems.add("kind “%s” is none of %s"
                            .formatted(
                                    text,
                                    Arrays.stream(ItemKind.values())
                                            .map(ItemKind::words)
                                            .collect(Collectors.joining(", "))));
                    return ItemKind.UNIT;
                });
    }

    private static AccountCode account(String text, Names names, List<String> problems) {
        try {
            var code = new AccountCode(text);
            if (names.accounts.contains(code)) return code;
        } catch (IllegalArgumentException notOne) {
            // said below, as for one that is not in the chart
        }
        problems.add("account “%s” is no income account of the chart".formatted(text));
        return new AccountCode("0");
    }

    private static String clean(ItemCsv.Row row, String column, TextKind kind, List<String> problems) {
        try {
            return CleanText.of(row.get(column), kind, column);
        } catch (Refusal wrong) {
            problems.add(wrong.sentence());
            return "";
        }
    }

    private static List<Price> prices(List<ItemCsv.Row> rows, Names names, List<String> problems) {
        var prices = new ArrayList<Price>();
        for (ItemCsv.Row row : rows) {
            if (row.get("price").isEmpty()) continue;
            price(row, names, problems).ifPresent(p -> {
                new Prices(prices)
                        .overlapping(p)
                        .ifPresent(o -> problems.add("line %d: the price overlaps that of %s for the same"
                                .formatted(row.lineNumber(), o.tariff().first().text())));
                prices.add(p);
            });
        }
        return prices;
    }

    private static Optional<Price> price(ItemCsv.Row row, Names names, List<String> problems) {
        int before = problems.size();
        CustomerId customer = names.customers.get(row.get("customer"));
        Groups.Group group = names.byGroup.get(row.get("group"));
        if (!row.get("customer").isEmpty() && customer == null)
            problems.add("customer “%s” is not there".formatted(row.get("customer")));
        if (!row.get("group").isEmpty() && group == null)
            problems.add("group “%s” is not there".formatted(row.get("group")));
        if (customer != null && group != null) problems.add("a price is for a customer or for a group");
        Currency currency = currency(row.get("currency"), names.own, problems);
        LocalDate from = day(row, "valid_from", Price.ALWAYS, problems);
        LocalDate last = day(row, "last_day", null, problems);
        if (last != null && last.isBefore(from)) problems.add("the last day is before the first");
        Tariff tariff = tariff(row, currency, problems);
        if (problems.size() > before || tariff == null) return Optional.empty();
        return Optional.of(new Price(
                Ids.next(),
                customer,
                group == null ? null : group.id(),
                group == null ? "" : group.name(),
                tariff,
                from,
                last == null ? null : last.plusDays(1)));
    }

    private static Currency currency(String text, Currency own, List<String> problems) {
        if (text.isEmpty()) return own;
        try {
            return Money.ofMinor(text, 0).currency();
        } catch (IllegalArgumentException none) {
            problems.add("currency “%s” is unknown".formatted(text));
            return own;
        }
    }

    private static LocalDate day(ItemCsv.Row row, String column, LocalDate otherwise, List<String> problems) {
        String text = row.get(column);
        if (text.isEmpty()) return otherwise;
        try {
            LocalDate day = LocalDate.parse(text);
            if (TypedDate.isSane(day)) return day;
        } catch (DateTimeException none) {
            // said below, as for one out of range
        }
        problems.add("%s “%s” is not a date like 2026-06-01".formatted(column.replace('_', ' '), text));
        return otherwise;
    }

    private static Tariff tariff(ItemCsv.Row row, Currency currency, List<String> problems) {
        String kind = row.get("tariff").isEmpty() ? "flat" : row.get("tariff");
        try {
            if (kind.equals("flat")) return new Tariff.Flat(new UnitPrice(currency, flat(row.get("price"))));
            if (kind.equals("graduated")) return new Tariff.Graduated(TypedTariff.steps(row.get("price"), currency));
            if (kind.equals("by reach")) return new Tariff.ByReach(TypedTariff.steps(row.get("price"), currency));
            problems.add("tariff “%s” is none of flat, graduated, by reach".formatted(kind));
        } catch (Refusal | NumberFormatException wrong) {
            problems.add("price “%s” is not a decimal with at most six decimals, or steps like 100: 0.34; above: 0.29"
                    .formatted(row.get("price")));
        }
        return null;
    }

    private static BigDecimal flat(String text) {
        if (!text.matches("-?\\d{1,12}(\\.\\d{1,6})?")) throw new NumberFormatException(text);
        return new BigDecimal(text);
    }
}
