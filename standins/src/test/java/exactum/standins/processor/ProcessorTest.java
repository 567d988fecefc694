package exactum.standins.processor;

import static org.assertj.core.api.Assertions.assertThat;

import com.standardwebhooks.Webhook;
import com.sun.net.httpserver.HttpServer;
import exactum.core.bank.PayoutReport;
import exactum.core.money.Money;
import exactum.formats.csv.PayoutCsv;
import exactum.standins.Desktop;
import java.io.ByteArrayInputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.http.HttpHeaders;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The card processor as its merchant and its payers meet it, by HTTP. */
class ProcessorTest {
    private static final LocalDate MONDAY = LocalDate.of(2026, 6, 1);
    private static final String GOOD = "4111 1111 1111 1111";
    private Desktop desktop;

    @BeforeEach
    void open() throws Exception {
        desktop = new Desktop();
        desktop.submit("/clock/start", Map.of("day", MONDAY.toString()));
    }

    @AfterEach
    void close() {
        desktop.close();
    }

    private JsonNode read(String body) {
        return JsonMapper.shared().readTree(body);
    }

    private String key() {
        return "Bearer "
                + read(desktop.get("/processor/keys").body()).get("key").asString();
    }

    private java.net.http.HttpResponse<String> checkout(String idempotencyKey, String amount) {
        return desktop.post(
                "/processor/api/checkouts",
                """
                {"amount":"%s","currency":"EUR","reference":"LW-2026-0001","customer":"É. Cluse","return_to":"http://merchant.example/back"}""".formatted(amount),
                "Authorization",
                key(),
                "Idempotency-Key",
                "\"" + idempotencyKey + "\"");
    }

    private String open(String idempotencyKey, String amount) {
        return read(checkout(idempotencyKey, amount).body()).get("id").asString();
    }

    private java.net.http.HttpResponse<String> pay(String checkout, String card) {
        return desktop.submit("/processor/checkouts/" + checkout, Map.of("number", card));
    }

    private List<Sale> sales() {
        return desktop.bean(Sales.class).newest();
    }

    @Test
    void without_the_key_nothing_is_told() {
        for (String path : List.of(
                "/processor/api/account",
                "/processor/api/payouts",
                "/processor/api/payouts/PO-1.csv",
                "/processor/api/checkouts/co_1")) {
            assertThat(desktop.get(path).statusCode()).as(path).isEqualTo(401);
            assertThat(desktop.get(path, "Authorization", "Bearer guessed").statusCode())
                    .as(path)
                    .isEqualTo(401);
        }
        assertThat(desktop.get("/processor/api/account", "Authorization", key()).body())
                .contains("Test account");
        assertThat(desktop.get("/processor/api/checkouts/co_1", "Authorization", key())
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void a_key_that_comes_again_opens_the_same_checkout_and_another_sum_is_refused() {
        var first = checkout("k1", "832.74");
        assertThat(first.statusCode()).isEqualTo(201);
        assertThat(read(first.body()).get("url").asString()).startsWith("http://standins.example/processor/checkouts/");
        assertThat(read(checkout("k1", "832.74").body()).get("id"))
                .isEqualTo(read(first.body()).get("id"));
        assertThat(checkout("k1", "832.75").statusCode()).isEqualTo(422);
        assertThat(checkout("k2", "832.74").body()).isNotEqualTo(first.body());
        desktop.restart();
        assertThat(read(checkout("k1", "832.74").body()).get("id"))
                .isEqualTo(read(first.body()).get("id"));
        assertThat(desktop.post("/processor/api/checkouts", "{}", "Authorization", key())
                        .statusCode())
                .isEqualTo(422);
    }

    @Test
    void ten_presses_of_pay_at_once_are_one_sale() throws Exception {
        String checkout = open("k", "832.74");
        try (var pool = Executors.newFixedThreadPool(10)) {
            Callable<Integer> press = () -> pay(checkout, GOOD).statusCode();
            for (var answer :
                    pool.invokeAll(IntStream.range(0, 10).mapToObj(i -> press).toList()))
                assertThat(answer.get()).isEqualTo(302);
        }
        assertThat(sales()).singleElement().satisfies(s -> {
            assertThat(s.amount()).isEqualTo("832.74");
            assertThat(s.fee()).isEqualTo("20.24");
            assertThat(s.capturedOn()).isEqualTo(MONDAY);
            assertThat(s.card()).isEqualTo("Visa ending 1111");
        });
        var later = read(desktop.get("/processor/api/checkouts/" + checkout, "Authorization", key())
                .body());
        assertThat(later.get("state").asString()).isEqualTo("paid");
        assertThat(later.get("sale").get("fee").asString()).isEqualTo("20.24");
        assertThat(desktop.get("/processor/checkouts/" + checkout).headers().firstValue("location"))
                .hasValue("http://merchant.example/back");
    }

    @Test
    void a_refused_card_charges_nothing_and_another_may_follow() {
        String checkout = open("k", "10.00");
        assertThat(pay(checkout, "4012 8888 8888 1881").body())
                .contains("too little money on the account")
                .contains("You can try again later");
        assertThat(pay(checkout, "5105 1051 0510 5100").body()).contains("Please take another one");
        assertThat(pay(checkout, "4111 1111 1111 1112").body()).contains("This is not a card number");
        assertThat(pay(checkout, "4222222222222").body()).contains("its own test cards only");
        assertThat(pay(checkout, "").body()).contains("This is not a card number");
        assertThat(sales()).isEmpty();
        assertThat(read(desktop.get("/processor/api/checkouts/" + checkout, "Authorization", key())
                                .body())
                        .get("last_decline")
                        .asString())
                .isEqualTo("the card was reported stolen");
        assertThat(pay(checkout, GOOD).statusCode()).isEqualTo(302);
        assertThat(sales()).hasSize(1);
        assertThat(pay("co_none", GOOD).statusCode()).isEqualTo(404);
    }

    @Test
    void a_day_closes_into_one_payout_that_lands_two_open_days_later() {
        pay(open("a", "832.74"), GOOD);
        pay(open("b", "100.00"), "5555 5555 5555 4444");
        desktop.submit("/processor/odd-fee", Map.of("fee", "12.40", "name", "Terminal rental"));
        for (int twice = 0; twice < 2; twice++) desktop.submit("/clock/close", Map.of("day", MONDAY.toString()));
        assertThat(desktop.get("/processor/api/payouts?after=PO-2026-06-01", "Authorization", key())
                        .body())
                .isEqualTo("{\"payouts\":[]}");
        var listed = read(desktop.get("/processor/api/payouts", "Authorization", key())
                        .body())
                .get("payouts");
        assertThat(listed).hasSize(1);
        assertThat(listed.get(0).get("arrives_on").asString()).isEqualTo("2026-06-03");
        PayoutReport payout = PayoutCsv.read(
                new ByteArrayInputStream(desktop.get("/processor/api/payouts/PO-2026-06-01.csv", "Authorization", key())
                        .body()
                        .getBytes(StandardCharsets.UTF_8)));
        assertThat(payout.lines()).hasSize(3);
        assertThat(payout.net())
                .isEqualTo(Money.of("EUR", "832.74")
                        .minus(Money.of("EUR", "20.24"))
                        .plus(Money.of("EUR", "100.00"))
                        .minus(Money.of("EUR", "2.65"))
                        .minus(Money.of("EUR", "12.40")));
        assertThat(sales()).extracting(Sale::payout).containsOnly("PO-2026-06-01");
        assertThat(desktop.bean(Desk.class).account("EUR").oddFee()).isEmpty();
        assertThat(desktop.get("/processor/payouts/PO-2026-06-01.csv").statusCode())
                .isEqualTo(200);
        assertThat(desktop.get("/processor/payouts/PO-1.csv").statusCode()).isEqualTo(404);
    }

    @Test
    void a_kill_between_the_payout_and_its_sales_pays_no_sale_twice() {
        pay(open("a", "832.74"), GOOD);
        Payouts payouts = desktop.bean(Payouts.class);
        Sales sales = desktop.bean(Sales.class);
        payouts.bundle(MONDAY);
        Sale sale = sales().getFirst();
        sales.putInPayout(sale, null);
        payouts.bundle(MONDAY);
        payouts.bundle(MONDAY.plusDays(1));
        assertThat(payouts.newest())
                .singleElement()
                .satisfies(p -> assertThat(p.lines()).hasSize(1));
        assertThat(sales.unbundled("EUR")).isEmpty();
    }

    @Test
    void a_weekend_lands_on_the_open_days_after_it() {
        LocalDate friday = LocalDate.of(2026, 6, 5);
        desktop.submit("/clock/start", Map.of("day", friday.toString()));
        pay(open("a", "50.00"), GOOD);
        desktop.submit("/clock/close", Map.of("day", friday.toString()));
        assertThat(desktop.bean(Payouts.class).arrivingOn(LocalDate.of(2026, 6, 9), "EUR"))
                .hasSize(1);
    }

    @Test
    void notices_are_signed_and_come_again_until_they_are_taken() throws Exception {
        record Came(com.sun.net.httpserver.Headers headers, String body) {}
        var came = new CopyOnWriteArrayList<Came>();
        HttpServer merchant = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        merchant.createContext("/hook", exchange -> {
            came.add(new Came(
                    exchange.getRequestHeaders(),
                    new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8)));
            exchange.sendResponseHeaders(came.size() == 1 ? 500 : 204, -1);
            exchange.close();
        });
        merchant.start();
        try {
            pay(open("a", "832.74"), GOOD);
            Notices notices = desktop.bean(Notices.class);
            notices.deliverAll();
            assertThat(notices.newest().getFirst().lastAnswer()).isEqualTo("no address");
            desktop.submit(
                    "/processor/notices-to",
                    Map.of(
                            "address",
                            "http://127.0.0.1:" + merchant.getAddress().getPort() + "/hook"));
            notices.deliverAll();
            notices.deliverAll();
            notices.deliverAll();
            assertThat(came).hasSize(2);
            assertThat(came.get(0).body()).isEqualTo(came.get(1).body()).contains("sale.succeeded");
            String secret = read(desktop.get("/processor/keys").body())
                    .get("signing_secret")
                    .asString();
            var headers = HttpHeaders.of(
                    Map.of(
                            "webhook-id", came.get(1).headers().get("webhook-id"),
                            "webhook-timestamp", came.get(1).headers().get("webhook-timestamp"),
                            "webhook-signature", came.get(1).headers().get("webhook-signature")),
                    (n, v) -> true);
            new Webhook(secret).verify(came.get(1).body(), headers.map());
            assertThat(notices.newest().getFirst().state()).isEqualTo("delivered");
            desktop.submit("/processor/notices/" + notices.newest().getFirst().id() + "/again", Map.of());
            assertThat(came).hasSize(3);
        } finally {
            merchant.stop(0);
        }
    }

    @Test
    void a_swallowed_notice_never_leaves() {
        desktop.submit("/processor/swallow", Map.of("notices", "1"));
        pay(open("a", "1.00"), GOOD);
        pay(open("b", "2.00"), GOOD);
        assertThat(desktop.bean(Notices.class).newest())
                .extracting(Notices.Notice::state)
                .containsExactlyInAnyOrder("swallowed", "waiting");
        assertThat(desktop.bean(Desk.class).account("EUR").swallow()).isZero();
    }

    @Test
    void the_desk_shows_what_came_to_pass() {
        pay(open("a", "832.74"), GOOD);
        assertThat(desktop.get("/processor").body())
                .contains("LW-2026-0001")
                .contains("Visa ending 1111")
                .contains("sale.succeeded");
    }

    @Test
    void a_page_that_was_taken_back_takes_no_card_and_one_that_is_paid_stays_paid() {
        String open = open("a", "832.74");
        String cancel = "/processor/api/checkouts/%s/cancel";
        for (int twice = 0; twice < 2; twice++)
            assertThat(read(desktop.post(cancel.formatted(open), "", "Authorization", key(), "Idempotency-Key", "c1")
                                    .body())
                            .get("state")
                            .asString())
                    .isEqualTo("cancelled");
        assertThat(pay(open, GOOD).statusCode()).isEqualTo(200);
        assertThat(sales()).isEmpty();
        String paid = open("b", "10.00");
        pay(paid, GOOD);
        assertThat(read(desktop.post(cancel.formatted(paid), "", "Authorization", key(), "Idempotency-Key", "c1")
                                .body())
                        .get("state")
                        .asString())
                .isEqualTo("paid");
        assertThat(desktop.post(cancel.formatted(paid), "", "Authorization", key())
                        .statusCode())
                .isEqualTo(400);
        assertThat(desktop.post(cancel.formatted("co_none"), "", "Authorization", key(), "Idempotency-Key", "c1")
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void a_processor_at_fault_charges_twice_on_one_page() {
        desktop.sell("EUR", "832.74");
        desktop.submit("/processor/sales/" + sales().getFirst().id() + "/again", Map.of());
        desktop.submit("/processor/sales/" + sales().getFirst().id() + "/again", Map.of("amount", "900.00"));
        assertThat(sales()).extracting(Sale::amount).containsExactlyInAnyOrder("832.74", "832.74", "900.00");
    }

    @Test
    void pounds_and_euro_are_two_accounts_with_two_payouts() {
        desktop.sell("EUR", "100.00");
        desktop.sell("GBP", "60.00");
        desktop.submit("/clock/close", Map.of("day", MONDAY.toString()));
        assertThat(desktop.bean(Payouts.class).newest())
                .extracting(PayoutDocument::currency)
                .containsExactlyInAnyOrder("EUR", "GBP");
        assertThat(read(desktop.get("/processor/api/payouts", "Authorization", key())
                                .body())
                        .get("payouts"))
                .hasSize(1);
    }
}
