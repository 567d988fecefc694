package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.arrears.FollowUp;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.Decisions;
import exactum.app.daysheet.NightLog;
import exactum.app.daysheet.OwnRhythm;
import exactum.app.daysheet.Sheet;
import exactum.app.daysheet.Station;
import exactum.app.documents.Document;
import exactum.app.installation.PlayDays;
import exactum.app.jobs.DailyWork;
import exactum.app.morning.MorningMessages;
import java.time.LocalDate;
import java.util.Set;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** The day sheet in a person’s own order and rhythm, with what ran in the night, on the page and by mail. */
@ExtendWith(RunningApp.class)
class OwnDayTest {
    private static final LocalDate TODAY = RunningApp.TODAY;

    private static Sheet sheet(World world) {
        return world.bean(Decisions.class).sheet(world.moorings, "ada");
    }

    @Test
    void a_line_that_would_pay_an_overdue_invoice_stands_above_it_and_the_money_counts_once(World world) {
        Document late = world.invoice(world.payer(), "50.00", may(2));
        world.bankLine("50.00", late.buyer().name(), late.number());
        Sheet sheet = sheet(world);
        assertThat(sheet.groups())
                .flatExtracting(Sheet.Group::rows)
                .singleElement()
                .satisfies(r -> {
                    assertThat(r.decision().key()).startsWith("bank-line/");
                    assertThat(r.with())
                            .singleElement()
                            .satisfies(d -> assertThat(d.key()).startsWith("overdue/"));
                });
        assertThat(sheet.sums()).containsExactly(euro("50.00"));
        assertThat(sheet.counts()).containsEntry(Station.BANK, 1).containsEntry(Station.COLLECT, 1);
        assertThat(sheet.counts()).isEqualTo(world.bean(Decisions.class).counts(world.moorings, "ada"));
    }

    @Test
    void what_has_its_last_day_comes_before_more_money(World world, FollowUp follow) {
        world.invoice(world.payer(), "9000.00", may(2));
        var promised = world.payer();
        world.invoice(promised, "10.00", may(3));
        follow.put(world.moorings, promised, "ada", "ring them", TODAY);
        Sheet sheet = sheet(world);
        assertThat(sheet.urgent())
                .singleElement()
                .satisfies(r -> assertThat(r.decision().words()).startsWith("ring them"));
        assertThat(sheet.shown().map(Decision::key).findFirst())
                .hasValueSatisfying(k -> assertThat(k).startsWith("arrears/"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("First · their last day is near", "its last day is today");
        }
    }

    @Test
    void a_kind_rests_for_who_chose_so_and_for_nobody_else(World world, Memberships memberships) {
        memberships.join(world.moorings, "nils", Set.of(Role.COLLECTIONS));
        world.invoice(world.payer(), "50.00", may(2));
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            assertThat(ada.post("/day/rhythm", "overdue/=SOMETIMES").body()).contains("is no rhythm");
            assertThat(sheet(world).resting()).isEmpty();
            ada.follow("/day/rhythm", "overdue/=ELSEWHERE");
            assertThat(ada.get("/day").body()).contains("1 overdue invoices").doesNotContain("days overdue");
            assertThat(ada.get("/day?rhythm=none").body()).contains("days overdue");
            assertThat(ada.get("/day/rhythm").body()).contains("never: a colleague sees to them");
            assertThat(nils.get("/day").body()).contains("days overdue");
            assertThat(world.bean(Decisions.class).counts(world.moorings, "ada"))
                    .containsEntry(Station.COLLECT, 0);
            assertThat(world.bean(Decisions.class).counts(world.moorings, "nils"))
                    .containsEntry(Station.COLLECT, 1);
            ada.follow("/day/rhythm", "overdue/=EVERY_DAY");
            assertThat(ada.get("/day").body()).contains("days overdue");
        }
    }

    @Test
    void rhythms_name_their_next_day() {
        LocalDate monday = LocalDate.of(2026, 6, 1);
        assertThat(OwnRhythm.MONDAYS.next(monday)).contains(monday);
        assertThat(OwnRhythm.FRIDAYS.next(monday)).contains(LocalDate.of(2026, 6, 5));
        assertThat(OwnRhythm.MONTHLY.next(monday)).contains(monday);
        assertThat(OwnRhythm.MONTHLY.next(monday.plusDays(1))).contains(LocalDate.of(2026, 7, 1));
        assertThat(OwnRhythm.ELSEWHERE.next(monday)).isEmpty();
        assertThat(OwnRhythm.EVERY_DAY.shows(monday)).isTrue();
        assertThat(OwnRhythm.TUESDAYS.shows(monday)).isFalse();
    }

    @Test
    void what_ran_in_the_night_is_told_with_what_it_did_and_what_failed(World world, DailyWork work, NightLog nights) {
        world.berth(world.payer());
        world.processor.away(true);
        work.work(TODAY);
        world.processor.away(false);
        NightLog.Night night = nights.last(world.moorings, TODAY).orElseThrow();
        assertThat(night.day()).isEqualTo(TODAY);
        assertThat(night.did()).anySatisfy(d -> assertThat(d.what()).isEqualTo("committed a billing run"));
        assertThat(night.failed()).isNotEmpty();
        int steps = night.ran().size();
        work.work(TODAY);
        assertThat(nights.of(world.moorings, TODAY).orElseThrow().ran())
                .as("worked twice, both stand")
                .hasSize(2 * steps);
        assertThat(nights.of(world.north, TODAY).orElseThrow().did()).isEmpty();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("In the night to", "committed a billing run");
            assertThat(ada.get("/day/night").body()).contains("committed a billing run", "nobody answers");
            assertThat(ada.get("/day/night?day=1999-01-01").body()).contains("Nothing ran for that day");
        }
    }

    @Test
    void nights_are_forgotten_after_two_months(World world, DailyWork work, NightLog nights) {
        work.work(TODAY);
        work.work(TODAY.plusDays(63));
        assertThat(nights.of(world.moorings, TODAY)).isEmpty();
    }

    @Test
    void the_day_sheet_comes_by_mail_once_a_morning_to_who_asked(
            World world,
            DailyWork work,
            PlayDays play,
            MorningMessages morning,
            Memberships memberships,
            DSLContext db,
            JavaMailSenderImpl mail)
            throws Exception {
        world.invoice(world.payer(), "50.00", may(2));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/day/morning", "address=nowhere").body()).contains("is not an e-mail address");
            ada.follow("/day/morning", "address=ada@harbour.example");
            work.work(TODAY);
            assertThat(morning.sendDue()).as("from the next morning on").isZero();
            LocalDate next = TODAY.plusDays(1);
            play.testFrom(next);
            assertThat(morning.sendDue()).as("its night has not run").isZero();
            work.work(next);
            assertThat(morning.sendDue()).as("nobody takes it").isZero();
            assertThat(ada.get("/day/morning").body()).contains("could not be sent");
            db.execute("update morning_message set next_try_at = now() - interval '1 second'");
            try (var server = new MailServer(mail)) {
                assertThat(morning.sendDue()).isEqualTo(1);
                assertThat(morning.sendDue()).as("once").isZero();
                assertThat(server.taken()).singleElement().satisfies(m -> {
                    assertThat(m.getSubject()).contains("1 decision on");
                    assertThat(m.getMessageID()).contains("morning-").contains(next.toString());
                    assertThat(MailServer.text(m)).contains("days overdue", "In the night", "/day/morning");
                });
            }
            ada.follow("/day/morning/stop", "");
            assertThat(db.fetchCount(db.selectFrom("morning_message"))).isZero();
            ada.follow("/day/morning", "address=ada@harbour.example");
        }
        memberships.join(world.moorings, "nils", Set.of(Role.ADMINISTRATOR));
        memberships.leave(world.moorings, "ada");
        assertThat(db.fetchCount(db.selectFrom("morning_message"))).isZero();
    }

    @Test
    void a_letter_that_cannot_be_sent_is_given_up_for_the_day_after_six_tries(
            World world, DailyWork work, PlayDays play, MorningMessages morning, DSLContext db) {
        morning.ask(world.moorings, "ada", "ada@harbour.example");
        LocalDate next = TODAY.plusDays(1);
        play.testFrom(next);
        work.work(next);
        for (int tries = 0; tries < 9; tries++) {
            morning.sendDue();
            db.execute("update morning_message set next_try_at = now() - interval '1 second'");
        }
        assertThat(db.fetchValue("select sent_for from morning_message")).isEqualTo(java.sql.Date.valueOf(next));
    }
}
