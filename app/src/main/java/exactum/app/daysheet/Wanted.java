package exactum.app.daysheet;

import java.time.LocalDate;
import java.util.Collection;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.Field;
import org.jooq.impl.DSL;

/**
 * Which decisions are asked for.
 *
 * @param today the day on which they wait
 * @param most so many at the most
 * @param hidden keys of those that were put aside
 * @param only keys of the only ones that are asked for; null for all
 */
public record Wanted(LocalDate today, int most, Set<String> hidden, Set<String> only) {

    public Wanted {
        hidden = Set.copyOf(hidden);
        only = only == null ? null : Set.copyOf(only);
    }

    /** All that wait and were not put aside. */
    static Wanted all(LocalDate today, int most, Set<String> hidden) {
        return new Wanted(today, most, hidden, null);
    }

    /** Some by their keys, put aside or not. */
    static Wanted only(LocalDate today, Collection<String> keys) {
        return new Wanted(today, keys.size(), Set.of(), Set.copyOf(keys));
    }

    /** Whether the one of that key is asked for. */
    public boolean has(String key) {
        return only == null ? !hidden.contains(key) : only.contains(key);
    }

    /** The rows that are asked for, where a key is the prefix and the id of its row. */
    public Condition rows(String prefix, Field<?> id) {
        Field<UUID> uuid = id.coerce(UUID.class);
        if (only != null) return uuid.in(ids(prefix, only));
        Set<UUID> away = ids(prefix, hidden);
        return away.isEmpty() ? DSL.trueCondition() : uuid.notIn(away);
    }

    /** The ids of those that were put aside, of keys of that prefix. */
    public UUID[] hidden(String prefix) {
        return ids(prefix, hidden).toArray(UUID[]::new);
    }

    private static Set<UUID> ids(String prefix, Set<String> keys) {
        return keys.stream()
                .filter(k -> k.startsWith(prefix))
                .map(k -> k.substring(prefix.length()))
                .filter(id -> id.matches("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}"))
                .map(UUID::fromString)
                .collect(Collectors.toUnmodifiableSet());
    }
}
