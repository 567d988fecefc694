package exactum.app.audit;

import java.util.ArrayList;
import java.util.List;

/** What a deed changed, field by field; what stayed the same is left out. */
public final class Changes {
    private final List<Change> all = new ArrayList<>();

    private Changes() {}

    /** One field, as it is called on the page, before and after; empty for nothing. */
    public record Change(String field, String before, String after) {}

    public static Changes of() {
        return new Changes();
    }

    /** A field, before and after; null is nothing. */
    public Changes and(String field, Object before, Object after) {
        String was = text(before);
        String is = text(after);
        if (!was.equals(is)) all.add(new Change(field, was, is));
        return this;
    }

    private static String text(Object value) {
        return value == null ? "" : value.toString();
    }

    public boolean isEmpty() {
        return all.isEmpty();
    }

    /** The fields that changed, in their order on the page. */
    public List<Change> all() {
        return List.copyOf(all);
    }
}
