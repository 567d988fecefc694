package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import java.net.http.HttpResponse;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Pattern;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A form that is sent twice, at once or again from another window, is kept once. */
@ExtendWith(RunningApp.class)
class TwiceTest {
    private static final Pattern KEY = Pattern.compile("name=\"key\" value=\"([0-9a-f-]{36})\"");

    private static String key(Visitor visitor, String page) {
        var found = KEY.matcher(visitor.get(page).body());
        assertThat(found.find()).as("a key on " + page).isTrue();
        return found.group(1);
    }

    private static List<HttpResponse<String>> atOnce(Visitor visitor, String path, String form) throws Exception {
        String token = visitor.token("/setup");
        Callable<HttpResponse<String>> press = () -> visitor.post(path, token, form);
        try (var pool = Executors.newFixedThreadPool(4)) {
            return pool.invokeAll(Collections.nCopies(4, press)).stream()
                    .map(Future::resultNow)
                    .toList();
        }
    }

    private static long count(World world, String table) {
        return (Long) world.bean(DSLContext.class).fetchValue("select count(*) from " + table);
    }

    private static String typed(Customer customer, String key, String name) {
        return "key=%s&customer=%s&name=%s&text0=Berth&qty0=1&price0=640.00&tax0=standard&unit=MONTH&every=1&start=%s"
                .formatted(key, customer.id(), name, Visitor.encoded("1 Jul 2026"));
    }

    @Test
    void an_arrangement_is_agreed_once_however_often_it_is_sent(World world) throws Exception {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String key = key(ada, "/recurring/new");
            for (var answer : atOnce(ada, "/recurring", typed(customer, key, "Berth")))
                assertThat(answer.headers().firstValue("location"))
                        .hasValueSatisfying(l -> assertThat(l).endsWith("/recurring/" + key));
            assertThat(count(world, "recurring_invoice")).isOne();
            assertThat(ada.post("/recurring", typed(customer, key, "Other")).body())
                    .contains("differs there")
                    .contains("Nothing was saved");
            assertThat(count(world, "recurring_invoice")).isOne();
        }
    }

    @Test
    void an_equal_resend_of_a_yearly_arrangement_is_the_same_and_a_changed_memo_is_not(World world) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String key = key(ada, "/recurring/new");
            String yearly = typed(customer, key, "Winter storage").replace("unit=MONTH", "unit=YEAR");
            assertThat(ada.follow("/recurring", yearly)).isEqualTo("/recurring/" + key);
            assertThat(ada.follow("/recurring", yearly)).isEqualTo("/recurring/" + key);
            assertThat(ada.post("/recurring", yearly + "&memo=Thank+you").body())
                    .contains("differs there");
            assertThat(count(world, "recurring_invoice")).isOne();
        }
    }

    @Test
    void a_draft_saved_after_its_paper_was_kept_does_not_come_back(World world) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String key = key(ada, "/recurring/new?over=true");
            ada.post("/recurring", typed(customer, key, "Pontoon"));
            ada.post("/recurring/typed", typed(customer, key, "Pontoon"));
            assertThat(ada.get("/recurring/new").body()).doesNotContain("value=\"Pontoon\"");
            assertThat(key(ada, "/recurring/new")).isNotEqualTo(key);
        }
    }

    @Test
    void a_customer_is_added_once(World world) throws Exception {
        try (var ada = new Visitor(world, "ada")) {
            String form = "key=%s&name=Twyla%%20Tarn&country=IE&currency=EUR".formatted(key(ada, "/customers/new"));
            for (var answer : atOnce(ada, "/customers", form))
                assertThat(answer.statusCode()).isEqualTo(302);
            assertThat(ada.post("/customers", form + "&email=twyla@lakeside.example")
                            .body())
                    .contains("differs there");
            assertThat(count(world, "customer where name = 'Twyla Tarn'")).isOne();
        }
    }

    @Test
    void a_one_off_invoice_pressed_four_times_is_one_invoice(World world) throws Exception {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String form = "key=%s&customer=%s&date=%s&text0=Crane+lift&qty0=1&price0=180.00&tax0=standard"
                    .formatted(
                            key(ada, "/invoices/new?customer=" + customer.id()),
                            customer.id(),
                            Visitor.encoded("1 Jun 2026"));
            for (var answer : atOnce(ada, "/drafts/issue", form))
                assertThat(answer.statusCode()).isIn(302, 422);
            assertThat(count(world, "document")).isOne();
            assertThat(world.balance("1100")).isEqualTo(euro("221.40"));
        }
    }

    @Test
    void a_payment_recorded_four_times_at_once_is_one_payment(World world) throws Exception {
        Document invoice = world.invoice(world.payer(), "50.00");
        try (var ada = new Visitor(world, "ada")) {
            String page = "/payments/new?customer=" + invoice.customer();
            String form = "key=%s&customer=%s&on=%s&amount=50.00&method=cash"
                    .formatted(key(ada, page), invoice.customer(), Visitor.encoded("1 Jun 2026"));
            atOnce(ada, "/payments", form);
            assertThat(ada.post("/payments", form).statusCode()).isEqualTo(302);
            assertThat(ada.post("/payments", form.replace("amount=50.00", "amount=60.00"))
                            .body())
                    .contains("differs there");
            assertThat(count(world, "means")).isOne();
            assertThat(world.balance("1020")).isEqualTo(euro("50.00"));
        }
    }

    @Test
    void what_two_set_up_at_one_moment_is_there_once_and_the_others_are_told(World world) throws Exception {
        try (var ada = new Visitor(world, "ada")) {
            for (String form : List.of(
                    "/setup/accounts|code=6100&name=Dredging&kind=expense",
                    "/setup/tax-rates|code=none&category=Z&name=VAT&percent=0&validFrom=today&source=here")) {
                String[] parts = form.split("\\|");
                assertThat(atOnce(ada, parts[0], parts[1]))
                        .extracting(HttpResponse::statusCode)
                        .containsExactlyInAnyOrder(302, 422, 422, 422);
            }
        }
        assertThat(world.find().accounts(world.moorings))
                .filteredOn(a -> a.code().value().equals("6100"))
                .hasSize(1);
    }
}
