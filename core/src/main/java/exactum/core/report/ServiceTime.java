package exactum.core.report;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * What was billed for a time, earned day by day: straight-line over the days of the service period, both ends counted (IFRS 15
 * B18: straight-line where the efforts are expended evenly). What is earned by a day is rounded once, half up, so that the
 * shares of months make up the whole to the cent.
 *
 * @param net what was billed, without tax; below zero for what was credited
 * @param from first day of the time
 * @param until its last day
 */
public record ServiceTime(Money net, LocalDate from, LocalDate until) {
    public ServiceTime {
        if (until.isBefore(from)) throw new IllegalArgumentException("a time ends before it begins: " + from);
    }

    /** How many days it has. */
    public long days() {
        return ChronoUnit.DAYS.between(from, until) + 1;
    }

    private long daysBy(LocalDate day) {
        if (day.isBefore(from)) return 0;
        return Math.min(days(), ChronoUnit.DAYS.between(from, day) + 1);
    }

    /** What is earned by the end of a day. */
    public Money earned(LocalDate day) {
        Money whole = net.withMinor(days());
        return net.share(net.withMinor(daysBy(day)), whole, Rounding.HALF_UP_PER_PRORATION);
    }

    /** What is still to be earned after a day. */
    public Money deferred(LocalDate day) {
        return net.minus(earned(day));
    }

    /** What is earned in a month. */
    public Money earnedIn(YearMonth month) {
        return earned(month.atEndOfMonth()).minus(earned(month.atDay(1).minusDays(1)));
    }

    /** A month with what is earned in it. */
    public record Share(YearMonth month, Money earned) {}

    /** Month by month; the shares make up the whole. */
    public List<Share> schedule() {
        var shares = new ArrayList<Share>();
        for (YearMonth m = YearMonth.from(from); !m.isAfter(YearMonth.from(until)); m = m.plusMonths(1))
            shares.add(new Share(m, earnedIn(m)));
        return shares;
    }

    /** How what is deferred after a day comes about. */
    public Working working(LocalDate day) {
        return Working.on("Deferred after " + day)
                .step("%s for %d days, %s to %s".formatted(net.text(), days(), from, until), "the service period")
                .step(
                        "%d of them by %s: %s × %d / %d = %s earned"
                                .formatted(
                                        daysBy(day),
                                        day,
                                        net.text(),
                                        daysBy(day),
                                        days(),
                                        earned(day).text()),
                        "straight-line by day, IFRS 15 B18")
                .step("%s − %s = %s"
                        .formatted(net.text(), earned(day).text(), deferred(day).text()))
                .done();
    }
}
