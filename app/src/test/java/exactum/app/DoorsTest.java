package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import exactum.app.links.PaymentLinks;
import exactum.app.outside.Outside;
import exactum.app.outside.OutsideAddresses;
import exactum.app.security.Users;
import exactum.core.problem.Refusal;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.web.client.RestClientException;

/** Who comes in, who is called, and what a session, a cookie and a link hold. */
@ExtendWith(RunningApp.class)
class DoorsTest {
    @Test
    void signing_in_slows_down_after_failures_says_so_and_is_audited(World world, DSLContext db) {
        try (var somebody = new Visitor(world, "nobody")) {
            assertThat(tryIn(somebody, "ada", "wrong-1")).endsWith("/sign-in?wrong");
            assertThat(tryIn(somebody, "ADA", "wrong-2")).endsWith("/sign-in?wrong");
            assertThat(tryIn(somebody, "ada", "wrong-3")).endsWith("/sign-in?wait=2");
            assertThat(somebody.get("~/sign-in?wait=2").body()).contains("slowed down. Try again in 2 seconds.");
            assertThat(tryIn(somebody, "ada", World.PASSWORD))
                    .as("before the wait is over")
                    .contains("/sign-in?wait=");
            db.execute("update sign_in_failure set free_at = now() - interval '1 second'");
            assertThat(tryIn(somebody, "ada", "wrong-4")).endsWith("/sign-in?wait=4");
            db.execute("update sign_in_failure set free_at = now() - interval '1 second'");
            assertThat(tryIn(somebody, "ada", World.PASSWORD)).endsWith("/home");
            assertThat(db.fetchValue("select count(*) from sign_in_failure where key = 'account ada'"))
                    .isEqualTo(0L);
            assertThat(somebody.get("/audit").body())
                    .contains("failed to sign in")
                    .contains("from 127.0.0.1");
        }
    }

    @Test
    void an_address_slows_down_too_whatever_names_it_tries(World world, DSLContext db) {
        try (var somebody = new Visitor(world, "nobody")) {
            for (int i = 0; i < 19; i++) tryIn(somebody, "guess" + i, "wrong");
            assertThat(tryIn(somebody, "guess20", "wrong")).contains("/sign-in?wait=");
            assertThat(tryIn(somebody, "otto", World.PASSWORD))
                    .as("the right one has to wait as well")
                    .contains("/sign-in?wait=");
        }
        assertThat(db.fetchValue("select max(failures) from sign_in_failure where key like 'address %'"))
                .isEqualTo(21);
    }

    private static String tryIn(Visitor who, String login, String password) {
        return who.post("~/sign-in", who.token("~/sign-in"), "username=" + login + "&password=" + password)
                .headers()
                .firstValue("location")
                .orElse("none");
    }

    @Test
    void a_password_has_as_many_bytes_as_are_looked_at(World world, Users users) {
        users.add("long", "Long", "é".repeat(36));
        assertThatThrownBy(() -> users.add("longer", "Longer", "é".repeat(36) + "a"))
                .hasMessageContaining("at most 72 bytes");
        assertThatThrownBy(() -> users.add("a\u0000b", "Name", "ten-letters-long"))
                .hasMessageContaining("cannot be shown");
    }

    @Test
    void a_session_holds_who_it_is_and_no_hash(World world, DSLContext db) {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").statusCode()).isEqualTo(200);
        }
        byte[] all =
                (byte[]) db.fetchValue("select string_agg(attribute_bytes, ''::bytea) from spring_session_attributes");
        assertThat(new String(all, java.nio.charset.StandardCharsets.ISO_8859_1))
                .contains("ada")
                .doesNotContain("$2a$");
    }

    @Test
    void a_payer_who_only_looks_has_no_session(World world, PaymentLinks links, DSLContext db) {
        db.execute("delete from spring_session");
        String path = "~/pay/" + links.token(world.link(world.invoice()));
        var cookies = new CookieManager();
        try (var payer = HttpClient.newBuilder().cookieHandler(cookies).build()) {
            assertThat(get(payer, world.url(path.substring(1))).statusCode()).isEqualTo(200);
        }
        assertThat(cookies.getCookieStore().getCookies())
                .extracting(HttpCookie::getName)
                .containsExactly("exactum-form");
        assertThat(db.fetchValue("select count(*) from spring_session")).isEqualTo(0L);
    }

    @Test
    void a_payer_whose_cookie_is_gone_presses_once_more_and_pays(World world, PaymentLinks links) {
        var invoice = world.invoice();
        String path = "~/pay/" + links.token(world.link(invoice));
        long open = world.open(invoice).minor();
        try (var payer = new Visitor(world, "nobody")) {
            var asked = payer.post(path, "a-token-of-yesterday", "shown=" + open);
            assertThat(asked.statusCode()).isEqualTo(302);
            assertThat(asked.headers().firstValue("location").orElseThrow()).endsWith("?again");
            assertThat(payer.get(path + "?again").body()).contains("Nothing was charged; please press once more.");
            var paid = payer.post(path, payer.token(path + "?again"), "shown=" + open);
            assertThat(paid.headers().firstValue("location").orElseThrow()).contains("/card/");
        }
    }

    @Test
    void a_withdrawn_link_shows_nothing_of_its_invoice(World world, PaymentLinks links) {
        var invoice = world.invoice();
        var link = world.link(invoice);
        String path = "~/pay/" + links.token(link);
        links.withdraw(world.moorings, link.id());
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path).statusCode()).isEqualTo(410);
            assertThat(payer.get(path).body())
                    .contains("This link is closed")
                    .doesNotContain(invoice.number(), "832.74", invoice.buyer().name());
            assertThat(payer.get(path + "/invoice.pdf").statusCode()).isEqualTo(404);
        }
    }

    @Test
    void links_are_kept_as_digests_and_one_of_a_document_is_open(World world, PaymentLinks links, DSLContext db) {
        var invoice = world.invoice();
        var link = world.link(invoice);
        assertThat(db.fetch("select * from payment_link").format()).doesNotContain(links.token(link));
        assertThatThrownBy(
                        () -> db.execute(
                                "insert into payment_link (business_id, id, customer_id, document_id, token_digest, made_on, expires_on) select business_id, gen_random_uuid(), customer_id, document_id, 'x'::bytea, made_on, expires_on from payment_link"))
                .hasMessageContaining("duplicate key");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "%",
                "AAAA",
                "AA==",
                "exactum",
                "bm90LWFuLWlk",
                "AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA",
                "'; drop table x",
                "\u00ff\u00fe"
            })
    void a_malformed_cookie_is_nobody(String value, World world) throws Exception {
        try (var http = HttpClient.newHttpClient()) {
            for (String name : List.of("exactum", "exactum-form")) {
                for (String path : List.of("/moorings/day", "/sign-in", "/pay/x")) {
                    var request = HttpRequest.newBuilder(URI.create(world.url(path)))
                            .header("cookie", name + "=" + value)
                            .build();
                    assertThat(http.send(request, HttpResponse.BodyHandlers.ofString())
                                    .statusCode())
                            .as("%s at %s", name, path)
                            .isEqualTo(path.endsWith("day") ? 302 : path.startsWith("/pay") ? 404 : 200);
                }
            }
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "http://bank.example/x",
                "https://127.0.0.1/x",
                "https://localhost/x",
                "https://[::1]/x",
                "https://169.254.169.254/latest/meta-data",
                "https://[fe80::1]/x",
                "https://[fd00:ec2::254]/x",
                "https://100.100.100.200/x",
                "https://0.0.0.0/x",
                "https://224.0.0.1/x",
                "https://ada@bank.example/x",
                "https://bank.example/#x",
                "ftp://bank.example/x",
                "file:///etc/passwd",
                "https:///x",
                "bank.example",
                "not an address"
            })
    void a_live_installation_calls_none_of_these(
            String address, World world, DSLContext db, OutsideAddresses addresses, Outside outside) {
        world.asOwner("update installation set business_date = null, test = false");
        assertThatThrownBy(() -> addresses.typed(address))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("is not an address that can be called");
        assertThatThrownBy(() -> outside.bytes(address, Map.of())).isInstanceOf(RestClientException.class);
    }

    @Test
    void a_live_installation_calls_an_address_of_the_world_and_a_test_its_own_machine(
            World world, OutsideAddresses addresses) {
        assertThat(addresses.typed("http://127.0.0.1:8481/bank/")).isEqualTo("http://127.0.0.1:8481/bank");
        world.asOwner("update installation set business_date = null, test = false");
        assertThat(addresses.typed("https://bank.example/statements/")).isEqualTo("https://bank.example/statements");
    }

    @Test
    void no_redirect_is_followed_and_no_nonsense_is_an_answer(World world, Outside outside) throws Exception {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        String base = "http://127.0.0.1:" + server.getAddress().getPort();
        server.createContext("/away", e -> {
            e.getResponseHeaders().add("Location", base + "/json");
            e.sendResponseHeaders(302, -1);
            e.close();
        });
        server.createContext("/json", e -> answer(e, "{\"a\":\"b\"}"));
        server.createContext("/html", e -> answer(e, "<html>Sign in</html>"));
        server.start();
        try {
            assertThat(Outside.text(outside.json(base + "/json", Map.of()), "a"))
                    .isEqualTo("b");
            for (String path : List.of("/away", "/html", "/nowhere"))
                assertThatThrownBy(() -> outside.json(base + path, Map.of()))
                        .as(path)
                        .isInstanceOf(RestClientException.class);
            assertThatThrownBy(() -> Outside.list(outside.json(base + "/json", Map.of()), "a"))
                    .isInstanceOf(RestClientException.class)
                    .hasMessageContaining("no list");
        } finally {
            server.stop(0);
        }
    }

    private static void answer(com.sun.net.httpserver.HttpExchange e, String body) throws java.io.IOException {
        e.sendResponseHeaders(200, body.length());
        e.getResponseBody().write(body.getBytes());
        e.close();
    }

    @Test
    void the_audit_is_only_added_to(World world, DSLContext db) {
        for (String statement :
                List.of("update audit_record set who = 'x'", "delete from audit_record", "truncate audit_record"))
            assertThatThrownBy(() -> db.execute(statement))
                    .as(statement)
                    .rootCause()
                    .hasMessageContaining("permission denied");
        for (String statement : List.of("update audit_record set who = 'x'", "delete from audit_record"))
            assertThatThrownBy(() -> world.asOwner(statement))
                    .as(statement)
                    .rootCause()
                    .hasMessageContaining("never edited");
    }

    @Test
    void every_status_is_a_sentence_in_the_frame_or_where_it_was_asked(World world) {
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(ada.get("/invoices/none").body())
                    .contains("There is nothing at this address")
                    .contains("class=\"stations\"");
            assertThat(otto.post("/billing-runs", "date=today").body())
                    .contains(
                            "You are here as auditor. To write, issue and void documents, run the billing one has to be")
                    .contains("class=\"stations\"");
            assertThat(ada.get("/statements/not-an-id").body())
                    .contains("There is nothing at this address")
                    .contains("class=\"stations\"");
            assertThat(ada.get("/day%00").statusCode()).isEqualTo(400);
            assertThat(ada.get("~/nowhere").body()).contains("There is nothing at this address");
            var part = ada.ask("/invoices/none");
            assertThat(part.statusCode()).isEqualTo(404);
            assertThat(part.body()).containsPattern("^<span data-code=\"status.404\"[^>]*>It may have moved");
            var signedOut = new Visitor(world, "nobody").ask("/day");
            assertThat(signedOut.statusCode()).isEqualTo(401);
            assertThat(signedOut.body()).contains("What you typed still stands here");
            var stale = ada.post("/billing-runs", "stale", "date=today");
            assertThat(stale.statusCode()).isEqualTo(409);
            assertThat(stale.headers().firstValue("X-Form-Token")).isPresent();
            assertThat(ada.post(
                                    "/billing-runs",
                                    stale.headers().firstValue("X-Form-Token").orElseThrow(),
                                    "date=today")
                            .statusCode())
                    .isEqualTo(302);
        }
    }

    private static HttpResponse<String> get(HttpClient http, String address) {
        try {
            return http.send(HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.ofString());
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }
}
