package exactum.app.audit;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

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

    /** All of it in one line: {@code name: Ada → Ada Byron; e-mail: nothing → ada@…}. */
    public String inWords() {
        return all.stream()
                .map(c -> "%s: %s → %s".formatted(c.field(), orNothing(c.before()), orNothing(c.after())))
                .collect(Collectors.joining("; "));
    }

    private static String orNothing(String text) {
        return text.isEmpty() ? "nothing" : text;
    }

    public boolean isEmpty() {
        return all.isEmpty();
    }

    /** The fields that changed, in their order on the page. */
    public List<Change> all() {
        return List.copyOf(all);
    }
}
