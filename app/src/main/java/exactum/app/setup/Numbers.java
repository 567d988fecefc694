package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.SaveBusiness;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How each kind of document is numbered. A number is never taken twice: no series goes backwards, no two look alike. */
@Component
public class Numbers {
    private static final int MOST_SKIPPED = 1_000_000;
    private final NumberStore store;
    private final SaveBusiness businesses;
    private final BusinessClock clock;
    private final Audit audit;

    Numbers(NumberStore store, SaveBusiness businesses, BusinessClock clock, Audit audit) {
        this.store = store;
        this.businesses = businesses;
        this.clock = clock;
        this.audit = audit;
    }

    /**
     * A series with where it stands.
     *
     * @param last the last number taken this year, as printed; empty for none
     * @param next the next one, as printed
     */
    public record Standing(NumberSeries series, long taken, String last, String next) {}

    /** All of them, in the order of the work. */
    @Transactional(readOnly = true)
    public List<Standing> all(BusinessId business) {
        int year = clock.today(business).getYear();
        List<NumberSeries> all = store.all(business);
        return NumberSeries.FIRST.stream()
                .map(first -> all.stream()
                        .filter(s -> s.name().equals(first.name()))
                        .findFirst()
                        .orElse(first))
                .map(s -> standing(business, s, year))
                .toList();
    }

    private Standing standing(BusinessId business, NumberSeries s, int year) {
        long last = store.last(business, s.name(), year);
        return new Standing(s, last, last == 0 ? "" : s.number(year, last), s.number(year, last + 1));
    }

    /** Saves how documents are numbered; numbers already given stay. */
    @Transactional
    public void save(BusinessId business, NumberSeries series) {
        businesses.oneAtATime(business);
        if (!series.prefix().matches("[A-Z0-9/-]{0,12}"))
            throw new Refusal(
                            "series.prefix",
                            "A prefix has capital letters, digits, dashes and slashes, at most 12. Nothing was saved.")
                    .at("prefix");
        if (series.width() < 3 || series.width() > 9)
            throw new Refusal("series.width", "A number has 3 to 9 digits. Nothing was saved.").at("width");
        store.all(business).stream()
                .filter(s -> s.prefix().equals(series.prefix()) && !s.name().equals(series.name()))
                .findFirst()
                .ifPresent(other -> {
                    throw new Refusal(
                                    "series.alike",
                                    "The numbers of %s begin with “%s” too, and two papers would look alike. Nothing was saved."
                                            .formatted(other.name(), series.prefix()))
                            .at("prefix");
                });
        NumberSeries before = store.find(business, series.name()).orElse(series);
        store.keep(business, series);
        audit.record(
                business,
                "changed the numbers",
                series.name(),
                Changes.of()
                        .and("prefix", before.prefix(), series.prefix())
                        .and("digits", before.width(), series.width()));
    }

    /** Makes a number the next one of this year; only a later one than was taken. */
    @Transactional
    public void moveOn(BusinessId business, String name, int next) {
        int year = clock.today(business).getYear();
        NumberSeries series = store.find(business, name)
                .orElseThrow(() -> new Refusal("series.none", "There are no numbers of “%s”.".formatted(name)));
        long before = store.last(business, name, year);
        if (next - before > MOST_SKIPPED)
            throw new Refusal("series.far", "That would skip more than a million numbers. Nothing was saved.")
                    .at("next");
        if (next < 1 || !store.moveOn(business, name, year, next - 1L))
            throw new Refusal(
                            "series.backwards",
                            "%s was taken already, so the next one is %s or later. Numbers never go backwards. Nothing was saved."
                                    .formatted(series.number(year, before), series.number(year, before + 1)))
                    .at("next");
        audit.record(
                business,
                "moved the numbers forward",
                name,
                Changes.of().and("next", series.number(year, before + 1), series.number(year, next)));
    }
}
