package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.Decisions;
import exactum.app.daysheet.PutAside;
import exactum.app.daysheet.Station;
import exactum.app.documents.Drafts;
import exactum.core.ids.BankLineId;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Instead of deciding: a colleague gets it, it comes back on a day, or it is dismissed for a cause; counts and amounts follow. */
@ExtendWith(RunningApp.class)
class NotNowTest {
    private static final LocalDate TODAY = RunningApp.TODAY;

    private static List<String> keys(World world, String login) {
        return world.bean(Decisions.class)
                .sheet(world.moorings, login)
                .shown()
                .map(Decision::key)
                .toList();
    }

    private static int waiting(World world) {
        return world.bean(Decisions.class).counts(world.moorings, "ada").values().stream()
                .mapToInt(Integer::intValue)
                .sum();
    }

    /** One decision of each kind that a small world has. */
    private static void mixed(World world) {
        world.invoice(world.payer(), "50.00", World.may(2));
        world.bankLine("77.00", "Somebody", "no number");
        world.bean(Drafts.class).save(world.moorings, world.draft(world.payer(), TODAY, world.power()));
        world.berth(world.payer());
        world.payCash(world.payer(), "20.00", new Policy.DueOrder());
    }

    @Test
    void whatever_waits_can_be_snoozed_and_is_counted_no_more_until_its_day_comes(World world, PutAside put) {
        mixed(world);
        List<String> keys = keys(world, "ada");
        assertThat(keys).hasSizeGreaterThan(3);
        int before = waiting(world);
        for (String key : keys) put.snooze(world.moorings, key, TODAY.plusDays(3), "after the regatta");
        assertThat(keys(world, "ada")).isEmpty();
        assertThat(waiting(world)).isEqualTo(before - keys.size()).isZero();
        assertThat(world.bean(Decisions.class).sheet(world.moorings, "ada").aside())
                .isEqualTo(keys.size());
        assertThat(world.bean(Decisions.class).noted(world.moorings)).hasSize(keys.size());
        world.bean(exactum.app.installation.PlayDays.class).testFrom(TODAY.plusDays(3));
        assertThat(keys(world, "ada")).containsAll(keys);
    }

    @Test
    void what_is_dismissed_stays_away_with_its_cause_until_it_is_brought_back(World world) {
        BankLineId line = world.bankLine("77.00", "Somebody", "no number");
        String key = "bank-line/" + line;
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/day/decision/dismiss", "key=" + key + "&cause=")
                            .body())
                    .contains("Why it needs no decision is missing");
            assertThat(ada.ask("/day/decision?key=" + key).body())
                    .contains("Snooze until")
                    .doesNotContain("<html");
            ada.follow("/day/decision/dismiss", "key=" + key + "&cause=Their+mistake,+goes+back");
            assertThat(ada.get("/day").body()).doesNotContain(key).contains("/day/aside");
            assertThat(ada.get("/unmatched").body()).as("its own list has it").contains("Somebody");
            assertThat(ada.get("/day/aside").body()).contains("Their mistake, goes back");
            ada.follow("/day/decision/bring-back", "key=" + key + "&kind=DISMISSED");
            assertThat(ada.get("/day").body()).contains(key);
            assertThat(ada.get("/audit?q=dismissed").body()).contains("Their mistake, goes back");
        }
    }

    @Test
    void what_is_handed_over_stands_first_for_who_has_it_and_says_so_to_all(
            World world, Memberships memberships, PutAside put) {
        memberships.join(world.moorings, "nils", Set.of(Role.COLLECTIONS));
        world.invoice(world.payer(), "50.00", World.may(2));
        String key = keys(world, "ada").getFirst();
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            assertThat(ada.post("/day/decision/hand-over", "key=" + key + "&to=otto")
                            .body())
                    .contains("only reads");
            ada.follow("/day/decision/hand-over", "key=" + key + "&to=nils&note=You+know+them");
            assertThat(nils.get("/day").body()).contains("Handed to you").contains("from ada: You know them");
            assertThat(ada.get("/day").body()).doesNotContain("Handed to you").contains("with The nils");
            memberships.leave(world.moorings, "nils");
            assertThat(ada.get("/day").body()).doesNotContain("with The nils");
        }
    }

    @Test
    void what_needs_no_decision_any_more_cannot_be_put_aside_and_is_not_listed(World world, PutAside put) {
        var customer = world.payer();
        world.invoice(customer, "50.00", World.may(2));
        String key = keys(world, "ada").getFirst();
        put.snooze(world.moorings, key, TODAY.plusDays(30), "");
        world.payCash(customer, "50.00", new Policy.DueOrder());
        assertThat(world.bean(Decisions.class).noted(world.moorings)).isEmpty();
        assertThatThrownBy(() -> put.dismiss(world.moorings, key, "paid")).hasMessageContaining("no decision any more");
        assertThatThrownBy(() -> put.snooze(world.moorings, key, TODAY, "")).hasMessageContaining("a later one");
        assertThat(world.bean(Decisions.class).counts(world.moorings, "ada")).containsEntry(Station.COLLECT, 0);
    }
}
