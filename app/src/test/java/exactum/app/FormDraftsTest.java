package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.documents.FormDrafts;
import exactum.app.security.Users;
import exactum.core.ids.RecurringId;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What is typed and not saved yet is there again, for who typed it, in its own business. */
@ExtendWith(RunningApp.class)
class FormDraftsTest {
    @Test
    void a_half_typed_paper_is_there_after_signing_in_again_and_only_for_its_writer(
            World world, Users users, Memberships memberships) {
        users.add("dora", "Dora Draft", World.PASSWORD);
        memberships.join(world.moorings, "dora", Set.of(Role.ADMINISTRATOR));
        try (var dora = new Visitor(world, "dora")) {
            String computed = dora.post(
                            "/recurring/typed",
                            "name=Winter%20storage&text0=Ashore&qty0=2&price0=100.10&tax0=standard&unit=MONTH&every=1")
                    .body();
            assertThat(computed).contains("200.20").contains("46.05").contains("246.25");
        }
        try (var dora = new Visitor(world, "dora");
                var ada = new Visitor(world, "ada")) {
            assertThat(dora.get("/recurring/new").body())
                    .contains("Winter storage")
                    .contains("Ashore");
            assertThat(ada.get("/recurring/new").body()).doesNotContain("Winter storage");
            assertThat(ada.get("~/north-shore/recurring/new").body()).doesNotContain("Winter storage");
            assertThat(dora.get("/recurring/new?over=true").body()).doesNotContain("Winter storage");
        }
    }

    @Test
    void a_problem_stands_at_its_field_and_keeps_what_was_typed(World world) {
        try (var ada = new Visitor(world, "ada")) {
            String typed = ada.post(
                            "/recurring/typed", "text0=x&qty0=1&price0=12%2C3.4.5&start=31%20Feb%202026&every=0")
                    .body();
            assertThat(typed).contains("12,3.4.5").contains("31 Feb 2026");
            var refused = ada.post("/recurring", "name=&text0=x&qty0=1&price0=1");
            assertThat(refused.statusCode()).isEqualTo(422);
            assertThat(refused.body())
                    .contains("It needs a name.")
                    .contains("Choose a customer.")
                    .contains("what you typed still stands here");
        }
    }

    @Test
    void a_draft_of_an_older_revision_never_overwrites_a_colleagues_newer_one(World world) {
        RecurringId id = world.berth(world.payer());
        try (var ada = new Visitor(world, "ada")) {
            String page = "/recurring/" + id;
            String rest =
                    "&name=Berth&text0=Berth&qty0=1&price0=640.00&tax0=standard&unit=MONTH&every=1&start=1+Jun+2026&customer="
                            + world.bean(exactum.app.arrangements.FindRecurring.class)
                                    .find(world.moorings, id)
                                    .orElseThrow()
                                    .customer();
            ada.post("/recurring/typed", "id=" + id + "&revision=1&memo=mine" + rest);
            assertThat(ada.follow(page, "revision=1&memo=a+colleague" + rest)).isEqualTo(page);
            var refused = ada.post(page, "revision=1&memo=mine" + rest);
            assertThat(refused.statusCode()).isEqualTo(422);
            assertThat(refused.body()).contains("Yours was not saved; it still stands here");
            assertThat(ada.get(page).body()).contains("a colleague");
        }
    }

    @Test
    void the_last_typing_wins_and_dropping_twice_is_harmless(World world, FormDrafts drafts) {
        drafts.save(world.moorings, "ada", "f", Map.of("a", "1"));
        drafts.save(world.moorings, "ada", "f", Map.of("a", "2", "ü", "ß"));
        assertThat(drafts.find(world.moorings, "ada", "f")).contains(Map.of("a", "2", "ü", "ß"));
        assertThat(drafts.find(world.moorings, "otto", "f")).isEmpty();
        assertThat(drafts.find(world.north, "ada", "f")).isEmpty();
        drafts.drop(world.moorings, "ada", "f");
        drafts.drop(world.moorings, "ada", "f");
        assertThat(drafts.find(world.moorings, "ada", "f")).isEmpty();
    }
}
