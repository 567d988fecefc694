package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.business.Membership;
import exactum.app.business.Memberships;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.business.Role;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.method.HandlerMethod;

/** The one table of powers holds at every address and on every page: whoever lacks a power finds neither the door nor its button. */
@ExtendWith(RunningApp.class)
class PowersTest {
    private static final Pattern FORM =
            Pattern.compile("(?s)<form(?=[^>]*method=\"post\")[^>]*action=\"(/[^\"]*)\"[^>]*>(.*?)</form>");
    private static final Pattern BUTTON = Pattern.compile("<button(?![^>]*type=\"button\")");

    /** The addresses within a business that write, with the power that each names. */
    private static Map<String, Optional<Power>> writing(World world) {
        var found = new TreeMap<String, Optional<Power>>();
        world.mappings().getHandlerMethods().forEach((info, method) -> {
            if (!info.getMethodsCondition().getMethods().contains(RequestMethod.POST)) return;
            for (String path : info.getPatternValues())
                if (!path.matches("/(pay|hooks|first-user|join|password|me|businesses|keys)(/.*)?"))
                    found.put(path, needed(method));
        });
        return found;
    }

    private static Optional<Power> needed(HandlerMethod method) {
        return Optional.ofNullable(method.getMethodAnnotation(Needs.class)).map(Needs::value);
    }

    @Test
    void every_address_that_writes_names_a_power_and_every_power_has_an_address(World world) {
        Map<String, Optional<Power>> writing = writing(world);
        assertThat(writing)
                .hasSizeGreaterThan(60)
                .allSatisfy((path, power) -> assertThat(power).as(path).isPresent());
        Set<Power> used = EnumSet.noneOf(Power.class);
        writing.values().forEach(p -> used.add(p.orElseThrow()));
        assertThat(used).containsExactlyInAnyOrder(Power.values());
    }

    @Test
    void each_role_is_let_through_where_the_table_says_and_stopped_elsewhere(World world, Memberships memberships) {
        memberships.join(world.moorings, "nils", Set.of(Role.AUDITOR));
        for (Role role : Role.values()) {
            memberships.change(world.moorings, "nils", Set.of(role));
            try (var nils = new Visitor(world, "nils")) {
                String token = nils.token("/day");
                var wrong = new ArrayList<String>();
                writing(world).forEach((path, power) -> {
                    String address = path.replace("{line}", "1")
                            .replaceAll("\\{[^/]*?\\}", UUID.randomUUID().toString());
                    if (address.startsWith("/clock")) return;
                    boolean stopped =
                            nils.post(address, token, "nothing=at all").statusCode() == 403;
                    boolean may = power.orElseThrow().isWith(Set.of(role));
                    if (stopped == may) wrong.add(path + (stopped ? " is closed" : " is open"));
                });
                assertThat(wrong).as(role.words()).isEmpty();
            }
        }
    }

    @Test
    void no_page_shows_a_button_that_the_role_would_be_refused(World world, Memberships memberships) {
        memberships.join(world.moorings, "nils", Set.of(Role.AUDITOR));
        List<String> pages = new ArrayList<>(List.of(
                "/day",
                "/customers",
                "/recurring",
                "/setup",
                "/people",
                "/invoices",
                "/billing-runs",
                "/messages",
                "/payments",
                "/card-payments",
                "/statements",
                "/payouts",
                "/unmatched",
                "/ledger",
                "/approvals",
                "/audit"));
        var invoice = world.invoice();
        pages.add("/invoices/" + invoice.number());
        pages.add("/customers/" + invoice.customer());
        pages.add("/bank-lines/" + world.bankLine("832.74", "Somebody", invoice.number()));
        for (Role role : Role.values()) {
            memberships.change(world.moorings, "nils", Set.of(role));
            var member = new Membership(Set.of(role));
            try (var nils = new Visitor(world, "nils")) {
                for (String page : pages) {
                    var forms = FORM.matcher(nils.get(page).body());
                    while (forms.find()) {
                        if (!BUTTON.matcher(forms.group(2)).find()) continue;
                        String path =
                                forms.group(1).replaceFirst("^/moorings", "").replaceFirst("\\?.*", "");
                        if (path.matches("/(sign-out|keys)")) continue;
                        Power power = powerOf(world, path);
                        assertThat(member.may(power))
                                .as("%s at %s: %s", role, page, path)
                                .isTrue();
                    }
                }
            }
        }
    }

    private static Power powerOf(World world, String path) {
        return writing(world).entrySet().stream()
                .filter(e -> path.matches(e.getKey().replaceAll("\\{[^/]*?\\}", "[^/]+")))
                .findFirst()
                .orElseThrow(() -> new AssertionError("nothing at " + path))
                .getValue()
                .orElseThrow();
    }

    @Test
    void an_address_of_the_house_is_none_of_a_business(World world) {
        try (var ada = new Visitor(world, "ada");
                var stranger = new Visitor(world, "nobody")) {
            for (String path : List.of("/sign-in", "/join/0", "/password/0", "/first-user/0")) {
                assertThat(ada.get(path).statusCode()).as(path).isEqualTo(404);
                assertThat(stranger.get(path).statusCode()).as(path).isEqualTo(404);
            }
        }
    }

    @Test
    void who_is_stopped_is_told_as_what_they_work_here_and_who_may(World world, Memberships memberships) {
        memberships.join(world.moorings, "nils", Set.of(Role.BILLING, Role.COLLECTIONS));
        try (var nils = new Visitor(world, "nils")) {
            var answer = nils.post("/setup/terms", "name=x&months=0&days=9&printed=x");
            assertThat(answer.statusCode()).isEqualTo(403);
            assertThat(answer.body())
                    .contains(
                            "You are here as billing and collections. To change the set-up one has to be administrator.")
                    .contains("Nothing was changed");
            assertThat(nils.get("/setup").statusCode()).isEqualTo(200);
            assertThat(nils.get("/customers/new").statusCode()).isEqualTo(200);
            memberships.change(world.moorings, "nils", Set.of(Role.RECONCILIATION));
            assertThat(nils.get("/customers/new").statusCode()).isEqualTo(403);
            memberships.leave(world.moorings, "nils");
            assertThat(nils.get("/day").statusCode()).isEqualTo(404);
        }
    }
}
