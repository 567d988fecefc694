package exactum.app;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.RECURRING_INVOICE;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.setup.SetupStore;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
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

    private static String typed(Customer customer, String key, String name) {
        return "key=%s&customer=%s&name=%s&text0=Berth&qty0=1&price0=640.00&tax0=standard&unit=MONTH&every=1&start=%s"
                .formatted(key, customer.id(), name, URLEncoder.encode("1 Jul 2026", StandardCharsets.UTF_8));
    }

    @Test
    void an_arrangement_is_agreed_once_however_often_it_is_sent(World world, DSLContext db) throws Exception {
        Customer customer = world.customer("twice@lakeside.example");
        try (var ada = new Visitor(world, "ada")) {
            String key = key(ada, "/recurring/new");
            for (var answer : atOnce(ada, "/recurring", typed(customer, key, "Berth")))
                assertThat(answer.headers().firstValue("location"))
                        .hasValueSatisfying(l -> assertThat(l).endsWith("/recurring/" + key));
            assertThat(db.fetchCount(RECURRING_INVOICE, RECURRING_INVOICE.CUSTOMER_ID.eq(customer.id())))
                    .isOne();
            assertThat(ada.post("/recurring", typed(customer, key, "Other")).body())
                    .contains("reads otherwise there")
                    .contains("Nothing was kept");
            assertThat(db.fetchCount(RECURRING_INVOICE, RECURRING_INVOICE.CUSTOMER_ID.eq(customer.id())))
                    .isOne();
        }
    }

    @Test
    void a_draft_saved_after_its_paper_was_kept_does_not_come_back(World world) {
        Customer customer = world.customer("late@lakeside.example");
        try (var ada = new Visitor(world, "ada")) {
            String key = key(ada, "/recurring/new?afresh=true");
            ada.post("/recurring", typed(customer, key, "Pontoon"));
            ada.post("/recurring/typed", typed(customer, key, "Pontoon"));
            assertThat(ada.get("/recurring/new").body()).doesNotContain("Pontoon");
            assertThat(key(ada, "/recurring/new")).isNotEqualTo(key);
        }
    }

    @Test
    void a_customer_is_added_once(World world, DSLContext db) throws Exception {
        try (var ada = new Visitor(world, "ada")) {
            String form = "key=%s&name=Twyla%%20Tarn&country=IE&currency=EUR".formatted(key(ada, "/customers/new"));
            for (var answer : atOnce(ada, "/customers", form))
                assertThat(answer.statusCode()).isEqualTo(302);
            assertThat(ada.post("/customers", form + "&email=twyla@lakeside.example")
                            .body())
                    .contains("reads otherwise there");
            assertThat(db.fetchCount(CUSTOMER, CUSTOMER.NAME.eq("Twyla Tarn"))).isOne();
        }
    }

    @Test
    void what_two_set_up_at_one_moment_is_there_once_and_the_others_are_told(World world, SetupStore setup)
            throws Exception {
        try (var ada = new Visitor(world, "ada")) {
            for (String form : List.of(
                    "/setup/accounts|code=6100&name=Dredging&kind=expense",
                    "/setup/tax-rates|code=zero&name=VAT&percent=0&validFrom=today&source=here")) {
                String[] parts = form.split("\\|");
                assertThat(atOnce(ada, parts[0], parts[1]))
                        .extracting(HttpResponse::statusCode)
                        .containsExactlyInAnyOrder(302, 422, 422, 422);
            }
        }
        assertThat(setup.accounts()).filteredOn(a -> a.code().equals("6100")).hasSize(1);
        assertThat(setup.taxRates().rates())
                .filteredOn(r -> r.code().equals("zero"))
                .hasSize(1);
    }
}
