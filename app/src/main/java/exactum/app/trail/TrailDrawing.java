package exactum.app.trail;

import java.util.List;

/**
 * The trail of one sum, drawn from stored facts: boxes from agreement to bank line, joined by bands as wide as their
 * money.
 *
 * @param height of the drawing; it is 1200 wide
 * @param text the same in words, for those who do not see it
 */
public record TrailDrawing(int height, List<Box> boxes, List<Band> bands, String text) {
    public TrailDrawing {
        boxes = List.copyOf(boxes);
        bands = List.copyOf(bands);
    }

    /**
     * A fact.
     *
     * @param href opens what it stands for, within the business; null for what is only expected
     * @param style fact, settled, waiting or back
     */
    public record Box(int x, int y, int width, String title, String detail, String href, String style) {}

    /** Money on its way between two boxes. */
    public record Band(String path, int width, String style) {}

    public boolean isEmpty() {
        return boxes.isEmpty();
    }
}
