package exactum.core.cadence;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A part of whole periods, exact: 19 of 28 days; 15 of 30 days and a whole period.
 *
 * @param pieces one for each period it lies in, in order; none for nothing
 * @param rule how days are counted, in words
 */
public record Fraction(List<Piece> pieces, String rule) {

    /** Days of a period, counted by one rule: above 0 and at most all of them. */
    public record Piece(long days, long of) {
        static final Piece WHOLE = new Piece(1, 1);

        public boolean isWhole() {
            return days == of;
        }
    }

    public Fraction {
        pieces = List.copyOf(pieces);
    }

    /** Whether it is exactly one period. */
    public boolean isWhole() {
        return pieces.size() == 1 && pieces.getFirst().isWhole();
    }

    public boolean isNothing() {
        return pieces.isEmpty();
    }

    /** This part of an amount, rounded half-up once ({@link Rounding#HALF_UP_PER_PRORATION}): 19 of 28 days of 50.00 is 33.93. */
    public Money of(Money whole) {
        BigInteger numerator = BigInteger.ZERO;
        BigInteger denominator = BigInteger.ONE;
        for (Piece piece : pieces) {
            BigInteger of = BigInteger.valueOf(piece.of());
            numerator =
                    numerator.multiply(of).add(BigInteger.valueOf(piece.days()).multiply(denominator));
            denominator = denominator.multiply(of);
        }
        BigDecimal exact = whole.amount().multiply(new BigDecimal(numerator));
        int digits = whole.currency().getDefaultFractionDigits();
        return Money.of(whole.currency(), exact.divide(new BigDecimal(denominator), digits, RoundingMode.HALF_UP));
    }

    /** {@code 19 of 28 days}; {@code 15 of 30 days and a whole period}. */
    public String words() {
        return pieces.stream()
                .map(p -> p.isWhole() ? "a whole period" : "%d of %d days".formatted(p.days(), p.of()))
                .collect(Collectors.joining(" and "));
    }
}
