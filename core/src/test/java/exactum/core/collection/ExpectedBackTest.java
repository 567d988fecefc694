package exactum.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What is expected to come back, held against twelve made-up years in which the truth is known. */
class ExpectedBackTest {
    private static final int PAYERS = 300;

    @Test
    void of_twelve_seeded_runs_the_range_holds_what_came_back_in_at_least_nine() {
        int held = 0;
        for (int seed = 1; seed <= 12; seed++) if (holds(new Random(seed))) held++;
        assertThat(held).isGreaterThanOrEqualTo(9);
    }

    /** Payers differ: most never fail, some often do. Each has up to a year of past; then one run is collected. */
    private static boolean holds(Random random) {
        List<ExpectedBack.Item> items = new ArrayList<>();
        int all = 0;
        int back = 0;
        long truth = 0;
        for (int p = 0; p < PAYERS; p++) {
            double share = random.nextInt(10) == 0 ? 0.15 : 0.01;
            int collected = random.nextInt(13);
            int failed = 0;
            for (int i = 0; i < collected; i++) if (random.nextDouble() < share) failed++;
            all += collected;
            back += failed;
            long minor = 2_000 + random.nextInt(20_000);
            items.add(new ExpectedBack.Item(Money.ofMinor("EUR", minor), new ExpectedBack.Past(collected, failed)));
            if (random.nextDouble() < share) truth += minor;
        }
        ExpectedBack expected = ExpectedBack.of(items, new ExpectedBack.Past(all, back));
        return expected.least().minor() <= truth && truth <= expected.most().minor();
    }

    @Test
    void without_any_past_two_of_a_hundred_are_expected() {
        ExpectedBack expected = ExpectedBack.of(
                List.of(new ExpectedBack.Item(Money.of("EUR", "100.00"), new ExpectedBack.Past(0, 0))),
                new ExpectedBack.Past(0, 0));
        assertThat(expected.likely().plain()).isEqualTo("2.00");
        assertThat(expected.least().isZero()).isTrue();
        assertThat(expected.most().compareTo(Money.of("EUR", "100.00"))).isLessThanOrEqualTo(0);
    }
}
