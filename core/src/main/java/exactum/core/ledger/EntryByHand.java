package exactum.core.ledger;

import exactum.core.ids.EntryId;
import exactum.core.ids.NewIds;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.UUID;

/**
 * An entry that a person makes, in the business's own currency. It may touch no account whose every cent has a name elsewhere:
 * what is owed, what waits, what is at a bank changes by what happens there, not by hand.
 *
 * @param cause why it is made
 * @param lines two or more, debits above and credits below zero, which come to nothing
 */
public record EntryByHand(LocalDate day, String cause, List<Line> lines) {

    /** One side. */
    public record Line(AccountCode account, Money amount, List<String> tags) {
        public Line {
            tags = List.copyOf(tags);
        }
    }

    /**
     * Checks what was typed.
     *
     * @throws Refusal if the cause is missing, fewer than two accounts are touched, or it does not balance
     */
    public EntryByHand {
        lines = List.copyOf(lines);
        if (cause.isBlank())
            throw new Refusal("entry.cause", "Why it is booked is missing. Nothing was saved.").at("cause");
        if (lines.stream().map(Line::account).distinct().count() < 2)
            throw new Refusal("entry.lines", "An entry touches two accounts at least. Nothing was saved.");
        if (lines.stream().anyMatch(l -> l.amount().isZero()))
            throw new Refusal("entry.zero", "A line has an amount on one of its sides. Nothing was saved.");
        Money off = Money.sum(
                lines.getFirst().amount().currency(),
                lines.stream().map(Line::amount).toList());
        if (!off.isZero())
            throw new Refusal(
                    "entry.balance",
                    "Debits and credits differ by %s. Nothing was saved."
                            .formatted(off.abs().text()));
    }

    /**
     * Refuses accounts that are not booked by hand.
     *
     * @param kept those whose every cent has a name elsewhere
     * @param known those of the chart
     */
    public void require(Set<AccountCode> known, Set<AccountCode> kept) {
        for (Line line : lines) {
            if (!known.contains(line.account()))
                throw new Refusal(
                        "entry.account", "There is no account %s. Nothing was saved.".formatted(line.account()));
            if (kept.contains(line.account()))
                throw new Refusal(
                        "entry.kept",
                        "On account %s every cent belongs to an invoice, a payment or a bank line, so it is not booked by hand. Nothing was saved."
                                .formatted(line.account()));
        }
    }

    /** The entry of it. */
    public Entry entry(NewIds ids, UUID source, EntryId undone) {
        var writer = new EntryWriter(new EntryId(ids.next()), Event.BOOKED_BY_HAND, source, day, cause);
        if (undone != null) writer.reversing(undone);
        for (Line line : lines) writer.debit(line.account(), Valued.own(line.amount()), null, null, line.tags());
        return writer.done()
                .orElseThrow(
                        () -> new Refusal("entry.nothing", "It comes to nothing on each account. Nothing was saved."));
    }

    /** The same the other way round. */
    public EntryByHand mirrored(LocalDate on, String why) {
        return new EntryByHand(
                on,
                why,
                lines.stream()
                        .map(l -> new Line(l.account(), l.amount().negated(), l.tags()))
                        .toList());
    }
}
