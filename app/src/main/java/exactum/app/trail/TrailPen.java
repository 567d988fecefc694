package exactum.app.trail;

import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Places facts and the money between them. A fact stands in its column once, whoever leads to it, beside the first that did; the
 * places that its band passes are left free.
 */
final class TrailPen {
    static final int AGREED = 0;
    static final int DOCUMENT = 1;
    static final int OPEN_ITEM = 2;
    static final int PAYMENT = 3;
    static final int PAYOUT = 4;
    static final int BANK = 5;
    static final int[] COLUMNS = {8, 212, 416, 620, 824, 1028};
    static final int BOX_WIDTH = 164;
    static final int ROW = 74;
    static final int TOP = 24;
    private static final List<String> HOW = List.of("", "billed as", "due as", "settled by", "went into", "landed as");
    private final Map<String, Fact> facts = new LinkedHashMap<>();
    private final Map<String, Integer> rows = new HashMap<>();
    private final int[] next = new int[COLUMNS.length];
    private final List<Flow> flows = new ArrayList<>();
    private boolean cut;

    /** Money from one placed fact to another. */
    record Flow(Fact from, Fact to, Money money, String style) {
        private String how() {
            return switch (style) {
                case "expected" -> to.column() < PAYMENT ? "stays as" : "is expected with";
                case "back" -> isRefund(from) || isRefund(to) ? "was given back with" : "came back with";
                case "undone" -> "is settled no more by";
                case "refused" -> "was tried and came to nothing:";
                default -> HOW.get(to.column());
            };
        }
    }

    private static boolean isRefund(Fact fact) {
        return fact.key().startsWith("refund/");
    }

    /** A fact with what it is called. */
    record Fact(String key, int column, String title, String detail, String href, String style) {
        private TrailDrawing.Place place() {
            return new TrailDrawing.Place(title + " (" + detail + ")", href);
        }
    }

    /** Says that more belongs to the trail than is drawn. */
    void cut() {
        cut = true;
    }

    /** Places a fact that nothing leads to. */
    void put(Fact fact) {
        place(fact, fact.column(), 0);
    }

    /** Places a fact, beside the one it comes from, and draws the money between them. */
    void put(Fact fact, String from, Money money, String style) {
        Fact origin = facts.get(from);
        if (origin == null) {
            put(fact);
            return;
        }
        place(fact, origin.column() + 1, rows.get(from));
        flows.add(new Flow(origin, facts.get(fact.key()), money, style));
    }

    /** The row of a fact; the last one for what is not drawn. */
    int row(String key) {
        return rows.getOrDefault(key, Integer.MAX_VALUE);
    }

    /** In the first row, not above {@code beside}, that is free from {@code since} to the column of the fact. */
    private void place(Fact fact, int since, int beside) {
        if (facts.putIfAbsent(fact.key(), fact) != null) return;
        int row = beside;
        for (int column = since; column <= fact.column(); column++) row = Math.max(row, next[column]);
        for (int column = since; column <= fact.column(); column++) next[column] = row + 1;
        rows.put(fact.key(), row);
    }

    TrailDrawing done() {
        var bands = new TrailBands(rows, facts.values(), flows);
        int lowest = rows.values().stream().mapToInt(r -> r + 1).max().orElse(0);
        var steps = new ArrayList<TrailDrawing.Step>();
        facts.values().stream()
                .filter(f -> flows.stream().noneMatch(l -> l.to().equals(f)))
                .forEach(f -> steps.add(new TrailDrawing.Step(null, "", f.place(), null)));
        flows.forEach(l -> steps.add(new TrailDrawing.Step(l.from().place(), l.how(), l.to().place(), l.money())));
        return new TrailDrawing(
                TOP + ROW * Math.max(lowest, bands.rows()),
                facts.values().stream().map(this::box).toList(),
                bands.all(),
                steps,
                cut);
    }

    private TrailDrawing.Box box(Fact f) {
        return new TrailDrawing.Box(
                COLUMNS[f.column()],
                TOP + ROW * rows.get(f.key()),
                BOX_WIDTH,
                shortened(f.title()),
                shortened(f.detail()),
                f.title() + ", " + f.detail(),
                f.href(),
                f.style());
    }

    private static String shortened(String text) {
        return text.length() > 23 ? text.substring(0, 22) + "…" : text;
    }
}
