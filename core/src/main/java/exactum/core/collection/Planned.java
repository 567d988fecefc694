package exactum.core.collection;

import exactum.core.money.Money;

/** What a plan says of a candidate. */
public sealed interface Planned {

    Candidate candidate();

    /**
     * It is collected.
     *
     * @param amount what of it is taken
     * @param credit what the customer's credit on account settles of it first, zero for nothing
     * @param discount what is not asked for because it is taken early, zero for nothing
     * @param isLast whether it is the last that its mandate allows
     * @param day when
     */
    record In(Candidate candidate, Money amount, Money credit, Money discount, boolean isLast, CollectionDay day)
            implements Planned {}

    /**
     * It is left out.
     *
     * @param words why, with the facts
     */
    record Out(Candidate candidate, LeftOut reason, String words) implements Planned {}
}
