package exactum.core.settlement;

import exactum.core.money.Money;
import exactum.core.problem.Bug;
import exactum.core.problem.Refusal;
import java.util.List;

/** Takes claims off without money: a new schedule for what is left, or the void of a document. No entry is written here. */
public final class Rescheduling {
    private Rescheduling() {}

    /** Replaces what is left of claims by claims of equal amount. */
    public static void replace(Position p, List<Claim> closed, List<Claim> fresh) {
        Money before =
                sum(closed.stream().map(c -> p.claim(c.id()).left().amount()).toList());
        Money after = sum(fresh.stream().map(c -> c.amount().amount()).toList());
        if (!before.equals(after)) {
            throw new Refusal(
                    "schedule.sum",
                    "The new parts make %s, but %s is open. Nothing was changed."
                            .formatted(after.text(), before.text()));
        }
        closed.forEach(c -> close(p, p.claim(c.id())));
        fresh.forEach(p::issue);
    }

    /**
     * Closes the claims of a document that becomes void.
     *
     * @throws Refusal if anything settled one of them
     */
    public static void voided(Position p, List<Claim> claims) {
        if (claims.stream().anyMatch(c -> !p.claim(c.id()).settled().isZero())) {
            throw new Refusal(
                    "void.settled",
                    "Something settles this document already, so it cannot be voided. Nothing was changed. Make a credit note instead.");
        }
        claims.forEach(c -> close(p, p.claim(c.id())));
    }

    private static void close(Position p, Claim claim) {
        if (claim.isOpen()) p.put(claim.closing(claim.left().amount()));
    }

    private static Money sum(List<Money> amounts) {
        return amounts.stream().reduce(Money::plus).orElseThrow(() -> new Bug("a schedule of nothing"));
    }
}
