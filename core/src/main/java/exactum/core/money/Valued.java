package exactum.core.money;

/**
 * An amount with its worth in the business's own currency. In the own currency both are the same.
 *
 * @param amount in any currency
 * @param own in the business's own currency, at a rate that somebody said
 */
public record Valued(Money amount, Money own) {
    public Valued {
        if (amount.currency().equals(own.currency()) && !amount.equals(own)) {
            throw new IllegalArgumentException(
                    "%s cannot be worth %s of the same currency".formatted(amount.plain(), own.plain()));
        }
    }

    /** An amount in the business's own currency. */
    public static Valued own(Money amount) {
        return new Valued(amount, amount);
    }

    /** Nothing, in the currencies of this one. */
    public Valued none() {
        return new Valued(Money.zero(amount.currency()), Money.zero(own.currency()));
    }

    /**
     * Both sums, exact to the minor unit.
     *
     * @throws IllegalArgumentException if the currencies differ
     */
    public Valued plus(Valued other) {
        return new Valued(amount.plus(other.amount), own.plus(other.own));
    }

    /**
     * Both differences, exact to the minor unit.
     *
     * @throws IllegalArgumentException if the currencies differ
     */
    public Valued minus(Valued other) {
        return new Valued(amount.minus(other.amount), own.minus(other.own));
    }

    /** The same, the other way. */
    public Valued negated() {
        return new Valued(amount.negated(), own.negated());
    }

    /** Whether neither the amount nor its worth is anything. */
    public boolean isZero() {
        return amount.isZero() && own.isZero();
    }

    /**
     * A part of this with its share of the worth, rounded half-up to the minor unit ({@link Rounding#HALF_UP_PER_EXCHANGE});
     * the whole has the whole worth, so that parts taken one after the other from what is left leave nothing behind.
     *
     * @param part in the currency of the amount, between zero and it
     * @throws IllegalArgumentException if it is more than the amount
     */
    public Valued part(Money part) {
        if (part.equals(amount)) return this;
        if (amount.currency().equals(own.currency())) return own(requireWithin(part));
        Money share = own.share(requireWithin(part), amount, Rounding.HALF_UP_PER_EXCHANGE);
        return new Valued(part, share);
    }

    private Money requireWithin(Money part) {
        if (part.abs().compareTo(amount.abs()) > 0 || part.isNegative() != amount.isNegative() && !part.isZero()) {
            throw new IllegalArgumentException("%s is no part of %s".formatted(part.plain(), amount.plain()));
        }
        return part;
    }
}
