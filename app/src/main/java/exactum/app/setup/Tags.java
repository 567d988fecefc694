package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The business's own analysis values: dimensions, such as the harbour, and the values of each. A tag is written
 * {@code Harbour: Reedharbour}; lines, fees and the postings of both carry it.
 */
@Component
public class Tags {
    private final TagStore store;
    private final Audit audit;

    Tags(TagStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    /** A value of a dimension; one that is retired stays on what has it and is given to nothing new. */
    public record Tag(String dimension, String value, boolean retired) {
        @Override
        public String toString() {
            return dimension + ": " + value;
        }
    }

    /** All of them, by dimension and value. */
    public List<Tag> all(BusinessId business) {
        return store.all(business);
    }

    /** Those that may be given, as they are written. */
    public List<String> usable(BusinessId business) {
        return all(business).stream()
                .filter(t -> !t.retired())
                .map(Tag::toString)
                .toList();
    }

    @Transactional
    public void add(BusinessId business, String dimension, String value) {
        if (dimension.contains(":") || dimension.contains(";") || value.contains(";"))
            throw new Refusal("tag.signs", "A tag has no semicolon, and its dimension no colon. Nothing was saved.")
                    .at("value");
        if (!store.insert(business, dimension, value))
            throw new Refusal(
                            "tag.duplicate",
                            "There is “%s: %s” already. Nothing was saved.".formatted(dimension, value))
                    .at("value");
        audit.record(business, "added a tag", dimension + ": " + value);
    }

    /** Gives one to nothing new from now on, or to everything again. */
    @Transactional
    public void retire(BusinessId business, String dimension, String value, boolean retired) {
        if (!store.setRetired(business, dimension, value, retired)) throw new NotHere();
        audit.record(business, retired ? "retired a tag" : "took a tag up again", dimension + ": " + value);
    }

    /**
     * The tags in a text, divided by semicolons.
     *
     * @param usable those that may be given
     * @throws Refusal if one of them is not there, or there are two of one dimension
     */
    public static List<String> read(String text, Collection<String> usable) {
        var tags = new ArrayList<String>();
        Set<String> dimensions = new HashSet<>();
        for (String part : text.split(";")) {
            String tag = part.strip();
            if (tag.isEmpty()) continue;
            if (!usable.contains(tag))
                throw new Refusal("tag.unknown", "There is no tag “%s”. Nothing was saved.".formatted(tag));
            if (!dimensions.add(tag.substring(0, tag.indexOf(':'))))
                throw new Refusal(
                        "tag.twice", "“%s” is a second tag of its dimension. Nothing was saved.".formatted(tag));
            tags.add(tag);
        }
        return List.copyOf(tags);
    }

    /** As {@link #read} reads them. */
    public static String text(Collection<String> tags) {
        return String.join("; ", tags);
    }
}
