package exactum.app.documents;

import exactum.core.document.TaxRate;
import exactum.core.working.Working;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.IntStream;

/**
 * The rows of a paper as they are sent to the page that it is typed on. A row that looks as it did when it was last sent stands
 * on the page already and is not sent once more, so that a long paper answers as fast as a short one.
 */
public final class PaperRows {
    private static final String MARK = "mark";
    private static final List<String> MORE = List.of("basis", "thereFrom", "thereTo");
    private final Map<String, String> posted;

    private PaperRows(Map<String, String> posted) {
        this.posted = posted;
    }

    /** Those of a page that has nothing yet. */
    public static PaperRows fresh() {
        return new PaperRows(Map.of());
    }

    /** Those of a page that sends its fields; how it tells its rows apart is taken out of them. */
    public static PaperRows on(Map<String, String> fields) {
        var page = new PaperRows(Map.copyOf(fields));
        fields.keySet().removeIf(name -> name.matches(MARK + "\\d{1,3}"));
        return page;
    }

    /**
     * A row to be sent.
     *
     * @param mark tells how it looks
     * @param stands whether it stands on the page already
     */
    public record Row(int index, String mark, boolean stands) {}

    /** All rows of a paper as they look now. */
    public List<Row> of(
            PaperForm form, PaperFigures figures, Map<Integer, Working> priceWorkings, List<TaxRate> rates) {
        return IntStream.range(0, form.rows())
                .mapToObj(i -> row(form, i, figures, priceWorkings.get(i), rates))
                .toList();
    }

    private Row row(PaperForm form, int i, PaperFigures figures, Working priceWorking, List<TaxRate> rates) {
        var looks = new ArrayList<Object>(
                List.of(figures.amounts().get(i), form.extras(i), form.tags().isEmpty(), rates));
        looks.add(priceWorking);
        boolean untouched = true;
        for (String name : TypedLines.NAMES) untouched &= add(looks, form, name + i);
        for (String name : MORE) untouched &= add(looks, form, name + i);
        String mark = UUID.nameUUIDFromBytes(looks.toString().getBytes(StandardCharsets.UTF_8))
                .toString();
        return new Row(i, mark, untouched && mark.equals(posted.get(MARK + i)));
    }

    /** Adds how a field looks, and tells whether it is as it was sent. */
    private boolean add(List<Object> looks, PaperForm form, String field) {
        looks.add(form.get(field));
        looks.add(form.problem(field));
        return form.get(field).equals(posted.getOrDefault(field, "").strip());
    }
}
