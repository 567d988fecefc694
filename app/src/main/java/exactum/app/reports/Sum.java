package exactum.app.reports;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.stream.IntStream;

/**
 * What days come to.
 *
 * @param keys what it is of, such as a currency and an account
 * @param endsOn the last day that it tells of, or null where it tells of no time
 * @param figures up to three, in minor units or counts; what is left out is nothing
 */
record Sum(List<String> keys, LocalDate endsOn, List<Long> figures) {
    static final int FIGURES = 3;

    Sum {
        keys = List.copyOf(keys);
        figures = filled(figures);
    }

    private static List<Long> filled(List<Long> some) {
        return IntStream.range(0, FIGURES)
                .mapToObj(i -> i < some.size() ? some.get(i) : Long.valueOf(0))
                .toList();
    }

    static Sum of(List<String> keys, Long... figures) {
        return new Sum(keys, null, List.of(figures));
    }

    String key(int i) {
        return keys.get(i);
    }

    long figure(int i) {
        return figures.get(i);
    }

    private Sum plus(Sum o) {
        return new Sum(
                keys,
                endsOn,
                IntStream.range(0, FIGURES)
                        .mapToObj(i -> Math.addExact(figure(i), o.figure(i)))
                        .toList());
    }

    /** Those of the same keys added up, in the order of the first of each. */
    static List<Sum> gathered(Collection<Sum> sums) {
        var by = new LinkedHashMap<List<String>, Sum>();
        sums.forEach(s -> by.merge(s.keys(), s, Sum::plus));
        return new ArrayList<>(by.values());
    }
}
