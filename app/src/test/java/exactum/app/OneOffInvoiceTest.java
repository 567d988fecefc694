package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.customers.Customer;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Standing;
import exactum.app.messages.FindMessages;
import exactum.core.document.Line;
import exactum.core.problem.Refusal;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.Collections;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** An invoice that is typed for once: on paper, saved as a draft, issued, made void. */
@ExtendWith(RunningApp.class)
class OneOffInvoiceTest {
    private static final Pattern KEY = Pattern.compile("name=\"key\" value=\"([0-9a-f-]{36})\"");

    private static String key(Visitor visitor) {
        var found = KEY.matcher(visitor.get("/invoices/new").body());
        assertThat(found.find()).isTrue();
        return found.group(1);
    }

    private static String lift(Customer customer, String price) {
        return "&customer=" + customer.id() + "&date=1+Jun+2026&text0=Crane+lift&qty0=1&price0=" + price
                + "&tax0=standard";
    }

    @Test
    void the_paper_answers_each_pause_with_its_sums_and_what_issuing_would_do(World world) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String typed = ada.post("/invoices/typed", "key=" + key(ada) + lift(customer, "96.00"))
                    .body();
            assertThat(typed)
                    .contains("118.08")
                    .contains("22.08")
                    .contains("15 Jun 2026")
                    .doesNotContain("<html");
            assertThat(ada.get("/invoices/new").body()).contains("Crane lift").contains("118.08");
            assertThat(ada.get("/invoices/new?over=true").body()).doesNotContain("Crane lift");
        }
    }

    @Test
    void it_is_a_draft_first_without_a_number_and_then_an_invoice_with_one(World world, FindMessages messages) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String draft = ada.follow("/drafts", "key=" + key(ada) + lift(customer, "96.00"));
            assertThat(draft).startsWith("/drafts/");
            assertThat(ada.get("/invoices?standing=DRAFT").body()).contains(customer.name());
            assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
            String id = draft.substring("/drafts/".length());
            String invoice =
                    ada.follow("/drafts/issue", "id=" + id + "&revision=1&send=true" + lift(customer, "100.00"));
            assertThat(invoice).isEqualTo("/invoices/LW-2026-0001");
            assertThat(ada.get(invoice).body()).contains("123.00").contains("Crane lift");
            assertThat(ada.get(draft).headers().firstValue("location"))
                    .hasValueSatisfying(l -> assertThat(l).endsWith(invoice));
            assertThat(ada.get("/invoices?standing=DRAFT").body()).doesNotContain(customer.name());
        }
        Document issued = world.newest(customer.id());
        assertThat(issued.gross()).isEqualTo(euro("123.00"));
        assertThat(messages.ofDocument(world.moorings, issued.id())).hasSize(1);
        assertThat(world.balance("1100")).isEqualTo(euro("123.00"));
        assertThat(world.balance("2000")).isEqualTo(euro("-23.00"));
    }

    @Test
    void sent_four_times_at_once_it_is_one_invoice_and_all_are_led_to_it(World world) throws Exception {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada");
                var pool = Executors.newFixedThreadPool(4)) {
            String form = "key=" + key(ada) + lift(customer, "96.00");
            String token = ada.token("/day");
            Callable<HttpResponse<String>> press = () -> ada.post("/drafts/issue", token, form);
            for (var answer : pool.invokeAll(Collections.nCopies(4, press)))
                assertThat(answer.get().headers().firstValue("location"))
                        .hasValueSatisfying(l -> assertThat(l).endsWith("/invoices/LW-2026-0001"));
        }
        assertThat(world.lists().ofCustomer(world.moorings, customer.id(), RunningApp.TODAY, 9))
                .hasSize(1);
    }

    @Test
    void of_two_people_at_one_draft_the_second_is_told_sees_both_and_may_save_over(World world, Drafts drafts) {
        Draft draft = world.draft(world.payer(), RunningApp.TODAY, world.power());
        drafts.save(world.moorings, draft);
        Customer customer = world.customers().get(world.moorings, draft.customer());
        try (var ada = new Visitor(world, "ada")) {
            String id = "id=" + draft.id();
            assertThat(ada.follow("/drafts", id + "&revision=1" + lift(customer, "50.00")))
                    .endsWith(draft.id().toString());
            HttpResponse<String> late = ada.post("/drafts", id + "&revision=1" + lift(customer, "70.00"));
            assertThat(late.statusCode()).isEqualTo(422);
            assertThat(late.body()).contains("Somebody changed or issued this draft meanwhile");
            ada.post("/invoices/typed", id + "&revision=1" + lift(customer, "70.00"));
            assertThat(ada.get("/drafts/" + draft.id()).body())
                    .contains("70.00")
                    .contains("50.00");
            ada.follow("/drafts", id + "&revision=1&over=2" + lift(customer, "70.00"));
        }
        assertThat(drafts.find(world.moorings, draft.id()))
                .hasValueSatisfying(d -> assertThat(d.content().lines())
                        .singleElement()
                        .satisfies(l -> assertThat(l.price().text()).isEqualTo("70.00")));
    }

    @Test
    void what_cannot_be_issued_is_not_saved_and_what_was_typed_still_stands(World world) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String key = "key=" + key(ada);
            assertThat(ada.post("/drafts", key + "&text0=Lift&qty0=1&price0=1.2.3")
                            .body())
                    .contains("Choose a customer.")
                    .contains("is not a number");
            assertThat(ada.post("/drafts", key + lift(customer, "96.00").replace("1+Jun+2026", "1+Jun+1980"))
                            .body())
                    .contains("Nothing was");
            assertThat(ada.post("/drafts", key + lift(customer, "96.00").replace("qty0=1", "qty0=999999999999"))
                            .body())
                    .contains("more than can be counted");
        }
        assertThat(world.lists()
                        .list(
                                world.moorings,
                                new ListDocuments.Filter("", Standing.DRAFT, null),
                                RunningApp.TODAY,
                                Slice.first(1)))
                .isEmpty();
    }

    @Test
    void a_draft_that_is_deleted_is_gone_once(World world, Drafts drafts) {
        Draft draft = world.draft(world.payer(), RunningApp.TODAY, world.power());
        drafts.save(world.moorings, draft);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.follow("/drafts/" + draft.id() + "/delete", "")).isEqualTo("/invoices");
            assertThat(ada.post("/drafts/" + draft.id() + "/delete", "").body())
                    .contains("not there any more")
                    .contains("Nothing was deleted");
            assertThat(ada.get("/drafts/" + draft.id()).statusCode()).isEqualTo(404);
        }
    }

    @Test
    void an_invoice_that_nobody_has_seen_can_be_made_void_and_its_number_stays(World world, FindDocuments documents) {
        Document invoice = world.invoice(world.payer(), "96.00");
        try (var ada = new Visitor(world, "ada")) {
            for (int twice = 0; twice < 2; twice++) ada.post("/invoices/" + invoice.number() + "/void", "");
            assertThat(ada.get("/invoices/" + invoice.number()).body()).contains("void");
        }
        assertThat(documents.standing(world.moorings, invoice.id(), RunningApp.TODAY))
                .isEqualTo(Standing.VOID);
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
        assertThat(world.invoice(world.payer(), "1.00").number()).isEqualTo("LW-2026-0002");
    }

    @Test
    void prices_finer_than_a_cent_and_texts_are_lines_too(World world, Drafts drafts) {
        Customer customer = world.payer();
        var issued = drafts.issue(
                world.moorings,
                world.draft(
                        customer,
                        RunningApp.TODAY,
                        Line.text("Meter 4711, read on 31 May"),
                        world.line("Shore power", "212", "0.3425", "reduced")),
                false);
        assertThat(issued.gross()).isEqualTo(euro("82.41"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices/" + issued.number()).body())
                    .contains("Meter 4711")
                    .contains("0.3425")
                    .contains("72.61");
        }
    }

    @Test
    void prices_may_be_with_tax(World world) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String form = "key=" + key(ada) + lift(customer, "123.00") + "&mode=tax+included";
            String modes = ada.get("/invoices/new").body();
            assertThat(modes).contains("name=\"mode\"");
            ada.follow("/drafts/issue", form);
        }
        Document issued = world.newest(customer.id());
        assertThat(issued.gross()).isEqualTo(euro("123.00"));
        assertThat(issued.amounts().net()).isEqualTo(euro("100.00"));
    }

    @Test
    void a_rate_that_does_not_hold_on_its_date_is_refused(World world, Drafts drafts) {
        Draft draft =
                world.draft(world.payer(), LocalDate.of(2019, 1, 1), world.line("Berth", "1", "5.00", "standard"));
        assertThatThrownBy(() -> drafts.save(world.moorings, draft))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("standard");
    }
}
