package exactum.app.daysheet;

import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What needs a decision today, gathered from the features that know, and never stored. */
@Component
public class Decisions {
    private static final int MOST = 40;
    private final BusinessClock clock;
    private final List<DecisionSource> sources;

    Decisions(BusinessClock clock, List<DecisionSource> sources) {
        this.clock = clock;
        this.sources = sources;
    }

    /**
     * The decisions of a station.
     *
     * @param count how many there are, shown or not
     * @param sums what all of them are about, by currency
     * @param more pages that show those which are not shown here
     */
    public record Group(Station station, List<Decision> shown, int count, List<Money> sums, List<String> more) {}

    /** All of them, by station in the order of the work, most money first. */
    @Transactional(readOnly = true)
    public List<Group> groups(BusinessId business) {
        LocalDate today = clock.today(business);
        Map<Station, List<DecisionSource.Found>> found = new EnumMap<>(Station.class);
        sources.forEach(
                s -> found.computeIfAbsent(s.station(), k -> new ArrayList<>()).add(s.find(business, today, MOST)));
        Map<DocumentId, List<Decision>> byDocument = new HashMap<>();
        found.values().stream()
                .flatMap(List::stream)
                .flatMap(f -> f.shown().stream())
                .forEach(d -> d.about()
                        .forEach(document -> byDocument
                                .computeIfAbsent(document, k -> new ArrayList<>())
                                .add(d)));
        return found.entrySet().stream()
                .map(e -> group(e.getKey(), e.getValue(), byDocument))
                .filter(g -> g.count() > 0)
                .toList();
    }

    private static Group group(
            Station station, List<DecisionSource.Found> found, Map<DocumentId, List<Decision>> byDocument) {
        List<Decision> shown = new ArrayList<>(found.stream()
                .flatMap(f -> f.shown().stream())
                .map(d -> related(d, byDocument))
                .toList());
        shown.sort(Comparator.comparing(
                d -> d.amount() == null ? Long.MIN_VALUE : d.amount().abs().minor(), Collections.reverseOrder()));
        return new Group(
                station,
                List.copyOf(shown),
                found.stream().mapToInt(DecisionSource.Found::count).sum(),
                Sums.byCurrency(found.stream().flatMap(f -> f.sums().stream()).toList()),
                found.stream()
                        .filter(f -> f.count() > f.shown().size() && f.all() != null)
                        .map(DecisionSource.Found::all)
                        .toList());
    }

    private static Decision related(Decision decision, Map<DocumentId, List<Decision>> byDocument) {
        return decision.about().stream()
                .flatMap(document -> byDocument.get(document).stream())
                .filter(other -> other.station() != decision.station())
                .findFirst()
                .map(decision::relatedTo)
                .orElse(decision);
    }

    /** The decisions about the money of a document, that wait at the bank, such as a line that would pay it. */
    @Transactional(readOnly = true)
    public List<Decision> about(BusinessId business, DocumentId document) {
        LocalDate today = clock.today(business);
        return sources.stream()
                .filter(s -> s.station() == Station.BANK)
                .flatMap(s -> s.find(business, today, MOST).shown().stream())
                .filter(d -> d.about().contains(document))
                .toList();
    }

    /** How many wait at each station; cheap enough for every page. */
    @Transactional(readOnly = true)
    public Map<Station, Integer> counts(BusinessId business) {
        LocalDate today = clock.today(business);
        Map<Station, Integer> counts = new EnumMap<>(Station.class);
        for (Station station : Station.values()) counts.put(station, 0);
        sources.forEach(s -> counts.merge(s.station(), s.count(business, today), Integer::sum));
        return counts;
    }
}
