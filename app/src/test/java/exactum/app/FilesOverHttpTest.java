package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.CustomerStore;
import exactum.app.payouts.PayoutStore;
import exactum.app.statements.StatementStore;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Files as a person's browser sends them: good, again, broken, and far too large. */
@ExtendWith(RunningApp.class)
class FilesOverHttpTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    private static String location(HttpResponse<String> answer) {
        return answer.headers().firstValue("location").orElseThrow().replaceFirst("^http://[^/]+", "");
    }

    @Test
    void a_statement_is_read_once_and_shown_with_its_lines(World world, StatementStore statements) {
        byte[] file = BankFiles.camt(
                "S-1",
                world.bankAccount(),
                DAY,
                "100.00",
                BankFiles.line(DAY, "7.00", "<b>Odd</b> & sons", "thanks", "PMNT/RCDT/ESCT"));
        try (var ada = new Visitor(world, "ada")) {
            var kept = ada.upload("/statements/file", "s.xml", file);
            assertThat(kept.statusCode()).isEqualTo(302);
            assertThat(ada.get(location(kept)).body())
                    .contains("7.00")
                    .contains("&lt;b&gt;Odd&lt;/b&gt; &amp; sons")
                    .doesNotContain("<b>Odd");
            int before = statements.list(1_000).size();
            assertThat(ada.upload("/statements/file", "s.xml", file).body()).contains("was read before");
            assertThat(ada.upload("/statements/file", "s.xml", Arrays.copyOf(file, 300))
                            .body())
                    .contains("cut off or is not XML")
                    .contains("Nothing was stored");
            assertThat(ada.upload("/statements/file", "s.xml", new byte[0]).statusCode())
                    .isEqualTo(422);
            assertThat(ada.upload("/statements/file", "s.xml", new byte[3_000_000])
                            .statusCode())
                    .isBetween(413, 422);
            assertThat(statements.list(1_000)).hasSize(before);
        }
    }

    @Test
    void a_payout_file_is_read_once_and_a_broken_one_not_at_all(World world, PayoutStore payouts) {
        String good = """
                payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee
                PO-H1,2026-06-01,2026-06-03,EUR,9.75,sale,2026-06-01,sa_H1,x,10.00,0.25
                """;
        try (var ada = new Visitor(world, "ada")) {
            String path = "/payouts/file?processor=" + world.processor;
            assertThat(ada.upload(path, "p.csv", good.replace("9.75", "9.76").getBytes(StandardCharsets.UTF_8))
                            .statusCode())
                    .isEqualTo(422);
            assertThat(ada.upload(path, "p.csv", good.substring(0, 130).getBytes(StandardCharsets.UTF_8))
                            .body())
                    .contains("cut off or changed");
            var kept = ada.upload(path, "p.csv", good.getBytes(StandardCharsets.UTF_8));
            assertThat(kept.statusCode()).isEqualTo(302);
            assertThat(ada.get(location(kept)).body()).contains("PO-H1").contains("9.75");
            assertThat(ada.upload(path, "p.csv", good.getBytes(StandardCharsets.UTF_8))
                            .body())
                    .contains("was read before");
        }
    }

    @Test
    void customers_come_in_through_a_rehearsal_and_the_rest_goes_back(World world, CustomerStore customers) {
        String file = """
                code,name,kind,email,address,country,currency,tax_number
                HTTP-1,Quillon Baye,person,q@lakeside.example,Quay 1|Reedharbour,IE,EUR,
                HTTP-2,,person,,Quay,IE,EUR,
                """;
        try (var ada = new Visitor(world, "ada")) {
            String rehearsal =
                    location(ada.upload("/customers/import", "c.csv", file.getBytes(StandardCharsets.UTF_8)));
            assertThat(ada.get(rehearsal).body()).contains("Quillon Baye").contains("name is missing");
            assertThat(customers.findByCode("HTTP-1")).isEmpty();
            for (int twice = 0; twice < 2; twice++)
                assertThat(ada.post(rehearsal + "/take", "").statusCode()).isEqualTo(302);
            assertThat(customers.findByCode("HTTP-1").orElseThrow().address()).isEqualTo("Quay 1\nReedharbour");
            var bad = ada.get(rehearsal + "/bad.csv");
            assertThat(bad.body())
                    .contains("HTTP-2")
                    .contains("name is missing")
                    .doesNotContain("HTTP-1");
            assertThat(bad.headers().firstValue("content-disposition"))
                    .hasValue("attachment; filename=\"customers-not-taken.csv\"");
            assertThat(ada.upload("/customers/import", "c.csv", "a,b\n1,2\n".getBytes(StandardCharsets.UTF_8))
                            .statusCode())
                    .isEqualTo(422);
            assertThat(ada.upload("/customers/import", "c.csv", new byte[0]).statusCode())
                    .isEqualTo(422);
        }
    }
}
