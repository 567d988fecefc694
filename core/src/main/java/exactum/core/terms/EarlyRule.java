package exactum.core.terms;

import exactum.core.calendar.BankingCalendar;
import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.problem.Refusal;
import exactum.core.settlement.EarlySettlement;
import exactum.core.text.Days;
import java.math.BigDecimal;
import java.time.LocalDate;

/**
 * Less to pay if paid early. 2 % of 1,200.00 within 10 days of 1 Jun 2026: 24.00 less until 11 Jun.
 *
 * @param percent of the part, above 0 and below 100, at most four decimals; or null for an amount
 * @param amount above zero; or null for a percent
 * @param from what the days are counted from
 * @param days how many calendar days, the last of them included
 */
public record EarlyRule(BigDecimal percent, Money amount, Anchor from, int days) {
    public EarlyRule {
        if ((percent == null) == (amount == null))
            throw new IllegalArgumentException("an early-settlement discount is a percent or an amount");
        if (percent != null
                && (percent.signum() <= 0
                        || percent.compareTo(BigDecimal.valueOf(100)) >= 0
                        || percent.stripTrailingZeros().scale() > 4))
            throw new IllegalArgumentException("a discount is above 0 and below 100 %, not " + percent);
        if (amount != null && !amount.isPositive()) throw new IllegalArgumentException("a discount is above zero");
        if (days < 0) throw new IllegalArgumentException("days must be 0 or more, but were " + days);
        if (from == Anchor.FIXED || from == Anchor.DOWN_PAID)
            throw new IllegalArgumentException("a discount does not count from " + from.words());
    }

    /**
     * What it comes to for a part, rounded half-up once ({@link Rounding#HALF_UP_PER_ADJUSTMENT}).
     *
     * @throws Refusal where it leaves nothing to pay, or the document does not say what it counts from
     */
    EarlySettlement on(Money part, Anchors anchors, BankingCalendar calendar) {
        Money discount =
                amount != null ? amount : part.times(percent.movePointLeft(2), Rounding.HALF_UP_PER_ADJUSTMENT);
        LocalDate until = DueRule.daysAfter(from, days).due(anchors, calendar).value();
        if (!discount.isPositive()) return null;
        if (discount.compareTo(part) >= 0)
            throw new Refusal(
                    "terms.early-all",
                    "The early-settlement discount of %s leaves nothing of a part of %s. Nothing was made."
                            .formatted(discount.text(), part.text()));
        return new EarlySettlement(until, discount);
    }

    /** {@code 2 % less within 10 days}. */
    public String words() {
        String size = percent == null ? amount.withCurrency() : Decimals.percent(percent);
        return "%s less within %s of %s".formatted(size, Days.count(days, "day"), from.words());
    }
}
