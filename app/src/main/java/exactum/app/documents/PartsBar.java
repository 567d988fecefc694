package exactum.app.documents;

import exactum.app.web.Texts;
import exactum.core.calendar.BankingCalendar;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.Anchors;
import exactum.core.terms.Instalment;
import exactum.core.terms.Mending;
import exactum.core.terms.Schedule;
import exactum.core.terms.Terms;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How a total is divided, as a bar: each part as wide as its money, what is missing or too much behind the end, the parts as
 * they would be once mended below, and the days they fall due.
 *
 * @param total what is divided
 * @param difference positive for what is missing, negative for what is too much, zero where it adds up
 * @param addition the parts as an addition: {@code 160.00 + 7 × 185.00 = 1,455.00}
 * @param parts as they are typed
 * @param mended as they would be; none where nothing is to mend
 * @param mends what the button says; empty where nothing is to mend
 * @param endX where the total ends, in the drawing's units
 * @param dues when the parts fall due; none where that cannot be told
 * @param working how a schedule that adds up came about; null for one that does not
 */
public record PartsBar(
        Money total,
        Money difference,
        String addition,
        List<Segment> parts,
        List<Segment> mended,
        String mends,
        int endX,
        List<Due> dues,
        Working working) {
    private static final int WIDTH = 1120;
    private static final int LABEL = 84;

    /** A part on the bar; places are in the drawing's units. */
    public record Segment(int x, int width, String amount, long minor) {
        public int middle() {
            return x + width / 2;
        }

        /** Whether its amount fits into it. */
        public boolean labelled() {
            return width > 8 * amount.length() + 6;
        }
    }

    /**
     * The day of a part.
     *
     * @param fromX the middle of its part
     * @param x its day on the line of days
     * @param labelled whether there is room for the day
     * @param expected whether it is counted again once the first part is paid
     */
    public record Due(
            int fromX,
            int x,
            boolean labelled,
            String day,
            String amount,
            String says,
            boolean expected,
            String early,
            Working working) {}

    public boolean addsUp() {
        return difference.isZero();
    }

    /** What the difference is, in words; empty where it adds up. */
    public String differs() {
        if (addsUp()) return "";
        return difference.abs().text() + (difference.isPositive() ? " less than the total" : " more than the total");
    }

    /** The same in words, for those who do not see it. */
    public String text() {
        String says = addition + (addsUp() ? "" : ", " + differs());
        if (dues.isEmpty()) return says;
        var words = new StringBuilder(says).append(". Due: ");
        dues.forEach(
                d -> words.append(d.amount()).append(" on ").append(d.day()).append("; "));
        return words.toString();
    }

    /** The bar of terms for a total. */
    static PartsBar of(Terms terms, Money total, Anchors anchors, BankingCalendar calendar) {
        List<Money> typed = typed(terms, total, anchors, calendar);
        Money sum = Money.sum(total.currency(), typed);
        Money difference = total.minus(sum);
        long whole = Math.max(total.minor(), sum.minor());
        List<Money> mended = difference.isZero() ? List.of() : mended(total, typed);
        Schedule schedule = difference.isZero()
                ? terms.schedule(total, anchors, calendar)
                : mended.isEmpty() ? null : terms.withAmounts(mended).schedule(total, anchors, calendar);
        List<Segment> parts = segments(typed, whole);
        List<Segment> drawn = difference.isZero() ? parts : segments(mended, whole);
        return new PartsBar(
                total,
                difference,
                Schedule.added(typed) + " = " + sum.text(),
                parts,
                segments(mended, whole),
                mended.isEmpty() ? "" : "Mend to " + Schedule.added(mended),
                place(total.minor(), whole),
                schedule == null ? List.of() : dues(schedule, drawn),
                difference.isZero() ? schedule.working() : null);
    }

    private static List<Money> typed(Terms terms, Money total, Anchors anchors, BankingCalendar calendar) {
        if (!terms.difference(total).isZero()) return terms.amounts(total);
        return terms.schedule(total, anchors, calendar).instalments().stream()
                .map(Instalment::amount)
                .toList();
    }

    private static List<Money> mended(Money total, List<Money> amounts) {
        try {
            return Mending.mend(total, amounts);
        } catch (Refusal tooManyParts) {
            return List.of();
        }
    }

    private static List<Segment> segments(List<Money> amounts, long whole) {
        var segments = new ArrayList<Segment>();
        long at = 0;
        for (Money amount : amounts) {
            int x = place(at, whole);
            at += amount.minor();
            segments.add(new Segment(x, Math.max(1, place(at, whole) - x), amount.text(), amount.minor()));
        }
        return segments;
    }

    private static List<Due> dues(Schedule schedule, List<Segment> drawn) {
        List<Instalment> all = schedule.instalments();
        LocalDate first =
                all.stream().map(Instalment::due).min(Comparator.naturalOrder()).orElseThrow();
        LocalDate last =
                all.stream().map(Instalment::due).max(Comparator.naturalOrder()).orElseThrow();
        long days = Math.max(1, ChronoUnit.DAYS.between(first, last));
        var dues = new ArrayList<Due>();
        int free = 0;
        for (int i = 0; i < all.size(); i++) {
            Instalment one = all.get(i);
            int x = first.equals(last)
                    ? drawn.get(i).middle()
                    : (int) (24 + ChronoUnit.DAYS.between(first, one.due()) * (WIDTH - 70) / days);
            boolean room = x >= free;
            if (room) free = x + LABEL;
            dues.add(new Due(
                    drawn.get(i).middle(),
                    x,
                    room,
                    Texts.weekday(one.due()),
                    one.amount().text(),
                    one.description(),
                    one.expected(),
                    one.early() == null
                            ? ""
                            : "%s less until %s"
                                    .formatted(
                                            one.early().discount().text(),
                                            Texts.day(one.early().until())),
                    one.working()));
        }
        return dues;
    }

    private static int place(long minor, long whole) {
        return whole <= 0 ? 0 : (int) Math.max(0, minor * WIDTH / whole);
    }
}
