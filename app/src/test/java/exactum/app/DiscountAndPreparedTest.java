package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.catalogue.Discounts;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.PreparedDocuments;
import exactum.app.links.PaymentLinks;
import java.io.IOException;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Discounts under names with their days, and lines that are kept to start from. */
@ExtendWith(RunningApp.class)
class DiscountAndPreparedTest {
    private static final String PAGE = "/catalogue/discounts";

    private static String typed(Customer customer, String more) {
        return "customer=" + customer.id() + "&text0=Berth&price0=200&tax0=standard&text1=Power&price1=100&tax1=reduced"
                + more;
    }

    /** 5 % of 300.00 is 15.00, shared 10.00 and 5.00: 190.00 at 23 % and 95.00 at 13.5 % carry 43.70 and 12.83. */
    @Test
    void a_discount_is_taken_from_all_of_it_and_printed_by_its_name(World world, DocumentPdfs pdfs) throws IOException {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(PAGE, "name=Early+bird&percent=5&validFrom=1+May+2026&lastDay=30+Jun+2026");
            assertThat(ada.post("/invoices/typed", typed(customer, "&discount=Early+bird"))
                            .body())
                    .contains("−15.00")
                    .contains("341.53");
            String draft = ada.follow("/drafts", typed(customer, "&discount=Early+bird"));
            assertThat(ada.get(draft).body()).contains("value=\"5 % Early bird\"");
            assertThat(ada.post("/drafts", typed(customer, "&discount=Early+bird&date=1+Jul+2026"))
                            .body())
                    .contains("“Early bird” does not hold on this date");
            ada.follow("/drafts/issue", typed(customer, "&discount=Early+bird"));
            Document invoice = world.document("LW-2026-0001");
            assertThat(invoice.gross()).isEqualTo(euro("341.53"));
            ada.follow(
                    PAGE + "/"
                            + world.bean(Discounts.class)
                                    .all(world.moorings)
                                    .getFirst()
                                    .id() + "/end",
                    "");
            assertThat(ada.get("/invoices/LW-2026-0001").body())
                    .contains("Early bird 5\u00a0%")
                    .contains("−15.00");
            String pay = "~/pay/" + world.bean(PaymentLinks.class).token(world.link(invoice));
            assertThat(ada.get(pay).body()).contains("Early bird 5\u00a0%");
            try (var pdf = Loader.loadPDF(pdfs.of(world.moorings, invoice))) {
                assertThat(new PDFTextStripper().getText(pdf).replace('\u00a0', ' '))
                        .contains("Early bird 5 %");
            }
            assertThat(ada.get("/audit?q=discount").body())
                    .contains("Early bird 5\u00a0%")
                    .contains("until 1 Jun 2026");
        }
        assertThat(world.balance("2000").negated()).isEqualTo(euro("56.53"));
    }

    @Test
    void a_discount_has_a_size_and_days_and_its_name_stands_for_one(World world) throws Exception {
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto");
                var pool = Executors.newFixedThreadPool(2)) {
            for (String wrong : List.of(
                    "name=&percent=",
                    "name=A&percent=0",
                    "name=A&percent=100",
                    "name=A&amount=0",
                    "name=A&percent=5&amount=5",
                    "name=A&percent=5&validFrom=today&lastDay=1+Jan+2026"))
                assertThat(ada.post(PAGE, wrong + (wrong.contains("validFrom") ? "" : "&validFrom=today"))
                                .statusCode())
                        .as(wrong)
                        .isEqualTo(422);
            assertThat(otto.post(PAGE, "name=A&percent=5&validFrom=today").statusCode())
                    .isEqualTo(403);
            String token = ada.token("/day");
            Callable<Integer> press = () -> ada.post(PAGE, token, "name=Club&amount=12.50&validFrom=today")
                    .statusCode();
            var answers = pool.invokeAll(List.of(press, press));
            assertThat(List.of(answers.get(0).get(), answers.get(1).get())).containsExactlyInAnyOrder(302, 422);
            ada.follow(PAGE, "name=Later&percent=5&validFrom=1+Jul+2026");
            var later = world.bean(Discounts.class).all(world.moorings).getLast();
            for (int twice = 0; twice < 2; twice++) ada.post(PAGE + "/" + later.id() + "/end", "");
            assertThat(world.bean(Discounts.class).all(world.moorings)).hasSize(1);
        }
    }

    @Test
    void lines_are_kept_under_a_name_started_from_and_added(World world, PreparedDocuments prepared) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/prepared", "preparedName=&text0=A").body()).contains("The name is missing");
            assertThat(ada.post("/prepared", "preparedName=Empty").body()).contains("at least one line");
            ada.follow("/prepared", typed(customer, "&preparedName=Launch&memo=See+you"));
            assertThat(ada.post("/prepared", typed(customer, "&preparedName=Launch"))
                            .body())
                    .contains("There is a prepared document “Launch” already");
            assertThat(ada.get("/prepared").body()).contains("Berth; Power");
            String id = prepared.all(world.moorings).getFirst().id().toString();
            assertThat(ada.get("/invoices/new?over=true&prepared=" + id).body())
                    .contains("value=\"Berth\"")
                    .contains("See you")
                    .doesNotContain("value=\"" + customer.id() + "\"");
            for (String paper : List.of("/invoices/typed", "/recurring/typed"))
                assertThat(ada.post(paper, "text0=First&price0=1&tax0=standard&prepared=" + id)
                                .body())
                        .as(paper)
                        .containsPattern("name=\"text0\"[^>]*value=\"First\"")
                        .containsPattern("name=\"text2\"[^>]*value=\"Power\"");
            for (int twice = 0; twice < 2; twice++) ada.post("/prepared/" + id + "/delete", "");
            assertThat(prepared.all(world.moorings)).isEmpty();
        }
    }
}
