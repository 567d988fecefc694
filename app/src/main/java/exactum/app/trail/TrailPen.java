package exactum.app.trail;

import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Places facts and the money between them. A fact stands in its column once, whoever leads to it, beside the first that did;
 * bands start and end where the ones before them stopped, so that they lie side by side.
 */
final class TrailPen {
    static final int AGREED = 0;
    static final int DOCUMENT = 1;
    static final int OPEN_ITEM = 2;
    static final int PAYMENT = 3;
    static final int PAYOUT = 4;
    static final int BANK = 5;
    private static final int[] COLUMNS = {10, 214, 418, 628, 828, 1030};
    private static final int BOX_WIDTH = 160;
    private static final int BOX_HEIGHT = 46;
    private static final int ROW = 74;
    private static final int TOP = 24;
    private static final int WIDEST = 18;
    private final Map<String, Place> places = new HashMap<>();
    private final int[] next = new int[COLUMNS.length];
    private final List<TrailDrawing.Box> boxes = new ArrayList<>();
    private final List<Flow> flows = new ArrayList<>();
    private final StringBuilder words = new StringBuilder();

    private record Place(int column, int row) {}

    private record Flow(String from, String to, Money money, String style) {}

    /** A fact with what it is called. */
    record Fact(String key, int column, String title, String detail, String href, String style) {}

    boolean has(String key) {
        return places.containsKey(key);
    }

    /** Places a fact that nothing leads to. */
    void put(Fact fact) {
        put(fact, 0);
    }

    /** Places a fact, beside the one it comes from, and draws the money between them. */
    void put(Fact fact, String from, Money money, String style) {
        Place origin = places.get(from);
        put(fact, origin == null ? 0 : origin.row());
        if (origin == null) return;
        flows.add(new Flow(from, fact.key(), money, style));
        for (int column = origin.column() + 1; column < fact.column(); column++)
            next[column] = Math.max(next[column], places.get(fact.key()).row() + 1);
    }

    private void put(Fact fact, int beside) {
        if (places.containsKey(fact.key())) return;
        int row = Math.max(next[fact.column()], beside);
        next[fact.column()] = row + 1;
        places.put(fact.key(), new Place(fact.column(), row));
        boxes.add(new TrailDrawing.Box(
                COLUMNS[fact.column()],
                TOP + ROW * row,
                BOX_WIDTH,
                shortened(fact.title()),
                shortened(fact.detail()),
                fact.href(),
                fact.style()));
        words.append(fact.title()).append(", ").append(fact.detail()).append(". ");
    }

    TrailDrawing done() {
        long largest = Math.max(
                1, flows.stream().mapToLong(f -> f.money().abs().minor()).max().orElse(1));
        Map<String, Integer> left = new HashMap<>();
        Map<String, Integer> right = new HashMap<>();
        flows.forEach(f -> {
            right.merge(f.from(), width(f, largest) + 2, Integer::sum);
            left.merge(f.to(), width(f, largest) + 2, Integer::sum);
        });
        Map<String, Integer> fromLeft = new HashMap<>();
        Map<String, Integer> fromRight = new HashMap<>();
        List<TrailDrawing.Band> bands = flows.stream()
                .map(f -> band(f, largest, left, right, fromLeft, fromRight))
                .toList();
        int rows = 0;
        for (int column : next) rows = Math.max(rows, column);
        return new TrailDrawing(TOP + ROW * rows, boxes, bands, words.toString().strip());
    }

    private TrailDrawing.Band band(
            Flow flow,
            long largest,
            Map<String, Integer> left,
            Map<String, Integer> right,
            Map<String, Integer> fromLeft,
            Map<String, Integer> fromRight) {
        int width = width(flow, largest);
        int y1 = middle(flow.from(), width, right, fromRight);
        int y2 = middle(flow.to(), width, left, fromLeft);
        int x1 = COLUMNS[places.get(flow.from()).column()] + BOX_WIDTH;
        int x2 = COLUMNS[places.get(flow.to()).column()];
        int middle = (x1 + x2) / 2;
        return new TrailDrawing.Band(
                "M%d %dC%d %d %d %d %d %d".formatted(x1, y1, middle, y1, middle, y2, x2, y2), width, flow.style());
    }

    /** The bands of one side of a box lie side by side around its middle. */
    private int middle(String key, int width, Map<String, Integer> all, Map<String, Integer> used) {
        int before = used.getOrDefault(key, 0);
        used.merge(key, width + 2, Integer::sum);
        return TOP + ROW * places.get(key).row() + BOX_HEIGHT / 2 - all.get(key) / 2 + before + width / 2 + 1;
    }

    private static int width(Flow flow, long largest) {
        return (int) Math.max(3, flow.money().abs().minor() * WIDEST / largest);
    }

    private static String shortened(String text) {
        return text.length() > 25 ? text.substring(0, 24) + "…" : text;
    }
}
