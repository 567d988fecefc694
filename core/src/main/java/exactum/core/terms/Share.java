package exactum.core.terms;

import exactum.core.money.Decimals;
import exactum.core.money.Money;
import java.math.BigDecimal;

/** How much of a total a part is. */
public sealed interface Share {
    /** What all the other parts leave. */
    Share REST = new Rest();

    /** As it is said: {@code 25 %}, {@code 160.00 EUR}, {@code the rest}. */
    String words();

    /**
     * So many hundredths of the total.
     *
     * @param percent above 0 up to 100, at most four decimals
     */
    record Percent(BigDecimal percent) implements Share {
        public Percent {
            percent = percent.stripTrailingZeros();
            if (percent.signum() <= 0 || percent.compareTo(BigDecimal.valueOf(100)) > 0)
                throw new IllegalArgumentException("a share is above 0 and at most 100 %, not " + percent);
            if (percent.scale() > 4)
                throw new IllegalArgumentException("a percent has at most four decimals, not " + percent);
        }

        /** {@code percent("25")}. */
        public static Percent of(String percent) {
            return new Percent(new BigDecimal(percent));
        }

        @Override
        public String words() {
            return Decimals.percent(percent);
        }
    }

    /** An amount, above zero. */
    record Amount(Money amount) implements Share {
        public Amount {
            if (!amount.isPositive()) throw new IllegalArgumentException("a part must be above zero");
        }

        @Override
        public String words() {
            return amount.withCurrency();
        }
    }

    /** What all the other parts leave. */
    record Rest() implements Share {
        @Override
        public String words() {
            return "the rest";
        }
    }
}
