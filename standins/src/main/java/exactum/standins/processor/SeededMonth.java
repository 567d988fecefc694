package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.standins.clock.Days;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * A month at the processor's, as a merchant of some customers makes it: kept cards that are charged, refused, short once or past
 * their month; amounts that are promised, taken in parts and let go; cards that came out of wallets and cards at a counter, with the fees of
 * their kinds; some of it given back. Each day ends with its payout.
 */
@Component
class SeededMonth {
    private static final TestCard[] KINDS = {
        TestCard.GOOD, TestCard.GOOD_TOO, TestCard.DEAR, TestCard.WALLET, TestCard.LATER_SHORT, TestCard.LATER_HARD
    };
    private static final int HUNDRED = 100;
    private static final int CUSTOMERS = 24;
    private final KeptCards cards;
    private final Charges charges;
    private final Sales sales;
    private final Refunds refunds;
    private final Payouts payouts;
    private final Days days;

    SeededMonth(KeptCards cards, Charges charges, Sales sales, Refunds refunds, Payouts payouts, Days days) {
        this.cards = cards;
        this.charges = charges;
        this.sales = sales;
        this.refunds = refunds;
        this.payouts = payouts;
        this.days = days;
    }

    /** How often what was done. */
    record Made(int charged, int refused, int promised, int atCounter, int givenBack) {
        Made plus(Made other) {
            return new Made(
                    charged + other.charged,
                    refused + other.refused,
                    promised + other.promised,
                    atCounter + other.atCounter,
                    givenBack + other.givenBack);
        }
    }

    /** Empty if a day of the month was paid out before. */
    Optional<Made> make(String currency, YearMonth month, long seed, int perDay) {
        if (payouts.isBegun(currency, month)) return Optional.empty();
        var one = new OneMonth(currency, new Random(seed));
        one.keepCards(month);
        var made = new Made(0, 0, 0, 0, 0);
        for (LocalDate day = month.atDay(1); !day.isAfter(month.atEndOfMonth()); day = day.plusDays(1)) {
            days.start(day);
            for (int i = one.random.nextInt(2 * perDay + 1); i > 0; i--) made = made.plus(one.step(day, i));
            days.close(day);
        }
        return Optional.of(made);
    }

    private final class OneMonth {
        private final String currency;
        private final Random random;
        private final List<KeptCard> kept = new ArrayList<>();
        private final List<Sale> taken = new ArrayList<>();

        private OneMonth(String currency, Random random) {
            this.currency = currency;
            this.random = random;
        }

        /** One in eight of them is not good beyond the month before, whatever its kind. */
        private void keepCards(YearMonth month) {
            for (int i = 1; i <= CUSTOMERS; i++) {
                YearMonth until = i % 8 == 0 ? month.minusMonths(1) : month.plusYears(3);
                kept.add(cards.keep(currency, "C-" + i, KINDS[random.nextInt(KINDS.length)], until.toString()));
            }
        }

        private Made step(LocalDate day, int no) {
            String reference = "%s-%d".formatted(day, no);
            int of = random.nextInt(HUNDRED);
            if (of < 60) return charged(reference);
            if (of < 75) return promised(reference);
            if (of < 92) return atCounter(reference);
            return givenBack();
        }

        private String amount() {
            return "%d.%02d".formatted(5 + random.nextInt(600), random.nextInt(HUNDRED));
        }

        private String key() {
            return new UUID(random.nextLong(), random.nextLong()).toString();
        }

        private Charge charge(String reference, boolean capture) {
            KeptCard card = kept.get(random.nextInt(kept.size()));
            return charges.charge(
                    currency,
                    new Charges.Wanted(key(), card.id(), amount(), reference, card.customer(), false, capture));
        }

        private Made charged(String reference) {
            Charge charge = charge(reference, true);
            remember(charge);
            return charge.isDeclined() ? new Made(0, 1, 0, 0, 0) : new Made(1, 0, 0, 0, 0);
        }

        /** Two parts of it are taken, and what is left is let go. */
        private Made promised(String reference) {
            Charge charge = charge(reference, false);
            if (charge.isDeclined()) return new Made(0, 1, 0, 0, 0);
            Money part = Money.ofMinor(currency, Math.max(1, charge.rest().minor() * (1 + random.nextInt(4)) / 10));
            for (int i = 0; i < 2; i++) charges.capture(currency, charge.id(), key(), part.plain(), false);
            remember(charges.release(currency, charge.id(), key()));
            return new Made(0, 0, 1, 0, 0);
        }

        private Made atCounter(String reference) {
            taken.add(sales.inPerson(currency, amount(), "counter-" + reference));
            return new Made(0, 0, 0, 1, 0);
        }

        private Made givenBack() {
            if (taken.isEmpty()) return new Made(0, 0, 0, 0, 0);
            Sale sale = taken.get(random.nextInt(taken.size()));
            Money half = Money.ofMinor(
                    currency, Math.max(1, Money.of(currency, sale.amount()).minor() / 2));
            try {
                refunds.refund(currency, key(), sale.id(), half.plain());
                return new Made(0, 0, 0, 0, 1);
            } catch (Refunds.NotDone takenBackBefore) {
                return new Made(0, 0, 0, 0, 0);
            }
        }

        private void remember(Charge charge) {
            charge.sales().forEach(id -> taken.add(sales.find(id).orElseThrow()));
        }
    }
}
