package exactum.app.daysheet;

import exactum.app.database.UntilWritten;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What needs a decision today, gathered from the features that know, and never stored; what a person did with one instead is kept beside
 * it. What all see is worked out without a transaction, so that whoever waits for it holds no connection.
 */
@Component
public class Decisions {
    private static final int MOST = 40;
    private final BusinessClock clock;
    private final List<DecisionSource> sources;
    private final DecisionNoteStore notes;
    private final OwnRhythms rhythms;
    private final Worth worth;
    private final UntilWritten<Asked, Integer> counted = new UntilWritten<>();
    private final UntilWritten<Asked, DecisionSource.Found> found = new UntilWritten<>();

    private record Asked(DecisionKind kind, BusinessId business, Wanted wanted) {}

    Decisions(
            BusinessClock clock,
            List<DecisionSource> sources,
            DecisionNoteStore notes,
            OwnRhythms rhythms,
            Worth worth) {
        this.clock = clock;
        this.sources = sources;
        this.notes = notes;
        this.rhythms = rhythms;
        this.worth = worth;
    }

    /** What waits, as it is shown to a person by their rhythm. */
    public Sheet sheet(BusinessId business, String login) {
        return sheet(business, login, rhythms.resting(business, login, clock.today(business), sources));
    }

    /** All that waits, whatever the person’s rhythm. */
    public Sheet whole(BusinessId business, String login) {
        return sheet(business, login, Map.of());
    }

    private Sheet sheet(BusinessId business, String login, Map<DecisionSource, OwnRhythm> resting) {
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
        Wanted wanted = Wanted.all(today, MOST, elsewhere);
        Comparator<Decision> order = worth.mostFirst(business, today);
        Map<Station, List<DecisionSource.Found>> found = found(business, wanted, resting.keySet());
        var joined = new SameMoney(shown(found));
        List<Sheet.Row> rows = joined.rows().stream()
                .sorted(Comparator.comparing(Sheet.Row::decision, order))
                .toList();
        return new Sheet(
                only(business, mine).stream()
                        .sorted(order)
                        .map(d -> new Sheet.Row(d, List.of()))
                        .toList(),
                rows.stream()
                        .filter(r -> r.isUrgent(today))
                        .sorted(Comparator.comparing(Sheet.Row::lastDay))
                        .toList(),
                groups(found, rows.stream().filter(r -> !r.isUrgent(today)).toList(), joined),
                handed,
                hidden.size(),
                resting.entrySet().stream()
                        .map(e -> new Sheet.Resting(
                                e.getKey().kind(),
                                count(e.getKey(), business, wanted),
                                e.getValue().next(today).orElse(null)))
                        .filter(r -> r.count() > 0)
                        .toList());
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
        return only(business, sources, keys);
    }

    private List<Decision> only(BusinessId business, Collection<DecisionSource> among, List<String> keys) {
        if (keys.isEmpty()) return List.of();
        Wanted wanted = Wanted.only(clock.today(business), keys);
        return among.stream()
                .filter(s -> keys.stream().anyMatch(k -> k.startsWith(s.kind().prefix())))
                .flatMap(s -> find(s, business, wanted).shown().stream())
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

    private Map<Station, List<DecisionSource.Found>> found(
            BusinessId business, Wanted wanted, Set<DecisionSource> resting) {
        return sources.stream()
                .filter(s -> !resting.contains(s))
                .collect(Collectors.groupingBy(
                        s -> s.kind().station(),
                        () -> new EnumMap<>(Station.class),
                        Collectors.mapping(s -> find(s, business, wanted), Collectors.toList())));
    }

    private int count(DecisionSource source, BusinessId business, Wanted wanted) {
        return counted.of(new Asked(source.kind(), business, wanted), () -> source.count(business, wanted));
    }

    private DecisionSource.Found find(DecisionSource source, BusinessId business, Wanted wanted) {
        return found.of(new Asked(source.kind(), business, wanted), () -> source.find(business, wanted));
    }

    private static List<Decision> shown(Map<Station, List<DecisionSource.Found>> found) {
        return found.values().stream()
                .flatMap(List::stream)
                .flatMap(f -> f.shown().stream())
                .toList();
    }

    private static List<Sheet.Group> groups(
            Map<Station, List<DecisionSource.Found>> found, List<Sheet.Row> rows, SameMoney joined) {
        Map<Station, List<Sheet.Row>> byStation = rows.stream()
                .collect(Collectors.groupingBy(r -> r.decision().station(), LinkedHashMap::new, Collectors.toList()));
        return found.entrySet().stream()
                .map(e -> group(e.getKey(), e.getValue(), byStation.getOrDefault(e.getKey(), List.of()), joined))
                .filter(g -> g.count() > 0)
                .toList();
    }

    private static Sheet.Group group(
            Station station, List<DecisionSource.Found> found, List<Sheet.Row> rows, SameMoney joined) {
        Stream<Money> sums = found.stream().map(DecisionSource.Found::sums).flatMap(Collection::stream);
        return new Sheet.Group(
                station,
                rows,
                found.stream().mapToInt(DecisionSource.Found::count).sum(),
                Sums.byCurrency(Stream.concat(sums, joined.countedTwice(station).stream())
                                .toList())
                        .stream()
                        .filter(m -> !m.isZero())
                        .toList(),
                found.stream()
                        .filter(f -> f.count() > f.shown().size() && f.all() != null)
                        .map(DecisionSource.Found::all)
                        .toList());
    }

    /** The decisions about the money of a document, that wait at the bank, such as a line that would pay it. */
    public List<Decision> about(BusinessId business, DocumentId document) {
        Wanted wanted = Wanted.all(clock.today(business), MOST, Set.of());
        return sources.stream()
                .filter(s -> s.kind().station() == Station.BANK)
                .flatMap(s -> find(s, business, wanted).shown().stream())
                .filter(d -> d.about().contains(document))
                .toList();
    }

    /** How many wait at each station for a person, by their rhythm; cheap enough for every page. */
    public Map<Station, Integer> counts(BusinessId business, String login) {
        LocalDate today = clock.today(business);
        List<DecisionNote> all = notes.all(business);
        Wanted wanted = Wanted.all(today, 0, hidden(all, today));
        Set<DecisionSource> resting =
                rhythms.resting(business, login, today, sources).keySet();
        List<String> mine = all.stream()
                .filter(n -> n.kind() == DecisionNote.Kind.HANDED && n.to().equals(login) && wanted.has(n.key()))
                .map(DecisionNote::key)
                .toList();
        Map<Station, Integer> counts = new EnumMap<>(Station.class);
        for (Station station : Station.values()) counts.put(station, 0);
        sources.stream()
                .filter(s -> !resting.contains(s))
                .forEach(s -> counts.merge(s.kind().station(), count(s, business, wanted), Integer::sum));
        if (!resting.isEmpty()) only(business, resting, mine).forEach(d -> counts.merge(d.station(), 1, Integer::sum));
        return counts;
    }
}
