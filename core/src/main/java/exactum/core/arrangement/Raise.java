package exactum.core.arrangement;

import exactum.core.document.Line;
import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.text.Days;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * A change of price from a day on: each line is there until the day at the old price, and from it at the new one.
 *
 * @param percent more, below zero for less; or null for an amount
 * @param amount more a unit, below zero for less; or null for a percent
 * @param from the first day at the new price
 */
public record Raise(BigDecimal percent, Money amount, LocalDate from) {
    public Raise {
        if ((percent == null) == (amount == null))
            throw new IllegalArgumentException("prices change by a percent or an amount");
        if (percent != null && percent.compareTo(BigDecimal.valueOf(-100)) <= 0)
            throw new IllegalArgumentException("prices cannot fall by 100 % or more");
    }

    /** A line at its price before and after. */
    public record Changed(DatedLine before, DatedLine after) {}

    /**
     * The new price, half-up to the decimals of the old one and at least to the minor unit ({@link
     * Rounding#HALF_UP_PER_ADJUSTMENT}): 4.5 % on 213.00 is 222.59, on 0.3425 it is 0.3579.
     *
     * @throws Refusal where it falls to nothing or below, or is in another currency
     */
    public UnitPrice of(UnitPrice price) {
        if (amount != null && !amount.currency().equals(price.currency()))
            throw new Refusal(
                    "raise.currency",
                    "It is priced in %s, and the change is in %s.".formatted(price.currency(), amount.currency()));
        BigDecimal raised = amount != null
                ? price.amount().add(amount.amount())
                : price.amount().add(price.amount().multiply(percent).movePointLeft(2));
        UnitPrice rounded = price.rounded(raised, Rounding.HALF_UP_PER_ADJUSTMENT);
        if (price.amount().signum() > 0 && rounded.amount().signum() <= 0)
            throw new Refusal("raise.nothing", "It would cost %s.".formatted(rounded.text()));
        return rounded;
    }

    /**
     * The lines of an arrangement after the change. Lines as read, lines of text and lines that are over by then stay; one that
     * begins later changes from its own first day.
     */
    public List<DatedLine> on(List<DatedLine> lines) {
        var after = new ArrayList<DatedLine>();
        for (DatedLine line : lines) {
            if (!changes(line)) {
                after.add(line);
                continue;
            }
            boolean later = line.from() != null && !line.from().isBefore(from);
            if (!later) after.add(line.endingBefore(from));
            after.add(raised(line));
        }
        return after;
    }

    /** Each line that changes, at its price before and after. */
    public List<Changed> changes(List<DatedLine> lines) {
        return lines.stream()
                .filter(this::changes)
                .map(l -> new Changed(l, raised(l)))
                .toList();
    }

    private boolean changes(DatedLine line) {
        boolean over = line.until() != null && !line.until().isAfter(from);
        return !line.line().isText() && line.basis() != Basis.METERED && !over;
    }

    private DatedLine raised(DatedLine line) {
        LocalDate first = line.from() != null && line.from().isAfter(from) ? line.from() : from;
        Line dearer = line.line().at(of(line.line().price()));
        return new DatedLine(dearer, line.basis(), first, line.until());
    }

    /** {@code 4.5 % more from 1 Jul 2026}. */
    public String words() {
        boolean less = percent != null ? percent.signum() < 0 : amount.isNegative();
        String size =
                percent != null ? Decimals.percent(percent.abs()) : amount.abs().withCurrency() + " a unit";
        return "%s %s from %s".formatted(size, less ? "less" : "more", Days.day(from));
    }
}
