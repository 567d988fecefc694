package exactum.app;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Rates from a file of the central bank’s layout: those that are used, what was typed stays. */
@ExtendWith(RunningApp.class)
class ReferenceRatesTest {
    private static final String FILE =
            "Date,USD,GBP,JPY,\n2026-06-01,1.0800,0.8500,170.1,\n2026-05-29,1.0750,0.8490,169.9,\n";

    @Test
    void rates_of_the_currencies_that_are_used_are_taken_and_typed_ones_stay(World world) {
        world.customer(world.moorings, "Dollar owner", "d@d.example", "USD");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/setup/rates", "currency=USD&perUnit=0.93&day=29+May+2026&source=our+bank");
            ada.upload("/setup/rates/file", "eurofxref-hist.csv", FILE.getBytes(UTF_8));
            String page = ada.get("/setup/rates").body();
            assertThat(page)
                    .contains("0.92592593")
                    .contains("0.93")
                    .contains("our bank")
                    .doesNotContain("JPY");
            assertThat(ada.upload("/setup/rates/file", "rates.csv", "Date,JPY\n2026-06-01,170.1\n".getBytes(UTF_8))
                            .body())
                    .contains("no rate of a currency");
        }
    }
}
