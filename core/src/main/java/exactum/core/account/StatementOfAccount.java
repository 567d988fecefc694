package exactum.core.account;

import exactum.core.ledger.Event;
import exactum.core.money.Money;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * A customer's account between two days, both included, in one currency. What they owe is above zero, what we owe them below.
 *
 * @param opening what stood before the first day
 * @param rows what moved, by the day on which it counts
 */
public record StatementOfAccount(LocalDate from, LocalDate until, Money opening, List<Row> rows) {
    public StatementOfAccount {
        rows = List.copyOf(rows);
    }

    /**
     * Something that moved the account.
     *
     * @param numbers of the documents that it has to do with; empty for none
     * @param amount what they owe more by it, or less where it is below zero
     */
    public record Move(LocalDate on, Event event, String numbers, Money amount) {}

    /** A move, and what the account stood at after it. */
    public record Row(Move move, Money balance) {}

    /** The moves in their order, each with the balance after it. */
    public static StatementOfAccount of(LocalDate from, LocalDate until, Money opening, List<Move> moves) {
        var rows = new ArrayList<Row>(moves.size());
        Money balance = opening;
        for (Move move : moves) {
            balance = balance.plus(move.amount());
            rows.add(new Row(move, balance));
        }
        return new StatementOfAccount(from, until, opening, rows);
    }

    /** What the account stands at, at the end of the last day. */
    public Money closing() {
        return rows.isEmpty() ? opening : rows.getLast().balance();
    }

    /** What was asked of them in the time. */
    public Money asked() {
        return Money.sum(
                opening.currency(),
                rows.stream()
                        .map(r -> r.move().amount())
                        .filter(Money::isPositive)
                        .toList());
    }

    /** What was paid, credited or let go in the time; below zero. */
    public Money settled() {
        return Money.sum(
                opening.currency(),
                rows.stream()
                        .map(r -> r.move().amount())
                        .filter(Money::isNegative)
                        .toList());
    }

    /** How it comes to its balance. */
    public Working working() {
        return Working.on("Balance at the end")
                .step("%s stood before %s".formatted(opening.text(), from))
                .step("%s was asked of them: %d of %d moves".formatted(asked().text(), count(true), rows.size()))
                .step("%s was paid, credited or let go".formatted(settled().text()))
                .step("%s + %s + %s = %s"
                        .formatted(
                                opening.text(),
                                asked().text(),
                                settled().text(),
                                closing().text()))
                .done();
    }

    private long count(boolean asked) {
        return rows.stream()
                .filter(r -> r.move().amount().isPositive() == asked)
                .count();
    }
}
