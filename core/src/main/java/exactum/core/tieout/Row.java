package exactum.core.tieout;

import exactum.core.money.Money;

/**
 * One line of an addition that must come out: what is said against what is booked.
 *
 * @param said by the bank or processor
 * @param booked by us; zero where the books have nothing
 * @param name what a difference is called; empty where there is none
 */
public record Row(Money said, Money booked, String name) {
    /** What was said less what is booked, exact. */
    public Money difference() {
        return said.minus(booked);
    }

    /** Whether both agree to the cent. */
    public boolean isEven() {
        return difference().isZero();
    }
}
