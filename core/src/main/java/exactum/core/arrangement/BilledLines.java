package exactum.core.arrangement;

import exactum.core.cadence.Fraction;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Proration;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.Line;
import exactum.core.money.Money;
import exactum.core.price.Tariff;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The lines of one invoice of an arrangement: those that are there in its time, each for its part of it. 19 of the 28 days of
 * February at 50.00 a month are 33.93, written as 50.00 less 16.07, so that price and part stand on the paper.
 */
public final class BilledLines {
    private BilledLines() {}

    /**
     * The lines of an occurrence, in order.
     *
     * @throws Refusal where it waits for readings, naming each that is missing
     */
    public static List<Line> of(List<DatedLine> lines, Occurrence occurrence, Readings readings, WhenUnread unread) {
        var billed = new ArrayList<Line>();
        var missing = new ArrayList<String>();
        for (DatedLine dated : lines) {
            Optional<ServicePeriod> time = time(dated, occurrence);
            if (time.isEmpty()) continue;
            if (dated.basis() == Basis.METERED && !dated.line().isText())
                billed.addAll(metered(dated.line(), time.get(), readings, missing));
            else billed.add(part(dated, occurrence, time.get()));
        }
        if (unread == WhenUnread.WAIT && !missing.isEmpty())
            throw new Refusal(
                    "arrangement.unread",
                    "It waits for readings: %s. Nothing was made.".formatted(String.join("; ", missing)));
        return billed;
    }

    /** The time of the occurrence in which the line is there; where parts are not charged, all of it or nothing. */
    private static Optional<ServicePeriod> time(DatedLine dated, Occurrence occurrence) {
        ServicePeriod period = occurrence.period();
        boolean wholly = occurrence.of().proration() == Proration.NONE || dated.basis() == Basis.EACH;
        if (!wholly) return dated.within(period);
        return dated.holdsOn(period.from()) ? Optional.of(period) : Optional.empty();
    }

    private static Line part(DatedLine dated, Occurrence occurrence, ServicePeriod time) {
        Line line = dated.line();
        if (line.isText() || dated.basis() == Basis.EACH) return line;
        Fraction part = occurrence.of().fraction(occurrence, time);
        boolean whole = occurrence.of().proration() == Proration.NONE || part.isWhole();
        return whole ? line : prorated(line, part, time);
    }

    /** The line for a part of its period: its amount, and what is less or more for that part. */
    static Line prorated(Line line, Fraction part, ServicePeriod time) {
        Money whole = line.amount().value();
        Money difference = part.of(whole).minus(whole);
        List<Adjustment> adjustments = new ArrayList<>(line.adjustments());
        if (!difference.isZero())
            adjustments.add(new Adjustment(
                    difference.isNegative() ? Adjustment.Kind.DISCOUNT : Adjustment.Kind.SURCHARGE,
                    part.words(),
                    null,
                    difference.abs()));
        return line.with(adjustments, time);
    }

    private static List<Line> metered(Line line, ServicePeriod time, Readings readings, List<String> missing) {
        List<Reading> read = readings.of(line.item(), time);
        List<ServicePeriod> gaps = readings.missing(line.item(), time);
        if (!gaps.isEmpty())
            missing.add("“%s” for %s"
                    .formatted(
                            line.description(),
                            gaps.stream().map(ServicePeriod::words).collect(Collectors.joining(" and "))));
        if (read.isEmpty()) return List.of();
        BigDecimal quantity = read.stream().map(Reading::quantity).reduce(BigDecimal.ZERO, BigDecimal::add);
        Tariff tariff = readings.tariffs().getOrDefault(line.item(), new Tariff.Flat(line.price()));
        return tariff.shares(quantity).stream()
                .map(share -> line.share(share).with(line.adjustments(), time))
                .toList();
    }
}
