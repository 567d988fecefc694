package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.business.FindBusinesses;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.people.Invitations;
import java.net.URI;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Invited, given roles, helped with a password, gone; and what a person keeps for themselves. */
@ExtendWith(RunningApp.class)
class PeopleTest {
    private static final Pattern ADDRESS =
            Pattern.compile("id=\"made-address\"[^>]*>[^<]*(/(?:join|password)/[0-9a-f]+)<");

    private static String invited(Visitor ada, String roles) {
        Matcher found = ADDRESS.matcher(
                ada.post("/people/invitations", "name=Mara+Quill&" + roles).body());
        assertThat(found.find()).isTrue();
        return "~" + found.group(1);
    }

    @Test
    void somebody_new_accepts_once_and_works_here_with_the_roles_given(World world) {
        try (var ada = new Visitor(world, "ada");
                var mara = new Visitor(world, "nobody")) {
            String address = invited(ada, "roles=billing&roles=approver");
            assertThat(ada.get("/people").body()).contains("Mara Quill").contains("as billing and approver");
            String page = mara.get(address).body();
            assertThat(page).contains("Larkwater Moorings").contains("to work here as billing and approver");
            String form = "name=Mara+Quill&login=Mara&password=" + World.PASSWORD;
            assertThat(mara.post(address, mara.token(address), form).statusCode())
                    .isEqualTo(302);
            assertThat(mara.get(address).body()).contains("not open");
        }
        try (var mara = new Visitor(world, "mara")) {
            assertThat(mara.get("/day").statusCode()).isEqualTo(200);
            assertThat(mara.get("~/north-shore/day").statusCode()).isEqualTo(404);
            assertThat(mara.get("~/me").body()).contains("as billing and approver");
            assertThat(mara.get("/audit").body()).contains("invited somebody").contains("accepted an invitation");
        }
    }

    @Test
    void who_signs_in_here_already_joins_with_one_press_and_nobody_joins_twice(World world) {
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            String address = invited(ada, "roles=collections");
            assertThat(nils.get(address).body()).contains("You are signed in as The nils");
            assertThat(nils.post(address, nils.token(address), "").statusCode()).isEqualTo(302);
            assertThat(nils.get("/day").statusCode()).isEqualTo(200);
            String second = invited(ada, "roles=billing");
            assertThat(nils.post(second, nils.token(second), "").body()).contains("You work for this business already");
            assertThat(nils.get(second).body()).as("it stays open").contains("to work here as billing");
        }
    }

    @Test
    void an_invitation_that_is_withdrawn_or_taken_in_use_by_a_known_sign_in_makes_nobody(
            World world, Invitations invitations, FindBusinesses businesses) {
        try (var ada = new Visitor(world, "ada");
                var eve = new Visitor(world, "nobody")) {
            String address = invited(ada, "roles=administrator");
            String token = eve.token(address);
            assertThat(eve.post(address, token, "name=Eve&login=OTTO&password=" + World.PASSWORD)
                            .body())
                    .contains("signs in as “otto” already");
            assertThat(eve.post(address, token, "name=Eve&login=eve&password=short")
                            .body())
                    .contains("ten characters");
            String id = Pattern.compile("/people/invitations/([0-9a-f-]{36})/withdraw")
                    .matcher(ada.get("/people").body())
                    .results()
                    .findFirst()
                    .orElseThrow()
                    .group(1);
            ada.follow("/people/invitations/" + id + "/withdraw", "");
            assertThat(eve.post(address, token, "name=Eve&login=eve&password=" + World.PASSWORD)
                            .statusCode())
                    .isEqualTo(404);
            assertThat(ada.post("/people/invitations", "name=Nobody").body()).contains("Choose at least one role");
            assertThat(ada.post("/people/invitations", "name=Nobody&roles=king").body())
                    .contains("is not a role");
        }
        assertThat(businesses.members(world.moorings)).hasSize(2);
    }

    @Test
    void the_last_administrator_stays(World world, Memberships memberships) {
        try (var ada = new Visitor(world, "ada")) {
            String last = "Nobody else is administrator here";
            assertThat(ada.post("/people/roles", "login=ada&roles=billing").body())
                    .contains(last);
            assertThat(ada.post("/people/let-go", "login=ada").body()).contains(last);
            assertThat(ada.post("~/me/leave", ada.token("/day"), "code=moorings")
                            .body())
                    .contains(last);
            memberships.change(world.moorings, "otto", Set.of(Role.ADMINISTRATOR));
            ada.follow("/people/roles", "login=ada&roles=billing");
            assertThat(ada.get("/audit?q=roles").body())
                    .contains("changed the roles")
                    .contains("<del")
                    .contains("administrator")
                    .contains("billing");
            assertThat(ada.post("/people/let-go", "login=otto").statusCode()).isEqualTo(403);
        }
        assertThatThrownBy(() -> memberships.change(world.moorings, "otto", Set.of()))
                .hasMessageContaining("at least one role");
    }

    @Test
    void a_password_is_changed_by_who_knows_it_and_ends_every_other_session(World world) {
        try (var here = new Visitor(world, "nils");
                var there = new Visitor(world, "nils")) {
            assertThat(here.get("~/me").body()).contains("Sign out everywhere else");
            String token = here.token("~/north-shore/day");
            assertThat(here.post("~/me/password", token, "now=wrong-one&password=twelve-letters")
                            .body())
                    .contains("not your password of now");
            assertThat(here.post("~/me/password", token, "now=" + World.PASSWORD + "&password=short")
                            .body())
                    .contains("ten characters");
            assertThat(here.post("~/me/password", token, "now=" + World.PASSWORD + "&password=twelve-letters")
                            .statusCode())
                    .isEqualTo(302);
            assertThat(here.get("~/north-shore/day").statusCode()).isEqualTo(200);
            assertThat(there.get("~/north-shore/day").statusCode()).isEqualTo(302);
        }
        try (var old = new Visitor(world, "nils")) {
            assertThat(old.get("~/north-shore/day").statusCode()).isEqualTo(302);
        }
    }

    @Test
    void who_forgot_their_password_gets_an_address_that_works_once_and_only_from_who_administers_all_their_work(
            World world) {
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils");
                var otto = new Visitor(world, "nobody")) {
            assertThat(nils.post("~/north-shore/people/password", nils.token("~/north-shore/day"), "login=otto")
                            .body())
                    .contains("works for another business too");
            Matcher found =
                    ADDRESS.matcher(ada.post("/people/password", "login=otto").body());
            assertThat(found.find()).isTrue();
            String address = "~" + found.group(1);
            String token = otto.token(address);
            assertThat(otto.post(address, token, "password=short").body()).contains("ten characters");
            assertThat(otto.post(address, token, "password=twelve-letters").statusCode())
                    .isEqualTo(302);
            assertThat(otto.post(address, token, "password=other-letters").body())
                    .contains("used already");
            otto.post("~/sign-in", otto.token("~/sign-in"), "username=otto&password=twelve-letters");
            assertThat(otto.get("/day").statusCode()).isEqualTo(200);
        }
    }

    @Test
    void a_link_out_of_the_house_is_made_with_the_address_of_the_house(World world, Invitations invitations) {
        String address = invitations.invite(world.moorings, "Mara", Set.of(Role.BILLING));
        assertThat(URI.create(address).getPath()).matches("/join/[0-9a-f]{48}");
        assertThat(invitations.find(address.substring(address.lastIndexOf('/') + 1)))
                .isPresent();
        assertThat(invitations.find("0".repeat(48))).isEmpty();
    }
}
