package exactum.core.settlement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** What is owed by several documents, divided into monthly parts (common practice, no source). */
class ArrangementTest {
    private static final LocalDate JULY = LocalDate.of(2026, 7, 31);

    private static Arrangement.Open<String> open(String document, String amount) {
        return new Arrangement.Open<>(document, Money.of("EUR", amount));
    }

    @Test
    void the_oldest_is_paid_off_first_and_a_part_goes_on_where_one_ends() {
        assertThat(Arrangement.of(List.of(open("one", "100.00"), open("two", "50.01")), 3, JULY))
                .extracting(s -> s.document() + " " + s.due() + " " + s.amount().plain())
                .containsExactly(
                        "one 2026-07-31 50.01", "one 2026-08-31 49.99", "two 2026-08-31 0.01", "two 2026-09-30 50.00");
    }

    @Test
    void it_has_one_part_at_least_and_no_part_of_nothing() {
        assertThatThrownBy(() -> Arrangement.of(List.of(open("one", "1.00")), 0, JULY))
                .hasMessageContaining("1 to 60 parts");
        assertThatThrownBy(() -> Arrangement.of(List.of(open("one", "0.02")), 3, JULY))
                .hasMessageContaining("too little");
    }

    @Test
    void the_shares_make_up_each_document_and_each_part_to_the_cent() {
        var random = new SplittableRandom(20_261_130L);
        for (int i = 0; i < 5_000; i++) {
            var open = new ArrayList<Arrangement.Open<Integer>>();
            for (int d = 0; d < random.nextInt(1, 6); d++)
                open.add(new Arrangement.Open<>(d, Money.ofMinor("EUR", random.nextLong(1, 90_000))));
            long total = open.stream().mapToLong(o -> o.amount().minor()).sum();
            int parts = (int) Math.min(total, random.nextInt(1, 25));
            List<Arrangement.Share<Integer>> shares = Arrangement.of(open, parts, JULY);
            for (Arrangement.Open<Integer> o : open)
                assertThat(shares.stream()
                                .filter(s -> s.document().equals(o.document()))
                                .mapToLong(s -> s.amount().minor())
                                .sum())
                        .isEqualTo(o.amount().minor());
            long most = (total + parts - 1) / parts;
            for (int p = 0; p < parts; p++) {
                LocalDate due = JULY.plusMonths(p);
                assertThat(shares.stream()
                                .filter(s -> s.due().equals(due))
                                .mapToLong(s -> s.amount().minor())
                                .sum())
                        .isBetween(total / parts, most);
            }
            assertThat(shares).allMatch(s -> s.amount().isPositive());
        }
    }
}
