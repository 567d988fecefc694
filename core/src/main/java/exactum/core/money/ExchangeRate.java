package exactum.core.money;

import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;

/**
 * What one unit of a currency is worth in another.
 *
 * @param from the currency that is converted
 * @param to the currency it becomes
 * @param perUnit how much of {@code to} one unit of {@code from} is, above zero
 * @param day the day the rate is of
 * @param source who says so
 */
public record ExchangeRate(Currency from, Currency to, BigDecimal perUnit, LocalDate day, String source) {
    public ExchangeRate {
        if (perUnit.signum() <= 0) throw new IllegalArgumentException("a rate must be above zero, but was " + perUnit);
    }

    /** The rate of a currency to itself. */
    public static ExchangeRate none(Currency currency, LocalDate day) {
        return new ExchangeRate(currency, currency, BigDecimal.ONE, day, "the same currency");
    }

    /** The amount with its worth, rounded half-up to the minor unit, with its working. */
    public Worked<Valued> value(Money amount) {
        if (from.equals(to)) {
            return new Worked<>(
                    Valued.own(amount),
                    Working.on(() -> "Worth of " + amount.withCurrency())
                            .step("the own currency")
                            .done());
        }
        if (!amount.currency().equals(from)) {
            throw new IllegalArgumentException("a rate of %s does not convert %s".formatted(from, amount.currency()));
        }
        BigDecimal exact = amount.amount().multiply(perUnit);
        Money own = Money.rounded(to, exact, Rounding.HALF_UP_PER_EXCHANGE);
        Working working = Working.on(() -> "Worth of " + amount.withCurrency())
                .step(
                        () -> "%s × %s = %s".formatted(amount.text(), perUnit.toPlainString(), exact.toPlainString()),
                        source + ", " + day)
                .step(() -> "rounded to " + own.withCurrency(), Rounding.HALF_UP_PER_EXCHANGE.words())
                .done();
        return new Worked<>(new Valued(amount, own), working);
    }
}
