package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.recurring.Drafts;
import exactum.app.security.Users;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What is typed is kept as it is typed, for the one who typed it. */
@ExtendWith(RunningApp.class)
class DraftTest {

    @Test
    void a_half_typed_paper_is_there_after_signing_in_again_and_only_for_its_writer(World world, Users users) {
        users.add("dora", "Dora Draft", "ten-letters", Users.Role.ADMINISTRATOR);
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
            assertThat(dora.get("/recurring/new?afresh=true").body()).doesNotContain("Winter storage");
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
    void the_last_typing_wins_and_dropping_twice_is_harmless(World world, Drafts drafts) {
        drafts.save("ada", "f", Map.of("a", "1"));
        drafts.save("ada", "f", Map.of("a", "2", "ü", "ß"));
        assertThat(drafts.find("ada", "f")).contains(Map.of("a", "2", "ü", "ß"));
        assertThat(drafts.find("otto", "f")).isEmpty();
        drafts.drop("ada", "f");
        drafts.drop("ada", "f");
        assertThat(drafts.find("ada", "f")).isEmpty();
    }
}
