package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.bind.annotation.RequestMethod;

/** Whatever address writes, it is closed to everybody but an administrator; the list is the application's own. */
@ExtendWith(RunningApp.class)
class WrongUserTest {
    private static final Set<String> OPEN = Set.of(
            "/pay/{token}",
            "/pay/{token}/accept",
            "/pay/{token}/authorise",
            "/pay/{token}/decline",
            "/pay/{token}/mandate",
            "/pay/mandate/{token}",
            "/pay/mandate/{token}/end",
            "/first-user/{token}",
            "/pay/{token}/address",
            "/pay/{token}/code",
            "/pay/{token}/code/send",
            "/pay/{token}/renew",
            "/pay/{token}/methods",
            "/pay/{token}/methods/{card}/choose",
            "/pay/{token}/methods/{card}/remove",
            "/join/{token}",
            "/password/{token}",
            "/me/password",
            "/me/sessions/end-others",
            "/me/leave",
            "/keys",
            "/businesses");

    private static List<String> paths(World world, RequestMethod method) {
        return world.mappings().getHandlerMethods().keySet().stream()
                .filter(m -> m.getMethodsCondition().getMethods().contains(method))
                .flatMap(m -> m.getPatternValues().stream())
                .filter(p -> !OPEN.contains(p))
                .sorted()
                .toList();
    }

    private static String filled(String path) {
        return path.replace("{line}", "1")
                .replaceAll(
                        "\\{[^/{}]*(\\{[0-9]+\\}[^/{}]*)*\\}", UUID.randomUUID().toString());
    }

    @Test
    void an_auditor_may_post_nowhere_but_where_nothing_is_stored_that_is_not_their_own(World world) {
        Set<String> own = Set.of("/e-invoices", "/day/rhythm", "/day/morning", "/day/morning/stop");
        List<String> writing = paths(world, RequestMethod.POST).stream()
                .filter(path -> !own.contains(path))
                .toList();
        assertThat(writing).hasSizeGreaterThan(45);
        try (var otto = new Visitor(world, "otto")) {
            String token = otto.token("/day");
            for (String path : writing)
                assertThat(otto.post(filled(path), token, "x=1").statusCode())
                        .as(path)
                        .isEqualTo(403);
        }
    }

    @Test
    void an_auditor_makes_no_business(World world) {
        try (var otto = new Visitor(world, "otto")) {
            otto.post("~/businesses", otto.token("/day"), "name=Mine&code=mine");
            assertThat(otto.get("~/mine/day").statusCode()).isEqualTo(404);
        }
    }

    @Test
    void a_stranger_is_led_to_sign_in_everywhere(World world) {
        try (var stranger = new Visitor(world, "nobody")) {
            for (String path : paths(world, RequestMethod.GET)) {
                if (path.startsWith("/pay/") || path.startsWith("/sign-in") || path.startsWith("/error")) continue;
                if (path.matches("/(first-user|join|password)/.*")) continue;
                assertThat(stranger.get(filled(path)).statusCode()).as(path).isEqualTo(302);
            }
            String token = stranger.token("~/sign-in");
            for (String path : paths(world, RequestMethod.POST))
                assertThat(stranger.post(filled(path), token, "x=1").statusCode())
                        .as(path)
                        .isEqualTo(302);
        }
    }

    @Test
    void who_has_no_part_in_a_business_sees_nothing_at_its_address(World world) {
        try (var nils = new Visitor(world, "nils")) {
            String token = nils.token("~/north-shore/day");
            assertThat(token).isNotEmpty();
            for (String path : paths(world, RequestMethod.GET)) {
                if (path.matches("/(pay|sign-in|error|first-user|join|password|me/|home|businesses|actuator).*|/me|/"))
                    continue;
                assertThat(nils.get(filled(path)).statusCode()).as(path).isEqualTo(404);
            }
            for (String path : paths(world, RequestMethod.POST))
                assertThat(nils.post(filled(path), token, "x=1").statusCode())
                        .as(path)
                        .isEqualTo(404);
        }
    }

    @Test
    void an_administrator_who_names_a_row_that_is_not_there_is_told_so(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String token = ada.token("/setup");
            var otherwise = new ArrayList<String>();
            for (String path : paths(world, RequestMethod.POST)) {
                if (!path.contains("{")) continue;
                String form =
                        "revision=1&on=true&account=5000&minor=1&shown=own:=1&gap=CATCH_UP&period=2026-06-01&last=today&parts=none&credit=false&seen=1&cause=x&claim="
                                + UUID.randomUUID();
                int status = ada.post(filled(path), token, form).statusCode();
                if (status != 404 && status != 422) otherwise.add(path + ": " + status);
            }
            assertThat(otherwise).isEmpty();
        }
    }
}
