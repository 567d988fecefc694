package exactum.app.trail;

import exactum.core.money.Money;
import java.util.List;
import java.util.stream.Collectors;

/**
 * The trail of one sum, drawn from stored facts: boxes from agreement to bank line, joined by bands as wide as their
 * money.
 *
 * @param height of the drawing; it is 1200 wide
 * @param steps the same in words, step by step
 * @param isCut whether more belongs to it than is drawn
 */
public record TrailDrawing(int height, List<Box> boxes, List<Band> bands, List<Step> steps, boolean isCut) {
    /** The height of each box. */
    public static final int BOX_HEIGHT = 46;

    public TrailDrawing {
        boxes = List.copyOf(boxes);
        bands = List.copyOf(bands);
        steps = List.copyOf(steps);
    }

    /**
     * A fact.
     *
     * @param title shortened to the box, as is {@code detail}
     * @param whole all that there is to say of it
     * @param href opens what it stands for, within the business; null for what is only expected
     * @param style fact, settled, waiting or back
     */
    public record Box(int x, int y, int width, String title, String detail, String whole, String href, String style) {}

    /**
     * Money on its way between two boxes.
     *
     * @param path of its middle, in the terms of SVG
     * @param width in the units of the drawing
     */
    public record Band(String path, double width, String style) {}

    /**
     * Money that goes from one fact to another.
     *
     * @param from null where it begins
     * @param how in words, between the two
     * @param money null where it begins
     */
    public record Step(Place from, String how, Place to, Money money) {
        String words() {
            return from == null
                    ? "It begins with " + to.words()
                    : "%s %s %s: %s".formatted(from.words(), how, to.words(), money.withCurrency());
        }
    }

    /** A fact in words, and where it is opened, or null. */
    public record Place(String words, String href) {}

    /** All steps in one text, for those who do not see the drawing. */
    public String text() {
        return steps.stream().map(s -> s.words() + ".").collect(Collectors.joining(" "));
    }

    public boolean isEmpty() {
        return boxes.isEmpty();
    }
}
