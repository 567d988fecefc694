package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.installation.NightlyWork;
import exactum.app.installation.PlayDays;
import exactum.app.jobs.DailyWork;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.SendMessages;
import exactum.app.setup.SetUp;
import jakarta.mail.internet.InternetAddress;
import java.time.Instant;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** What fails stops nothing that stands behind it, is said with its cause, and can be tried again or left. */
@ExtendWith(RunningApp.class)
class NothingBlocksTest {
    @Test
    void a_sender_with_a_comma_is_quoted_and_one_that_is_no_address_stops_no_other(
            World world, SendMessages send, JavaMailSenderImpl mail, DSLContext db) throws Exception {
        world.asOwner(
                "update business set sender_name = 'Larkwater, Moorings \"Nord\" Écluse' where id = " + world.moorings);
        world.invoice();
        world.asOwner("update business set mail_from = 'not an address' where id = " + world.moorings);
        world.invoice();
        world.asOwner("update business set sender_name = 'Larkwater', mail_from = 'post@lakeside.example' where id = "
                + world.moorings);
        world.invoice();
        try (var server = new MailServer(mail)) {
            send.sendAll();
            assertThat(server.taken()).hasSize(2);
            assertThat(server.taken())
                    .anySatisfy(m -> assertThat(((InternetAddress) m.getFrom()[0]).getPersonal())
                            .isEqualTo("Larkwater, Moorings \"Nord\" Écluse"));
        }
        assertThat(db.fetchValue("select attempts from message where state = 'waiting'"))
                .isEqualTo(1);
        assertThat(db.fetchValue("select last_error from message where state = 'waiting'")
                        .toString())
                .isNotBlank();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<html>Maintenance</html>",
                "{}",
                "[]",
                "null",
                "{\"payouts\":\"soon\"}",
                "{\"payouts\":[{}]}",
                "{\"payouts\":[{\"id\":\"../../keys\"}]}"
            })
    void a_processor_that_answers_nonsense_stops_neither_the_billing_nor_the_other_business(
            String nonsense, World world, DailyWork work, DSLContext db) {
        world.processor.says(nonsense);
        world.berth(world.payer());
        work.work(RunningApp.TODAY);
        assertThat(db.fetchValue("select count(*) from document where state = 'issued'"))
                .isEqualTo(1L);
        assertThat(db.fetch("select words from trouble where source = 'Cards'").map(r -> r.get(0, String.class)))
                .isNotEmpty()
                .allSatisfy(words -> assertThat(words)
                        .startsWith("Cards gives no payouts at")
                        .endsWith("or import its file."));
    }

    @Test
    void a_processor_that_is_switched_off_is_asked_nothing_and_offered_to_nobody(
            World world, DailyWork work, SetUp setUp, PaymentLinks links, DSLContext db) {
        var invoice = world.invoice();
        String path = "~/pay/" + links.token(world.link(invoice));
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path).body()).contains("class=\"pay\"");
            ada.follow("/setup/processors/" + world.cards + "/switch", "on=false");
            assertThat(ada.get("/setup/cards").body()).contains("switched off");
            assertThat(payer.get(path).body()).doesNotContain("class=\"pay\"").contains("not offered at the moment");
            world.processor.away(true);
            work.takeIn(world.moorings);
            assertThat(db.fetchValue("select count(*) from trouble where business_id = " + world.moorings))
                    .isEqualTo(0L);
            ada.follow("/setup/processors/" + world.cards + "/switch", "on=true");
            work.takeIn(world.moorings);
            assertThat(db.fetchValue("select count(*) from trouble where business_id = " + world.moorings))
                    .isEqualTo(1L);
            assertThat(ada.get("/audit").body()).contains("switched a processor off", "switched a processor on");
        }
    }

    @Test
    void what_stops_the_date_unforeseen_is_shown_and_can_be_tried_again_or_left(World world, PlayDays play) {
        var today = RunningApp.TODAY;
        play.setOff(today, today.plusDays(2));
        world.asOwner("alter table processor_account rename to processor_account_away");
        play.playOn();
        world.asOwner("alter table processor_account_away rename to processor_account");
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(ada.get("/day").body())
                    .contains(
                            "The date stopped before it got there. Something unexpected happened",
                            "What was done before is kept.",
                            "Try again",
                            "Stay on this date");
            assertThat(otto.get("/day").body())
                    .contains("The date stopped before it got there.")
                    .doesNotContain("Stay on this date");
            ada.follow("/clock/again", "back=/day");
            assertThat(play.journey().orElseThrow().problem()).isNull();
            play.playOn();
            assertThat(play.journey()).isEmpty();
            assertThat(ada.get("/day").body()).contains("Wed 3 Jun 2026").doesNotContain("stopped before it got there");
        }
    }

    @Test
    void a_journey_that_stopped_can_be_left_where_it_is(World world, PlayDays play) {
        play.setOff(RunningApp.TODAY, RunningApp.TODAY.plusDays(2));
        world.asOwner("alter table processor_account rename to processor_account_away");
        play.playOn();
        world.asOwner("alter table processor_account_away rename to processor_account");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/clock/leave", "back=/day");
            assertThat(play.journey()).isEmpty();
            assertThat(ada.get("/day").body()).contains("Mon 1 Jun 2026").doesNotContain("stopped before it got there");
        }
    }

    @ParameterizedTest
    @CsvSource({
        "Europe/Dublin,      2026-06-02T00:59:00Z, false",
        "Europe/Dublin,      2026-06-02T01:00:00Z, true",
        "America/New_York,   2026-06-02T05:59:00Z, false",
        "America/New_York,   2026-06-02T06:00:00Z, true",
        "Pacific/Auckland,   2026-06-01T14:00:00Z, true",
        "Pacific/Auckland,   2026-06-01T13:59:00Z, false"
    })
    void a_business_is_worked_on_at_two_in_its_own_zone(
            String zone, Instant now, boolean due, World world, NightlyWork nights) {
        world.asOwner("update business set time_zone = '%s', worked_on = '2026-06-01' where id = %s"
                .formatted(zone, world.moorings));
        assertThat(nights.isDue(world.moorings, now)).isEqualTo(due);
        nights.done(world.moorings, RunningApp.TODAY.plusDays(1));
        assertThat(nights.isDue(world.moorings, now)).isFalse();
    }
}
