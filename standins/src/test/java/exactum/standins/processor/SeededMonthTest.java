package exactum.standins.processor;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.PayoutReport;
import exactum.core.money.Money;
import exactum.formats.csv.PayoutCsv;
import exactum.standins.Desktop;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A month that a seed makes: all that a processor meets in one, each day paid out. */
class SeededMonthTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 6, 1);

    private static String made(Desktop desktop, String seed) {
        return desktop.submit(
                        "/processor/seed/month",
                        Map.of("currency", "EUR", "month", "2026-06", "seed", seed, "perDay", "8"))
                .body();
    }

    private static List<PayoutReport> payouts(Desktop desktop) {
        var found = new ArrayList<PayoutReport>();
        for (LocalDate day = FIRST; day.getMonthValue() == 6; day = day.plusDays(1)) {
            var answer = desktop.get("/processor/payouts/PO-" + day + ".csv");
            if (answer.statusCode() == 200)
                found.add(PayoutCsv.read(new ByteArrayInputStream(answer.body().getBytes(StandardCharsets.UTF_8))));
        }
        return found;
    }

    private static Money total(List<PayoutReport> payouts) {
        return payouts.stream().map(PayoutReport::net).reduce(Money.of("EUR", "0.00"), Money::plus);
    }

    @Test
    void the_same_seed_makes_the_same_month_and_another_makes_another() throws Exception {
        try (var one = new Desktop();
                var same = new Desktop();
                var other = new Desktop()) {
            String made = made(one, "7");
            assertThat(made)
                    .matches(
                            "\\{\"charged\":\\d\\d+,\"refused\":\\d+,\"promised\":\\d+,\"atCounter\":\\d+,\"givenBack\":[1-9]\\d*}");
            assertThat(made(same, "7")).isEqualTo(made);
            assertThat(made(other, "8")).isNotEqualTo(made);
            assertThat(total(payouts(same))).isEqualTo(total(payouts(one)));
        }
    }

    @Test
    void each_day_is_paid_out_with_the_fees_of_its_kinds_of_card() throws Exception {
        try (var desktop = new Desktop()) {
            made(desktop, "7");
            List<PayoutReport> payouts = payouts(desktop);
            assertThat(payouts).hasSizeGreaterThan(20);
            assertThat(made(desktop, "8")).doesNotContain("charged");
            assertThat(payouts(desktop)).isEqualTo(payouts);
            assertThat(payouts)
                    .allSatisfy(p -> assertThat(p.lines())
                            .allSatisfy(l -> assertThat(l.occurredOn()).isEqualTo(p.salesOn())));
            assertThat(desktop.get("/processor").body())
                    .contains("American Express")
                    .contains("counter-2026-06");
        }
    }
}
