package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.installation.PlayDays;
import exactum.app.jobs.DailyWork;
import exactum.app.web.OwnAddress;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The date of a test installation moves once, and what stops the day in one business is said there and stops no other. */
@ExtendWith(RunningApp.class)
class MoveForwardTest {
    @Test
    void pressed_twice_it_sets_off_once(World world, PlayDays play) {
        var today = RunningApp.TODAY;
        assertThat(play.setOff(today.minusDays(1), today.plusDays(1)))
                .as("from a date that has passed")
                .isFalse();
        assertThat(play.setOff(today, today)).isTrue();
        assertThat(play.setOff(today, today.plusDays(7))).isFalse();
        assertThat(play.journey()).hasValueSatisfying(j -> assertThat(j.until()).isEqualTo(today));
    }

    @Test
    void a_source_that_fails_is_a_trouble_of_its_business_until_it_answers_again(
            World world, DailyWork work, DSLContext db) {
        world.invoice();
        world.processor.away(true);
        work.work(RunningApp.TODAY);
        assertThat(db.fetchValue("select count(*) from trouble")).isEqualTo(2L);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("nobody answers");
            world.processor.away(false);
            ada.follow("/day/try-again", "");
            assertThat(ada.get("/day").body()).doesNotContain("cannot be reached");
        }
        assertThat(db.fetchValue("select count(*) from trouble")).isEqualTo(1L);
    }

    @Test
    void a_day_worked_twice_bills_once(World world, DailyWork work, DSLContext db) {
        world.berth(world.payer());
        work.work(RunningApp.TODAY);
        work.work(RunningApp.TODAY);
        assertThat(db.fetchValue("select count(*) from document")).isEqualTo(1L);
    }

    @Test
    void only_addresses_of_our_own_are_gone_back_to() {
        assertThat(OwnAddress.of("/invoices?q=a", "/")).isEqualTo("/invoices?q=a");
        for (String other : new String[] {null, "", "//evil.example", "/\\evil.example", "https://evil.example", "x"}) {
            assertThat(OwnAddress.of(other, "/")).as("%s", other).isEqualTo("/");
        }
    }
}
