package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.FindStatements;
import exactum.app.customers.ImportCustomers;
import exactum.app.payouts.FindPayouts;
import java.net.URI;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Files as people send them: good ones once, broken ones not at all, and what they say is never markup. */
@ExtendWith(RunningApp.class)
class FilesOverHttpTest {
    private static String location(HttpResponse<String> answer) {
        return URI.create(answer.headers().firstValue("location").orElseThrow())
                .getRawPath()
                .replaceFirst("^/moorings", "");
    }

    @Test
    void a_statement_is_read_once_and_shown_with_its_lines(World world, FindStatements statements) {
        byte[] file = BankFiles.camt(
                "S-1",
                world.iban,
                RunningApp.TODAY,
                "100.00",
                BankFiles.line(RunningApp.TODAY, "7.00", "<b>Odd</b> & sons", "thanks", "PMNT/RCDT/ESCT"));
        try (var ada = new Visitor(world, "ada")) {
            var kept = ada.upload("/statements/file", "s.xml", file);
            assertThat(kept.statusCode()).isEqualTo(302);
            assertThat(ada.get(location(kept)).body())
                    .contains("7.00")
                    .contains("&lt;b&gt;Odd&lt;/b&gt; &amp; sons")
                    .doesNotContain("<b>Odd");
            assertThat(ada.upload("/statements/file", "s.xml", file).body()).contains("was imported before");
            assertThat(ada.upload("/statements/file", "s.xml", Arrays.copyOf(file, 300))
                            .body())
                    .contains("cut off or is not XML")
                    .contains("Nothing was stored");
            assertThat(ada.upload("/statements/file", "s.xml", new byte[0]).statusCode())
                    .isEqualTo(422);
            assertThat(ada.upload("/statements/file", "s.xml", new byte[3_000_000])
                            .statusCode())
                    .isBetween(413, 422);
            assertThat(ada.post("/statements/file", "x=1").body()).contains("No file came");
            assertThat(statements.list(world.moorings, 1_000)).hasSize(1);
        }
    }

    @Test
    void a_payout_file_is_read_once_and_a_broken_one_not_at_all(World world, FindPayouts payouts) {
        String good = """
                payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee
                PO-H1,2026-06-01,2026-06-03,EUR,9.75,sale,2026-06-01,sa_H1,x,10.00,0.25
                """;
        try (var ada = new Visitor(world, "ada")) {
            String path = "/payouts/file?processor=" + world.cards;
            assertThat(ada.upload(path, "p.csv", good.replace("9.75", "9.76").getBytes(StandardCharsets.UTF_8))
                            .statusCode())
                    .isEqualTo(422);
            assertThat(ada.upload(path, "p.csv", good.substring(0, 130).getBytes(StandardCharsets.UTF_8))
                            .body())
                    .contains("cut off or changed");
            assertThat(payouts.list(world.moorings, 10)).isEmpty();
            var kept = ada.upload(path, "p.csv", good.getBytes(StandardCharsets.UTF_8));
            assertThat(kept.statusCode()).isEqualTo(302);
            assertThat(ada.get(location(kept)).body()).contains("PO-H1").contains("9.75");
            assertThat(ada.upload(path, "p.csv", good.getBytes(StandardCharsets.UTF_8))
                            .body())
                    .contains("was imported before");
        }
    }

    @Test
    void customers_come_in_through_a_rehearsal_and_the_rest_goes_back(World world) {
        String file = """
                code,name,kind,email,address,country,currency,tax_number
                HTTP-1,Quillon Baye,person,q@lakeside.example,Quay 1|Reedharbour,IE,EUR,
                HTTP-2,,person,,Quay,IE,EUR,
                """;
        try (var ada = new Visitor(world, "ada")) {
            String rehearsal =
                    location(ada.upload("/customers/import", "c.csv", file.getBytes(StandardCharsets.UTF_8)));
            assertThat(ada.get(rehearsal).body()).contains("Quillon Baye").contains("name is missing");
            assertThat(world.customers().findByCode(world.moorings, "HTTP-1")).isEmpty();
            for (int twice = 0; twice < 2; twice++)
                assertThat(ada.post(rehearsal + "/take", "").statusCode()).isEqualTo(302);
            assertThat(ada.get(rehearsal).body()).contains("0 imported").contains("hx-get");
            world.bean(ImportCustomers.class)
                    .take(world.moorings, UUID.fromString(rehearsal.substring(rehearsal.lastIndexOf('/') + 1)));
            assertThat(world.customers().findByCode(world.moorings, "HTTP-1")).isPresent();
            var bad = ada.get(rehearsal + "/bad.csv");
            assertThat(bad.body())
                    .contains("HTTP-2")
                    .contains("name is missing")
                    .doesNotContain("HTTP-1");
            assertThat(bad.headers().firstValue("content-disposition"))
                    .hasValue("attachment; filename=\"customers-not-imported.csv\"");
            for (byte[] wrong : new byte[][] {"%PDF-1.7".getBytes(StandardCharsets.UTF_8), new byte[0]})
                assertThat(ada.upload("/customers/import", "c.csv", wrong).statusCode())
                        .isEqualTo(422);
        }
    }
}
