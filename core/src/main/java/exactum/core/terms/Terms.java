package exactum.core.terms;

import exactum.core.calendar.BankingCalendar;
import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.problem.Refusal;
import exactum.core.text.Days;
import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * The rules that split a total into dated parts. Shares by percent are cut down to the minor unit and the remainder rule hands
 * out what is left over; where a part takes the rest, shares by percent are rounded half-up and it takes what they leave.
 * 1,375.00 with 160.00 down and the rest in seven: 160.00, 173.58, and six times 173.57.
 *
 * @param parts in order, at least one
 * @param remainder where minor units go that are left over
 * @param counting how money that comes counts on the parts
 */
public record Terms(List<TermsPart> parts, Remainder remainder, Counting counting) {
    private static final BigDecimal WHOLE = BigDecimal.valueOf(100);
    private static final int MOST = 600;

    public Terms {
        parts = List.copyOf(parts);
        if (parts.isEmpty()) throw new IllegalArgumentException("terms have at least one part");
        if (rests(parts) > 1) throw new IllegalArgumentException("only one part can take the rest");
        if (parts.getFirst().due().anchor() == Anchor.DOWN_PAID)
            throw new IllegalArgumentException("the first part cannot wait for itself");
        if (parts.stream().mapToInt(TermsPart::payments).sum() > MOST)
            throw new IllegalArgumentException("more than %d payments".formatted(MOST));
    }

    /** All of it in one part. */
    public static Terms single(DueRule due) {
        return of(TermsPart.of(Share.Percent.of("100"), due));
    }

    /** Parts with the usual rules: what is left over to the earliest, money in due order. */
    public static Terms of(TermsPart... parts) {
        return new Terms(List.of(parts), Remainder.TO_THE_EARLIEST, Counting.DUE_ORDER);
    }

    /**
     * What is wrong with them before any total is known; empty if they divide every total that is large enough: percents that
     * make 100, or a part that takes the rest of what leaves one.
     */
    public String problem() {
        BigDecimal percents = percents();
        boolean amounts = parts.stream().anyMatch(p -> p.share() instanceof Share.Amount);
        if (rests(parts) == 1)
            return percents.compareTo(WHOLE) < 0
                    ? ""
                    : "The parts by percent make %s, so nothing is left for the rest."
                            .formatted(Decimals.percent(percents));
        if (amounts) return "With a part of a fixed amount, one part has to take the rest.";
        if (percents.compareTo(WHOLE) == 0) return "";
        BigDecimal missing = WHOLE.subtract(percents);
        return "The parts make %s: %s %s."
                .formatted(
                        Decimals.percent(percents),
                        Decimals.percent(missing.abs()),
                        missing.signum() > 0 ? "are missing" : "are too much");
    }

    /**
     * What the parts come to short of or beyond the total: positive for what is missing, zero where they make it exactly.
     */
    public Money difference(Money total) {
        return total.minus(Money.sum(total.currency(), amounts(total)));
    }

    /** How it is divided, before it is asked whether that adds up: an amount for each part, in order. */
    public List<Money> amounts(Money total) {
        requireCurrency(total);
        boolean rest = rests(parts) == 1;
        boolean exact = !rest
                && percents().compareTo(WHOLE) == 0
                && parts.stream().allMatch(p -> p.share() instanceof Share.Percent);
        List<Money> cut =
                parts.stream().map(p -> amount(p.share(), total, exact)).toList();
        if (exact) return remainder.complete(total, cut);
        if (!rest) return cut;
        Money left = total.minus(Money.sum(total.currency(), cut));
        return IntStream.range(0, parts.size())
                .mapToObj(i -> parts.get(i).share() instanceof Share.Rest ? left : cut.get(i))
                .toList();
    }

    private static Money amount(Share share, Money total, boolean cutDown) {
        return switch (share) {
            case Share.Amount a -> a.amount();
            case Share.Rest rest -> Money.zero(total.currency());
            case Share.Percent p -> {
                BigDecimal exact = total.amount().multiply(p.percent()).movePointLeft(2);
                yield Money.rounded(
                        total.currency(), exact, cutDown ? Rounding.DOWN_PER_SHARE : Rounding.HALF_UP_PER_SHARE);
            }
        };
    }

    /**
     * The dated parts of a total.
     *
     * @throws Refusal if the parts do not add up to the total, one of them is nothing, one counts from what the document does
     *     not say, or they are in another currency
     */
    public Schedule schedule(Money total, Anchors anchors, BankingCalendar calendar) {
        List<Money> amounts = amounts(total);
        Money missing = total.minus(Money.sum(total.currency(), amounts));
        if (!missing.isZero()) throw doesNotAddUp(total, missing);
        var working = Working.on(() -> "How is %s divided?".formatted(total.text()));
        var instalments = new ArrayList<Instalment>();
        for (int i = 0; i < parts.size(); i++) {
            TermsPart part = parts.get(i);
            Money amount = amounts.get(i);
            working.step(() -> "%s = %s".formatted(part.share().words(), amount.text()), "the terms");
            instalments.addAll(instalments(part, amount, instalments, anchors, calendar, working));
        }
        return new Schedule(total, instalments, working.done());
    }

    private List<Instalment> instalments(
            TermsPart part,
            Money amount,
            List<Instalment> before,
            Anchors anchors,
            BankingCalendar calendar,
            Working.Writer divided) {
        boolean waits = part.due().anchor() == Anchor.DOWN_PAID && anchors.downPaid() == null;
        Anchors known = waits ? anchors.paid(before.getFirst().due()) : anchors;
        int count = part.payments();
        List<Money> amounts = remainder.evenly(amount, count);
        if (count > 1)
            divided.step(
                    () -> "%s in %d = %s".formatted(amount.text(), count, Schedule.added(amounts)), remainder.words());
        var made = new ArrayList<Instalment>();
        for (int i = 0; i < count; i++) {
            Worked<LocalDate> due = due(part, i, known, calendar, waits);
            made.add(new Instalment(
                    before.size() + i + 1,
                    amounts.get(i),
                    due.value(),
                    waits,
                    part.description(),
                    part.method(),
                    part.early() == null ? null : part.early().on(amounts.get(i), known, calendar),
                    due.working()));
        }
        return made;
    }

    private static Worked<LocalDate> due(
            TermsPart part, int index, Anchors anchors, BankingCalendar calendar, boolean waits) {
        var working = Working.on("Why this due day?");
        if (waits)
            working.step(
                    () -> "The first part is due on %s; if it is paid on another day, this one is counted from there"
                            .formatted(Days.weekday(anchors.downPaid())),
                    "expected, until the money is there");
        LocalDate counted = part.due().counted(anchors, working);
        if (part.repeat() != null) {
            LocalDate repeated = part.repeat().day(counted, index);
            counted = repeated;
            working.step(
                    () -> "Payment %d of %d = %s"
                            .formatted(index + 1, part.repeat().count(), Days.weekday(repeated)),
                    "every %s, counted from the first day and not from the payment before"
                            .formatted(Days.count(
                                    part.repeat().every(), part.repeat().unit().word())));
        }
        return part.due().moved(counted, calendar, working);
    }

    private Refusal doesNotAddUp(Money total, Money missing) {
        return new Refusal(
                "terms.sum",
                "The parts make %s, but %s is to be paid: %s %s. Nothing was made."
                        .formatted(
                                total.minus(missing).text(),
                                total.text(),
                                missing.abs().text(),
                                missing.isPositive() ? "is missing" : "is too much"));
    }

    private void requireCurrency(Money total) {
        parts.stream()
                .map(TermsPart::share)
                .filter(s ->
                        s instanceof Share.Amount a && !a.amount().currency().equals(total.currency()))
                .findFirst()
                .ifPresent(s -> {
                    throw new Refusal(
                            "terms.currency",
                            "These terms have a part of %s, and this is in %s. Nothing was made."
                                    .formatted(s.words(), total.currency()));
                });
    }

    private BigDecimal percents() {
        return parts.stream()
                .map(TermsPart::share)
                .map(s -> s instanceof Share.Percent p ? p.percent() : BigDecimal.ZERO)
                .reduce(BigDecimal.ZERO, BigDecimal::add);
    }

    private static long rests(List<TermsPart> parts) {
        return parts.stream().filter(p -> p.share() instanceof Share.Rest).count();
    }

    /** The same parts with amounts in place of their shares, in order. */
    public Terms withAmounts(List<Money> amounts) {
        return new Terms(
                IntStream.range(0, parts.size())
                        .mapToObj(i -> parts.get(i).with(new Share.Amount(amounts.get(i))))
                        .toList(),
                remainder,
                counting);
    }

    /** Whether what is due later waits for what is due first. */
    public boolean waitsForDownPayment() {
        return parts.stream().anyMatch(p -> p.due().anchor() == Anchor.DOWN_PAID);
    }

    /** Whether all of it is due at once. */
    public boolean isSingle() {
        return parts.size() == 1 && parts.getFirst().repeat() == null;
    }

    /** All parts in words: {@code 25 % on the invoice’s own date; the rest 1 month after it}. */
    public String words() {
        if (isSingle() && parts.getFirst().early() == null)
            return parts.getFirst().due().words();
        return parts.stream().map(TermsPart::words).collect(Collectors.joining("; "));
    }
}
