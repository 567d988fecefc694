package exactum.core.document;

import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.Currency;
import java.util.List;

/**
 * An issued document as credit notes see it: what it said, and what was taken back of it so far.
 *
 * @param number as printed
 * @param adjustments what each discount or surcharge of the whole document added, in order
 * @param lines all of them, in order
 * @param groups one for each rate
 */
public record Creditable(
        String number,
        Currency currency,
        PriceMode mode,
        List<Change> adjustments,
        List<Part> lines,
        List<Group> groups) {
    public Creditable {
        adjustments = List.copyOf(adjustments);
        lines = List.copyOf(lines);
        groups = List.copyOf(groups);
    }

    /** A discount or surcharge of the whole document, and what it added in the price mode. */
    public record Change(Adjustment adjustment, Money amount) {}

    /**
     * A line.
     *
     * @param place from 1
     * @param rate of its tax; null for a line of text
     * @param amount what it came to in the price mode
     * @param credited how much of its quantity was taken back
     * @param creditedAmount what that came to
     */
    public record Part(int place, Line line, TaxRate rate, Money amount, BigDecimal credited, Money creditedAmount) {
        /** What of its quantity is left. */
        public BigDecimal left() {
            return line.isText() ? BigDecimal.ZERO : line.quantity().subtract(credited);
        }
    }

    /**
     * What all lines of a rate came to.
     *
     * @param creditedBase and creditedTax what credit notes have of it
     */
    public record Group(TaxRate rate, Money base, Money tax, Money creditedBase, Money creditedTax) {
        /** Base and tax that no credit note has. */
        public Money left() {
            return base.plus(tax).minus(creditedBase).minus(creditedTax);
        }
    }

    /** What no credit note has of all of it, tax included. */
    public Money left() {
        return Money.sum(currency, groups.stream().map(Group::left).toList());
    }

    /** Whether no credit note has anything of it. */
    public boolean isUntouched() {
        return groups.stream()
                .allMatch(g -> g.creditedBase().isZero() && g.creditedTax().isZero());
    }
}
