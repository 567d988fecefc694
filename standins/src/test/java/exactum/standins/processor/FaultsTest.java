package exactum.standins.processor;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.standins.Desktop;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** What goes wrong at the processor because it was told to; a key that comes again finds what was done. */
class FaultsTest {
    private Desktop desktop;

    @BeforeEach
    void open() throws Exception {
        desktop = new Desktop();
        desktop.submit("/clock/start", Map.of("day", LocalDate.of(2026, 6, 1).toString()));
    }

    @AfterEach
    void close() {
        desktop.close();
    }

    private void faults(String name, String value) {
        var all = new HashMap<>(
                Map.of("lost", "0", "failing", "0", "limited", "0", "slowSeconds", "0", "noticeDelaySeconds", "0"));
        all.put(name, value);
        desktop.submit("/processor/faults", all);
    }

    private HttpResponse<String> post(String path, String key, String body) {
        return desktop.post(path, body, "Authorization", bearer(), "Idempotency-Key", "\"" + key + "\"");
    }

    private String bearer() {
        return "Bearer "
                + JsonMapper.shared()
                        .readTree(desktop.get("/processor/keys").body())
                        .get("key")
                        .asString();
    }

    private HttpResponse<String> open(String key) {
        return post("/processor/api/checkouts", key, """
                {"amount":"10.00","currency":"EUR","reference":"LW-1","customer":"K1","return_to":"http://merchant.example/back"}""");
    }

    private String token() {
        String page = JsonMapper.shared()
                .readTree(post("/processor/api/checkouts", "verify", """
                                {"purpose":"verify","amount":"0.00","currency":"EUR","reference":"CARD","customer":"K1","return_to":"http://merchant.example/back"}""").body())
                .get("id")
                .asString();
        desktop.submit("/processor/checkouts/" + page, Map.of("number", "4111111111111111", "expiry", "12/29"));
        return desktop.bean(KeptCards.class).all().getFirst().id();
    }

    private HttpResponse<String> charge(String key, String token) {
        return post("/processor/api/charges", key, """
                {"amount":"80.00","currency":"EUR","reference":"LW-1","customer":"K1","token":"%s","payer_present":false}""".formatted(token));
    }

    @Test
    void an_answer_that_is_lost_was_done_and_its_key_finds_it() {
        String token = token();
        faults("lost", "1");
        assertThat(charge("a", token).statusCode()).isEqualTo(504);
        assertThat(desktop.bean(Sales.class).newest()).hasSize(1);
        assertThat(charge("a", token).statusCode()).isEqualTo(200);
        assertThat(desktop.bean(Sales.class).newest()).hasSize(1);
    }

    @Test
    void a_fault_and_too_many_are_not_done_and_count_once() {
        faults("failing", "1");
        assertThat(open("a").statusCode()).isEqualTo(503);
        assertThat(open("a").statusCode()).isEqualTo(201);
        faults("limited", "2");
        assertThat(open("b").statusCode()).isEqualTo(429);
        assertThat(open("b").headers().firstValue("retry-after")).hasValue("1");
        assertThat(open("b").statusCode()).isEqualTo(201);
    }

    @Test
    void notices_wait_as_long_as_they_were_told() {
        faults("noticeDelaySeconds", "600");
        charge("a", token());
        assertThat(desktop.bean(Notices.class).newest())
                .isNotEmpty()
                .allSatisfy(n -> assertThat(n.nextTry()).isAfter(n.madeAt().plusSeconds(500)));
    }

    @Test
    void a_card_taken_in_person_is_in_the_next_payout_and_nobody_is_told() {
        desktop.submit("/processor/in-person", Map.of("currency", "EUR", "amount", "18.50", "reference", "Counter"));
        assertThat(desktop.bean(Notices.class).newest()).isEmpty();
        desktop.bean(Payouts.class).bundle(LocalDate.of(2026, 6, 1));
        assertThat(desktop.bean(Payouts.class).newest())
                .singleElement()
                .satisfies(p -> assertThat(p.net()).isEqualTo("17.81"));
    }

    @Test
    void fees_are_by_the_kind_of_card_and_a_card_that_expired_is_refused() {
        String token = token();
        desktop.submit("/processor/cards/" + token + "/renew", Map.of("expires", "2026-05"));
        assertThat(charge("late", token).body()).contains("\"code\":\"54\"");
        assertThat(TestCard.DEAR
                        .fee(exactum.core.money.Money.of("EUR", "80.00"))
                        .plain())
                .isEqualTo("2.73");
        assertThat(TestCard.GOOD
                        .fee(exactum.core.money.Money.of("EUR", "80.00"))
                        .plain())
                .isEqualTo("2.17");
    }
}
