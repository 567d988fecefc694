package exactum.app.trail;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * The bands of a trail. Those on one side of a box lie side by side around its middle and never reach beyond it; one that passes
 * columns keeps to rows where no box stands.
 */
final class TrailBands {
    private static final double WIDEST = 18;
    private static final double THINNEST = 0.6;
    private static final double GAP = 0.8;
    private static final double SIDE = TrailDrawing.BOX_HEIGHT - 4;
    private final Map<String, Integer> rows;
    private final Set<Cell> taken = new HashSet<>();
    private final Map<TrailPen.Flow, Double> widths = new HashMap<>();
    private final Map<String, Double> left = new HashMap<>();
    private final Map<String, Double> right = new HashMap<>();
    private final Map<String, Double> usedLeft = new HashMap<>();
    private final Map<String, Double> usedRight = new HashMap<>();
    private final Map<Integer, Double> usedLane = new HashMap<>();
    private final List<TrailDrawing.Band> all = new ArrayList<>();
    private int lowest;

    private record Cell(int column, int row) {}

    TrailBands(Map<String, Integer> rows, Collection<TrailPen.Fact> facts, List<TrailPen.Flow> flows) {
        this.rows = rows;
        facts.forEach(f -> taken.add(new Cell(f.column(), rows.get(f.key()))));
        long largest = Math.max(
                1, flows.stream().mapToLong(f -> f.money().abs().minor()).max().orElse(1));
        double scale = scale(flows, largest);
        flows.forEach(f -> {
            double width = Math.max(THINNEST, wide(f, largest) * scale);
            widths.put(f, width);
            right.merge(f.from().key(), width + GAP, Double::sum);
            left.merge(f.to().key(), width + GAP, Double::sum);
        });
        flows.forEach(f -> all.add(band(f)));
    }

    private static double wide(TrailPen.Flow flow, long largest) {
        return flow.money().abs().minor() * WIDEST / largest;
    }

    /** So that what meets at the fullest side of a box fits there. */
    private static double scale(List<TrailPen.Flow> flows, long largest) {
        Map<String, Double> wide = new HashMap<>();
        Map<String, Integer> count = new HashMap<>();
        for (TrailPen.Flow f : flows)
            for (String side : List.of("out of " + f.from().key(), "into " + f.to().key())) {
                wide.merge(side, wide(f, largest), Double::sum);
                count.merge(side, 1, Integer::sum);
            }
        return wide.entrySet().stream()
                .filter(e -> e.getValue() > 0)
                .mapToDouble(e -> Math.max(0, SIDE - count.get(e.getKey()) * GAP) / e.getValue())
                .reduce(1, Math::min);
    }

    List<TrailDrawing.Band> all() {
        return all;
    }

    /** How many rows the bands need. */
    int rows() {
        return lowest;
    }

    private TrailDrawing.Band band(TrailPen.Flow flow) {
        double width = widths.get(flow);
        double y1 = middle(flow.from().key(), width, right, usedRight);
        double y2 = middle(flow.to().key(), width, left, usedLeft);
        int x1 = TrailPen.COLUMNS[flow.from().column()] + TrailPen.BOX_WIDTH;
        int x2 = TrailPen.COLUMNS[flow.to().column()];
        double lane = lane(flow, width, y1, y2);
        int since =
                TrailPen.COLUMNS[Math.min(flow.from().column() + 1, flow.to().column())];
        int until =
                TrailPen.COLUMNS[Math.max(flow.to().column() - 1, flow.from().column())] + TrailPen.BOX_WIDTH;
        String path = flow.to().column() - flow.from().column() <= 1
                ? move(x1, y1) + bend(x1, y1, x2, y2)
                : move(x1, y1)
                        + bend(x1, y1, since, lane)
                        + String.format(Locale.ROOT, "H%d", until)
                        + bend(until, lane, x2, y2);
        return new TrailDrawing.Band(path, Math.round(width * 100) / 100.0, flow.style());
    }

    private static String move(int x, double y) {
        return String.format(Locale.ROOT, "M%d %.1f", x, y);
    }

    private static String bend(int x1, double y1, int x2, double y2) {
        double middle = (x1 + x2) / 2.0;
        return String.format(Locale.ROOT, "C%.1f %.1f %.1f %.1f %d %.1f", middle, y1, middle, y2, x2, y2);
    }

    /** The bands of one side of a box lie side by side around its middle. */
    private double middle(String key, double width, Map<String, Double> all, Map<String, Double> used) {
        double before = used.getOrDefault(key, 0.0);
        used.merge(key, width + GAP, Double::sum);
        return top(rows.get(key)) + TrailDrawing.BOX_HEIGHT / 2.0 - all.get(key) / 2 + before + (width + GAP) / 2;
    }

    private static double top(int row) {
        return TrailPen.TOP + (double) TrailPen.ROW * row;
    }

    /** Where the band passes the columns between: in the row of its end or of its beginning, else in the first free one. */
    private double lane(TrailPen.Flow flow, double width, double y1, double y2) {
        int end = rows.get(flow.to().key());
        int beginning = rows.get(flow.from().key());
        if (isFree(flow, end)) return y2;
        if (isFree(flow, beginning)) return y1;
        int row = IntStream.iterate(0, r -> r + 1)
                .filter(r -> isFree(flow, r))
                .findFirst()
                .orElseThrow();
        lowest = Math.max(lowest, row + 1);
        double before = usedLane.getOrDefault(row, 0.0);
        usedLane.merge(row, width + GAP, Double::sum);
        return top(row) + 4 + before + width / 2;
    }

    private boolean isFree(TrailPen.Flow flow, int row) {
        return IntStream.range(flow.from().column() + 1, flow.to().column())
                .noneMatch(column -> taken.contains(new Cell(column, row)));
    }
}
