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
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What needs a decision today, gathered from the features that know, and never stored; what a person did with one instead is kept beside it. */
@Component
public class Decisions {
    private static final int MOST = 40;
    private final BusinessClock clock;
    private final List<DecisionSource> sources;
    private final DecisionNoteStore notes;

    Decisions(BusinessClock clock, List<DecisionSource> sources, DecisionNoteStore notes) {
        this.clock = clock;
        this.sources = sources;
        this.notes = notes;
    }

    /**
     * All that wait on a day.
     *
     * @param mine those that were handed to who looks
     * @param groups all others, by station in the order of the work, most money first
     * @param handed to whom decisions were handed, by key
     * @param aside how many are snoozed or dismissed
     */
    public record Sheet(List<Decision> mine, List<Group> groups, Map<String, DecisionNote> handed, int aside) {
        /** Where a request carries the one that frame and page show. */
        public static final String OF_REQUEST = "exactum.sheet";

        /** How many wait at each station. */
        public Map<Station, Integer> counts() {
            Map<Station, Integer> counts = new EnumMap<>(Station.class);
            for (Station station : Station.values()) counts.put(station, 0);
            groups.forEach(g -> counts.merge(g.station(), g.count(), Integer::sum));
            mine.forEach(d -> counts.merge(d.station(), 1, Integer::sum));
            return counts;
        }
    }

    /**
     * The decisions of a station.
     *
     * @param count how many there are, shown or not
     * @param sums what all of them are about, by currency
     * @param more pages that show those which are not shown here
     */
    public record Group(Station station, List<Decision> shown, int count, List<Money> sums, List<String> more) {}

    /** What waits, as it is shown to a person. */
    @Transactional(readOnly = true)
    public Sheet sheet(BusinessId business, String login) {
        LocalDate today = clock.today(business);
        List<DecisionNote> all = notes.all(business);
        Set<String> hidden = hidden(all, today);
        Map<String, DecisionNote> handed = all.stream()
                .filter(n -> n.kind() == DecisionNote.Kind.HANDED)
                .collect(Collectors.toMap(DecisionNote::key, Function.identity()));
        List<String> mine = handed.values().stream()
                .filter(n -> n.to().equals(login) && !hidden.contains(n.key()))
                .map(DecisionNote::key)
                .toList();
        Set<String> elsewhere = new HashSet<>(hidden);
        elsewhere.addAll(mine);
        return new Sheet(only(business, mine), groups(business, elsewhere), handed, hidden.size());
    }

    private static Set<String> hidden(List<DecisionNote> notes, LocalDate today) {
        return notes.stream()
                .filter(n -> n.hidesOn(today))
                .map(DecisionNote::key)
                .collect(Collectors.toSet());
    }

    /** The decision of a key, put aside or not; nothing once it needs none. */
    @Transactional(readOnly = true)
    public Optional<Decision> find(BusinessId business, String key) {
        return only(business, List.of(key)).stream().findFirst();
    }

    private List<Decision> only(BusinessId business, List<String> keys) {
        if (keys.isEmpty()) return List.of();
        Wanted wanted = Wanted.only(clock.today(business), keys);
        return sources.stream()
                .filter(s -> keys.stream().anyMatch(k -> k.startsWith(s.prefix())))
                .flatMap(s -> s.find(business, wanted).shown().stream())
                .filter(d -> wanted.has(d.key()))
                .toList();
    }

    /** What was snoozed, dismissed or handed over, the newest first, as far as it still waits. */
    @Transactional(readOnly = true)
    public List<DecisionNote> noted(BusinessId business) {
        List<DecisionNote> all = notes.all(business);
        Set<String> waiting = only(
                        business, all.stream().map(DecisionNote::key).distinct().toList())
                .stream()
                .map(Decision::key)
                .collect(Collectors.toSet());
        return all.stream().filter(n -> waiting.contains(n.key())).toList();
    }

    private List<Group> groups(BusinessId business, Set<String> hidden) {
        Wanted wanted = Wanted.all(clock.today(business), MOST, hidden);
        Map<Station, List<DecisionSource.Found>> found = new EnumMap<>(Station.class);
        sources.forEach(
                s -> found.computeIfAbsent(s.station(), k -> new ArrayList<>()).add(s.find(business, wanted)));
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
        Wanted wanted = Wanted.all(clock.today(business), MOST, Set.of());
        return sources.stream()
                .filter(s -> s.station() == Station.BANK)
                .flatMap(s -> s.find(business, wanted).shown().stream())
                .filter(d -> d.about().contains(document))
                .toList();
    }

    /** How many wait at each station; cheap enough for every page. */
    @Transactional(readOnly = true)
    public Map<Station, Integer> counts(BusinessId business) {
        LocalDate today = clock.today(business);
        Wanted wanted = Wanted.all(today, 0, hidden(notes.all(business), today));
        Map<Station, Integer> counts = new EnumMap<>(Station.class);
        for (Station station : Station.values()) counts.put(station, 0);
        sources.forEach(s -> counts.merge(s.station(), s.count(business, wanted), Integer::sum));
        return counts;
    }
}
