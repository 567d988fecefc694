package exactum.app.documents;

import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * Lines, terms and memo kept under a name, to start a paper from or to add to one.
 *
 * @param fields what stands on the paper, without customer, date and numbers
 */
public record PreparedDocument(UUID id, String name, Map<String, String> fields, String madeBy) {
    public PreparedDocument {
        fields = Map.copyOf(fields);
    }

    /** Its lines in one line, for a list. */
    public String lines() {
        return String.join("; ", TypedLines.descriptions(fields));
    }

    /** How many lines it has. */
    public int count() {
        return TypedLines.descriptions(fields).size();
    }

    List<String> descriptions() {
        return TypedLines.descriptions(fields);
    }
}
