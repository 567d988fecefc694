package exactum.core.money;

import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.math.BigDecimal;

/**
 * A processor's fee on one sale: a percentage of the gross plus a fixed sum, rounded half-up once. 2.4 % + 0.25 on
 * 80.00 is 2.17 (common practice, no source).
 *
 * @param percent percent of the gross, such as 2.4
 * @param fixed the sum added to each sale
 */
public record FeeRule(BigDecimal percent, Money fixed) {

    /** The fee on the gross sum, with its working. */
    public Worked<Money> on(Money gross) {
        BigDecimal share = gross.amount().multiply(percent).movePointLeft(2);
        BigDecimal exact = share.add(fixed.amount());
        Money fee = Money.rounded(gross.currency(), exact, Rounding.HALF_UP_PER_FEE);
        Working working = Working.on("Fee on a sale of " + gross.text())
                .step(
                        "%s × %s %% = %s".formatted(gross.text(), Decimals.plain(percent), Decimals.plain(share)),
                        "processor's price list")
                .step(
                        "%s + %s = %s".formatted(Decimals.plain(share), fixed.text(), Decimals.plain(exact)),
                        "fixed sum a sale")
                .step("rounded to " + fee.text(), Rounding.HALF_UP_PER_FEE.words())
                .done();
        return new Worked<>(fee, working);
    }

    /** The rule as it is printed: {@code 2.4 % + 0.25}. */
    public String text() {
        return Decimals.plain(percent) + " % + " + fixed.text();
    }
}
