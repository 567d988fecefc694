package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import exactum.app.outside.Outside;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClientException;

/** Whoever is called may answer anything, too much, or nothing; each is no answer, and says which. */
@ExtendWith(RunningApp.class)
class OutsideTest {
    private HttpServer there;
    private String address;

    @BeforeEach
    void open() throws IOException {
        there = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        there.start();
        address = "http://127.0.0.1:" + there.getAddress().getPort();
    }

    @AfterEach
    void close() {
        there.stop(0);
    }

    private void answers(int status, byte[] body) {
        there.createContext("/", exchange -> {
            if (status == 302) exchange.getResponseHeaders().set("Location", address + "/elsewhere");
            exchange.sendResponseHeaders(status, body.length == 0 ? -1 : body.length);
            try (var out = exchange.getResponseBody()) {
                out.write(body);
            } catch (IOException nobodyReadsOn) {
                exchange.close();
            }
        });
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void what_is_sent_and_answered_is_json_with_the_key_beside_it(World world) {
        there.createContext("/", exchange -> {
            byte[] said = exchange.getRequestBody().readAllBytes();
            String heard = "{\"heard\":%s,\"key\":\"%s\",\"type\":\"%s\"}"
                    .formatted(
                            new String(said, StandardCharsets.UTF_8),
                            exchange.getRequestHeaders().getFirst("Authorization"),
                            exchange.getRequestHeaders().getFirst("Content-Type"));
            exchange.sendResponseHeaders(200, heard.length());
            exchange.getResponseBody().write(text(heard));
            exchange.close();
        });
        var answer = world.bean(Outside.class).post(address, Outside.bearer("k1"), Map.of("amount", "1.25"));
        assertThat(answer.path("heard").path("amount").asString()).isEqualTo("1.25");
        assertThat(answer.path("key").asString()).isEqualTo("Bearer k1");
        assertThat(answer.path("type").asString()).isEqualTo("application/json");
    }

    @Test
    void more_than_32_megabytes_are_not_read(World world) {
        answers(200, new byte[(32 << 20) + 1]);
        assertThatThrownBy(() -> world.bean(Outside.class).bytes(address, Map.of()))
                .isInstanceOf(ResourceAccessException.class)
                .hasRootCauseMessage("the answer is larger than 33554432 bytes");
    }

    @Test
    void as_much_as_32_megabytes_is_read(World world) {
        answers(200, new byte[32 << 20]);
        assertThat(world.bean(Outside.class).bytes(address, Map.of())).hasSize(32 << 20);
    }

    @Test
    void a_redirect_is_not_followed_and_an_error_is_told_with_its_status(World world) {
        answers(302, new byte[0]);
        assertThatThrownBy(() -> world.bean(Outside.class).json(address, Map.of()))
                .isInstanceOfSatisfying(
                        Outside.Refused.class, r -> assertThat(r.status()).isEqualTo(302));
    }

    @Test
    void nonsense_is_no_answer(World world) {
        answers(200, text("<html>"));
        assertThatThrownBy(() -> world.bean(Outside.class).json(address, Map.of()))
                .isInstanceOf(RestClientException.class)
                .hasMessage("the answer is not JSON");
    }

    @Test
    void a_connection_that_breaks_off_is_nobody_who_answers(World world) {
        there.createContext("/", exchange -> {
            exchange.sendResponseHeaders(200, 100);
            exchange.getResponseBody().write(text("{"));
            exchange.getResponseBody().flush();
            there.stop(0);
        });
        assertThatThrownBy(() -> world.bean(Outside.class).json(address, Map.of()))
                .isInstanceOfSatisfying(
                        RestClientException.class,
                        none -> assertThat(Outside.words(none)).isEqualTo("nobody answers"));
    }

    @Test
    void a_header_that_cannot_be_sent_is_no_address(World world) {
        assertThatThrownBy(() -> world.bean(Outside.class).json(address, Map.of("Authorization", "a\nb")))
                .isInstanceOf(RestClientException.class);
    }
}
