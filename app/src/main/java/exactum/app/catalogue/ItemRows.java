package exactum.app.catalogue;

import exactum.app.setup.Tags;
import exactum.core.price.Price;
import exactum.core.price.Tariff;
import exactum.formats.csv.ItemCsv;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** An item with its prices as the rows of a file; the same rows, in the same order, for the same item. */
final class ItemRows {
    private ItemRows() {}

    /** The rows; {@code customers} has the codes of those who have prices of their own. */
    static List<Map<String, String>> of(CatalogueItem item, Map<?, String> customers) {
        var rows = new ArrayList<Map<String, String>>();
        for (Price p : item.prices().prices()) {
            var cells = cells(item);
            cells.put("customer", p.customer() == null ? "" : customers.getOrDefault(p.customer(), ""));
            cells.put("group", p.groupName());
            cells.put("currency", p.currency().getCurrencyCode());
            cells.put("price", price(p.tariff()));
            cells.put("tariff", tariff(p.tariff()));
            cells.put(
                    "valid_from",
                    p.validFrom().equals(Price.ALWAYS) ? "" : p.validFrom().toString());
            cells.put(
                    "last_day",
                    p.validUntil() == null ? "" : p.validUntil().minusDays(1).toString());
            rows.add(cells);
        }
        if (rows.isEmpty()) rows.add(cells(item));
        rows.sort((a, b) -> key(a).compareTo(key(b)));
        return rows;
    }

    private static String key(Map<String, String> cells) {
        return String.join(
                "\u0000",
                List.of("customer", "group", "currency", "valid_from", "last_day", "price", "tariff").stream()
                        .map(c -> cells.getOrDefault(c, ""))
                        .toList());
    }

    static List<ItemCsv.Row> rows(CatalogueItem item, Map<?, String> customers) {
        return of(item, customers).stream().map(c -> new ItemCsv.Row(0, c)).toList();
    }

    private static Map<String, String> cells(CatalogueItem i) {
        var cells = new HashMap<String, String>();
        cells.put("code", i.code());
        cells.put("name", i.name());
        cells.put("kind", i.kind().words());
        cells.put("unit", i.unit());
        cells.put("sentence", i.sentence());
        cells.put("tax", i.taxCode());
        cells.put("account", i.incomeAccount().value());
        cells.put("tags", Tags.text(i.tags()));
        return cells;
    }

    private static String price(Tariff tariff) {
        List<Tariff.Step> steps = switch (tariff) {
            case Tariff.Flat flat -> List.of();
            case Tariff.Graduated graduated -> graduated.steps();
            case Tariff.ByReach byReach -> byReach.steps();
        };
        if (steps.isEmpty()) return plain(tariff.first().amount());
        return steps.stream()
                .map(s -> "%s: %s"
                        .formatted(
                                s.upTo() == null ? "above" : plain(s.upTo()),
                                plain(s.price().amount())))
                .collect(Collectors.joining("; "));
    }

    private static String plain(BigDecimal number) {
        BigDecimal plain = number.stripTrailingZeros();
        return (plain.scale() < 2 ? plain.setScale(2) : plain).toPlainString();
    }

    private static String tariff(Tariff tariff) {
        return switch (tariff) {
            case Tariff.Flat flat -> "flat";
            case Tariff.Graduated graduated -> "graduated";
            case Tariff.ByReach byReach -> "by reach";
        };
    }
}
