package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.core.settlement.Policy;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** One folding for all searches: wherever one looks for a name, its plain letters and its own ones find it alike. */
@ExtendWith(RunningApp.class)
class SearchTest {
    private static final String NAME = "Đorđe Œuvré-Þórsson";

    @ParameterizedTest
    @ValueSource(strings = {"Đorđe Œuvré-Þórsson", "dorde oeuvre", "THORSSON DORDE", "þórsson", "ŒUVRE", "đord"})
    void a_name_is_found_wherever_one_looks(String words, World world) {
        Customer customer = world.customer(world.moorings, NAME, "d@lakeside.example", "EUR");
        world.berth(customer);
        world.invoice(customer, "35.00");
        world.payCash(customer, "5.00", new Policy.DueOrder());
        String line = world.bankLine("12.00", "somebody", "hello").value().toString();
        try (var ada = new Visitor(world, "ada")) {
            String q = URLEncoder.encode(words, StandardCharsets.UTF_8);
            for (String path : List.of(
                    "/customers?q=",
                    "/invoices?q=",
                    "/recurring?q=",
                    "/payments?q=",
                    "/find?q=",
                    "/customers/found?who=",
                    "/bank-lines/" + line + "/found?q="))
                assertThat(ada.get(path + q).body()).as(path + words).contains(NAME);
            assertThat(ada.get("/customers?q=nobody").body()).doesNotContain(NAME);
        }
    }
}
