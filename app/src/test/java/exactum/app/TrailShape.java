package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.trail.TrailDrawing;
import exactum.core.money.Money;
import java.awt.geom.CubicCurve2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Scanner;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** What holds of each drawing of a trail: nothing lies upon anything else, and each step is told. */
final class TrailShape {
    private TrailShape() {}

    static void holds(TrailDrawing drawing) {
        List<TrailDrawing.Box> boxes = drawing.boxes();
        for (TrailDrawing.Box a : boxes) {
            assertThat(a.y() + TrailDrawing.BOX_HEIGHT).isLessThanOrEqualTo(drawing.height());
            for (TrailDrawing.Box b : boxes)
                if (a != b)
                    assertThat(rect(a, 0).intersects(rect(b, 0)))
                            .as("%s on %s", a, b)
                            .isFalse();
        }
        for (TrailDrawing.Band band : drawing.bands()) {
            Path2D path = path(band.path());
            for (TrailDrawing.Box box : boxes)
                assertThat(crosses(path, rect(box, 1)))
                        .as("%s behind %s", band, box)
                        .isFalse();
        }
        assertThat(drawing.steps()).hasSizeGreaterThanOrEqualTo(drawing.bands().size());
        assertThat(boxes)
                .allSatisfy(b -> assertThat(drawing.text()).contains(b.whole().split(", ")[0]));
    }

    private static Rectangle2D rect(TrailDrawing.Box b, int less) {
        return new Rectangle2D.Double(
                b.x() + less, b.y() + less, b.width() - 2.0 * less, TrailDrawing.BOX_HEIGHT - 2.0 * less);
    }

    private static boolean crosses(Path2D path, Rectangle2D box) {
        var points = path.getPathIterator(null, 0.2);
        double[] at = new double[6];
        double x = 0;
        double y = 0;
        for (; !points.isDone(); points.next()) {
            int kind = points.currentSegment(at);
            if (kind == java.awt.geom.PathIterator.SEG_LINETO && new Line2D.Double(x, y, at[0], at[1]).intersects(box))
                return true;
            x = at[0];
            y = at[1];
        }
        return false;
    }

    /** The few commands of SVG that a band is written with. */
    private static Path2D path(String words) {
        var path = new Path2D.Double();
        try (var in = new Scanner(words.replaceAll("([MCH])", " $1 "))) {
            in.useLocale(java.util.Locale.ROOT);
            while (in.hasNext()) {
                switch (in.next()) {
                    case "M" -> path.moveTo(in.nextDouble(), in.nextDouble());
                    case "H" ->
                        path.lineTo(in.nextDouble(), path.getCurrentPoint().getY());
                    default ->
                        path.append(
                                new CubicCurve2D.Double(
                                        path.getCurrentPoint().getX(),
                                        path.getCurrentPoint().getY(),
                                        in.nextDouble(),
                                        in.nextDouble(),
                                        in.nextDouble(),
                                        in.nextDouble(),
                                        in.nextDouble(),
                                        in.nextDouble()),
                                true);
                }
            }
        }
        return path;
    }

    /** What steps of a kind come to. */
    static Money sum(TrailDrawing drawing, String how) {
        return sum(drawing, how, step -> true);
    }

    static Money sum(TrailDrawing drawing, String how, Predicate<TrailDrawing.Step> which) {
        return told(drawing, how).filter(which).map(TrailDrawing.Step::money).reduce(World.euro("0.00"), Money::plus);
    }

    static Stream<TrailDrawing.Step> told(TrailDrawing drawing, String how) {
        return drawing.steps().stream().filter(s -> s.how().equals(how));
    }
}
