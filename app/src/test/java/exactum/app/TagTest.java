package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.setup.Tags;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The business's own analysis values: on items, lines, fees, and the postings of both. */
@ExtendWith(RunningApp.class)
class TagTest {
    private static void tags(Visitor ada) {
        for (String tag : List.of("Harbour&value=Reedharbour", "Harbour&value=Otterholm", "Department&value=Yard"))
            ada.follow("/setup/tags", "dimension=" + tag);
    }

    @Test
    void an_item_brings_its_tags_to_the_line_and_the_line_to_the_books(World world, DSLContext db) {
        Customer customer = world.payer();
        CatalogueItem key =
                world.bean(FindCatalogue.class).items(world.moorings).getFirst();
        try (var ada = new Visitor(world, "ada")) {
            tags(ada);
            ada.follow(
                    "/catalogue/" + key.id(),
                    "revision=1&name=Pontoon+key&code=KEY&unit=piece&taxCode=standard&incomeAccount=4000&tags=Harbour:+Reedharbour;+Department:+Yard");
            assertThat(ada.get("/catalogue/catalogue.csv").body()).contains("Harbour: Reedharbour; Department: Yard");
            String typed = "customer=" + customer.id() + "&text0=Pontoon+key&qty0=1";
            assertThat(ada.post("/invoices/typed", typed).body())
                    .contains("value=\"Harbour: Reedharbour; Department: Yard\"");
            String line = typed + "&item0=" + key.id() + "&price0=12&tax0=standard&account0=4000&tags0=";
            assertThat(ada.post("/invoices/typed", line + "Harbour:+Nowhere").body())
                    .contains("There is no tag “Harbour: Nowhere”");
            ada.follow("/drafts/issue", line + "Harbour:+Otterholm;+Department:+Yard");
            ada.follow("/setup/tags/retire", "dimension=Harbour&value=Reedharbour");
            assertThat(ada.post("/invoices/typed", line + "Harbour:+Reedharbour")
                            .body())
                    .contains("There is no tag “Harbour: Reedharbour”");
            Document invoice = world.document("LW-2026-0001");
            assertThat(invoice.lines().getFirst().line().tags())
                    .containsExactly("Harbour: Otterholm", "Department: Yard");
            assertThat(ada.get("/ledger/entries").body()).contains("Harbour: Otterholm; Department: Yard");
        }
        assertThat(db.fetchValue(
                        "select count(*) from posting where tags @> array['Harbour: Otterholm'] and account = '4000'"))
                .isEqualTo(1L);
    }

    @Test
    void a_processor_tags_its_fees(World world, DSLContext db) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            tags(ada);
            String page = "/setup/processors/" + world.cards + "/tags";
            assertThat(otto.post(page, "tags=").statusCode()).isEqualTo(403);
            assertThat(ada.post(page, "tags=Harbour:+Reedharbour;+Harbour:+Otterholm")
                            .body())
                    .contains("is a second tag of its dimension");
            ada.follow(page, "tags=Department:+Yard");
            Document invoice = world.invoice(customer, "96.00");
            world.desk.sale("sa_1", world.desk.cardPage(invoice).reference, "96.00", "2.00");
            assertThat(ada.get("/audit?q=fees").body()).contains("Department: Yard");
        }
        assertThat(db.fetchValue("select count(*) from posting where tags = array['Department: Yard']"))
                .isEqualTo(1L);
    }

    @Test
    void a_tag_is_there_once_and_a_retired_one_is_given_to_nothing_new(World world, Tags tags) throws Exception {
        try (var ada = new Visitor(world, "ada");
                var pool = Executors.newFixedThreadPool(2)) {
            assertThat(ada.post("/setup/tags", "dimension=&value=").body()).contains("There are 2 things to correct");
            assertThat(ada.post("/setup/tags", "dimension=A:B&value=C").body()).contains("its dimension no colon");
            String token = ada.token("/day");
            Callable<Integer> press = () -> ada.post("/setup/tags", token, "dimension=Harbour&value=Reedharbour")
                    .statusCode();
            var answers = pool.invokeAll(List.of(press, press));
            assertThat(List.of(answers.get(0).get(), answers.get(1).get())).containsExactlyInAnyOrder(302, 422);
            ada.follow("/setup/tags/retire", "dimension=Harbour&value=Reedharbour");
            assertThat(tags.usable(world.moorings)).isEmpty();
            assertThatThrownBy(() -> Tags.read("Harbour: Reedharbour", tags.usable(world.moorings)))
                    .hasMessageContaining("There is no tag");
            ada.follow("/setup/tags/retire", "dimension=Harbour&value=Reedharbour&again=on");
            assertThat(tags.usable(world.moorings)).containsExactly("Harbour: Reedharbour");
            assertThat(ada.get("/setup/tags").body()).contains("Reedharbour");
        }
    }
}
