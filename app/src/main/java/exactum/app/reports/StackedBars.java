package exactum.app.reports;

import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Rows of stacked bars whose width is money. Each currency has its own scale, and where there are several, its own rows under its name.
 *
 * @param legend what the parts are, in order
 * @param headings the names of currencies, where there are several
 * @param height of the whole drawing
 */
public record StackedBars(List<Legend> legend, List<Heading> headings, List<Bar> bars, int height, String text) {
    private static final int LEFT = 240;
    private static final int WIDTH = 800;
    private static final int ROW = 30;

    /** A part's name and its look. */
    public record Legend(String words, String style) {}

    /** What stands over the rows of a currency. */
    public record Heading(int y, String words) {}

    /** A row. */
    public record Bar(int y, String label, String href, List<Part> parts, int endX, String total) {}

    /** A part of it. */
    public record Part(int x, int width, String style, String words) {}

    static StackedBars of(List<Line> lines, List<Column> columns, List<Integer> stacked) {
        var legend = new ArrayList<Legend>();
        for (int i = 0; i < stacked.size(); i++)
            legend.add(new Legend(columns.get(stacked.get(i)).name(), style(i)));
        var headings = new ArrayList<Heading>();
        var bars = new ArrayList<Bar>();
        Map<String, List<Line>> byCurrency = lines.stream()
                .filter(l -> weight(l, stacked) > 0)
                .collect(Collectors.groupingBy(Line::currency, LinkedHashMap::new, Collectors.toList()));
        int y = 0;
        for (Map.Entry<String, List<Line>> one : byCurrency.entrySet()) {
            if (byCurrency.size() > 1) {
                headings.add(new Heading(y, "in " + one.getKey()));
                y += ROW;
            }
            for (Line line : one.getValue()) {
                bars.add(bar(line, one.getValue(), legend, stacked, y));
                y += ROW;
            }
        }
        String text = bars.stream()
                .map(b -> "%s: %s"
                        .formatted(
                                b.label(), b.parts().stream().map(Part::words).collect(Collectors.joining(", "))))
                .collect(Collectors.joining("; "));
        return new StackedBars(legend, headings, bars, y, text);
    }

    private static String style(int i) {
        return "part-" + (i + 1);
    }

    private static Bar bar(Line line, List<Line> all, List<Legend> legend, List<Integer> stacked, int y) {
        long most = all.stream().mapToLong(l -> weight(l, stacked)).max().orElse(1);
        var parts = new ArrayList<Part>();
        int x = LEFT;
        Money total = Money.ofMinor(line.currency(), 0);
        for (int i = 0; i < stacked.size(); i++) {
            Money amount = line.cells().get(stacked.get(i)).amount();
            total = total.plus(amount);
            if (amount.isZero()) continue;
            int width = (int) Math.max(2, Math.abs(amount.minor()) * WIDTH / Math.max(1, most));
            parts.add(new Part(
                    x,
                    width,
                    legend.get(i).style(),
                    "%s %s".formatted(legend.get(i).words(), amount.withCurrency())));
            x += width;
        }
        Cell first = line.cells().getFirst();
        Cell second = line.cells().get(1);
        String label = second.href() == null ? first.text() : first.text() + ", " + second.text();
        return new Bar(y, shortened(label), first.href(), parts, x, total.withCurrency());
    }

    private static String shortened(String label) {
        return label.length() <= 32 ? label : label.substring(0, 31) + "…";
    }

    private static long weight(Line line, List<Integer> stacked) {
        return stacked.stream()
                .mapToLong(i -> Math.abs(line.cells().get(i).amount().minor()))
                .sum();
    }
}
