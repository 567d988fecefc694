package exactum.core.arrangement;

import exactum.core.cadence.Proration;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.Line;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What is given back of a billed line whose time is not served to its end. */
public final class Unserved {
    private Unserved() {}

    /**
     * The line as it is credited: its amount less what was served, so that what was served and what is given back make what was
     * billed. 640.00 for June that ends on the 20th: 426.67 served (20 of 30 days), 213.33 back.
     *
     * @param line as it was billed
     * @param time it was billed for
     * @param last the last day served
     * @param by how a part of a period is charged; with {@link Proration#NONE} only a time that was not begun is given back
     */
    public static Optional<Line> of(Line line, ServicePeriod time, LocalDate last, Proration by) {
        LocalDate over = last.plusDays(1);
        if (line.isText() || !over.isBefore(time.until())) return Optional.empty();
        if (!over.isAfter(time.from())) return Optional.of(line.with(line.adjustments(), time));
        if (by == Proration.NONE) return Optional.empty();
        var served = by.fraction(time.from(), over, List.of(time));
        Money used = served.of(line.amount().value());
        if (used.equals(line.amount().value())) return Optional.empty();
        List<Adjustment> adjustments = new ArrayList<>(line.adjustments());
        if (!used.isZero())
            adjustments.add(new Adjustment(
                    used.isNegative() ? Adjustment.Kind.SURCHARGE : Adjustment.Kind.DISCOUNT,
                    served.words() + " served",
                    null,
                    used.abs()));
        return Optional.of(line.with(adjustments, new ServicePeriod(over, time.until())));
    }
}
