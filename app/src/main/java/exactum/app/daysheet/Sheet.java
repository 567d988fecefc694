package exactum.app.daysheet;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * All that waits for a person on a day.
 *
 * @param mine what was handed to them
 * @param urgent what else has its last day soon, from all stations, the nearest day first
 * @param groups the others, by station in the order of the work, most money first
 * @param handed to whom decisions were handed, by key
 * @param aside how many are snoozed or dismissed
 * @param resting kinds that by the person’s rhythm are not looked at today
 */
public record Sheet(
        List<Row> mine,
        List<Row> urgent,
        List<Group> groups,
        Map<String, DecisionNote> handed,
        int aside,
        List<Resting> resting) {
    /** Where a request carries the one that frame and page show. */
    public static final String OF_REQUEST = "exactum.sheet";

    /**
     * A decision, and the others about the same money.
     *
     * @param with decided with it, or by it
     */
    public record Row(Decision decision, List<Decision> with) {

        Stream<Decision> all() {
            return Stream.concat(Stream.of(decision), with.stream());
        }

        boolean isUrgent(LocalDate today) {
            return all().anyMatch(d -> d.isUrgent(today));
        }

        /** The nearest last day of all of them, or null. */
        LocalDate lastDay() {
            return all().map(Decision::lastDay)
                    .filter(Objects::nonNull)
                    .min(Comparator.naturalOrder())
                    .orElse(null);
        }
    }

    /**
     * The decisions of a station.
     *
     * @param rows those that are shown here
     * @param count how many there are, shown here, above, or not at all
     * @param sums what all of them are about, by currency; money that another row is about already is left out
     * @param more pages that show those which are not shown here
     */
    public record Group(Station station, List<Row> rows, int count, List<Money> sums, List<String> more) {}

    /**
     * A kind of decisions that rests.
     *
     * @param next the day on which it is looked at again, or null for never
     */
    public record Resting(DecisionKind kind, int count, LocalDate next) {}

    /** How many wait at each station. */
    public Map<Station, Integer> counts() {
        Map<Station, Integer> counts = new EnumMap<>(Station.class);
        for (Station station : Station.values()) counts.put(station, 0);
        groups.forEach(g -> counts.merge(g.station(), g.count(), Integer::sum));
        mine.stream().flatMap(Row::all).forEach(d -> counts.merge(d.station(), 1, Integer::sum));
        return counts;
    }

    /** How many there are in all. */
    public int count() {
        return counts().values().stream().mapToInt(Integer::intValue).sum();
    }

    /** What all of them are about, by currency. */
    public List<Money> sums() {
        return Sums.byCurrency(Stream.concat(
                        groups.stream().flatMap(g -> g.sums().stream()),
                        mine.stream()
                                .map(r -> r.decision().amount())
                                .filter(Objects::nonNull)
                                .map(Money::abs))
                .toList());
    }

    /** Each decision that is shown, those handed to the person first. */
    public Stream<Decision> shown() {
        return Stream.of(mine.stream(), urgent.stream(), groups.stream().flatMap(g -> g.rows().stream()))
                .flatMap(rows -> rows.flatMap(Row::all));
    }
}
