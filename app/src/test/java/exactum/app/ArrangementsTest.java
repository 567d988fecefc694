package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.arrangements.CourseOfRecurring;
import exactum.app.arrangements.EndRecurring;
import exactum.app.arrangements.FindRecurring;
import exactum.app.arrangements.Handling;
import exactum.app.arrangements.RaisePrices;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.RecurringState;
import exactum.app.arrangements.SaveRecurring;
import exactum.app.customers.Customer;
import exactum.app.database.Ids;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.SaveStanding;
import exactum.app.documents.StandingLines;
import exactum.app.ledger.ProveBooks;
import exactum.core.arrangement.DatedLine;
import exactum.core.arrangement.Raise;
import exactum.core.arrangement.WhenUnread;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.document.DocumentKind;
import exactum.core.document.PriceMode;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What becomes of arrangements: parts of periods, pauses, dates left out, ends, drafts to look at, prices that change. */
@ExtendWith(RunningApp.class)
class ArrangementsTest {
    private static final Recurrence MONTHLY = new Recurrence(
            Cadence.monthly(new DayRule.MonthDay(1)),
            LocalDate.of(2026, 6, 1),
            Coverage.MONTH_OF_DATE,
            new Recurrence.End.Never(),
            0);

    private static RecurringId agree(
            World world, CustomerId customer, Recurrence recurrence, Handling handling, DatedLine... lines) {
        var id = new RecurringId(Ids.next());
        world.bean(SaveRecurring.class)
                .add(
                        world.moorings,
                        new RecurringInvoice(
                                id,
                                "Berth",
                                customer,
                                recurrence,
                                world.find().chosenTerms(world.moorings).id(),
                                new RecurringInvoice.Content(
                                        euro("0.00").currency(),
                                        PriceMode.PLUS_TAX,
                                        List.of(lines),
                                        Draft.Wording.NONE,
                                        List.of()),
                                handling,
                                RecurringInvoice.Progress.FRESH,
                                1));
        return id;
    }

    private static DatedLine berth(World world) {
        return DatedLine.of(world.line("Berth", "1", "640.00", "zero"));
    }

    private static RecurringInvoice find(World world, RecurringId id) {
        return world.bean(FindRecurring.class).find(world.moorings, id).orElseThrow();
    }

    private static List<String> billed(World world, Customer customer) {
        return world.lists().ofCustomer(world.moorings, customer.id(), RunningApp.TODAY, 100).stream()
                .sorted(Comparator.comparing(ListDocuments.Listed::date))
                .map(d -> d.date() + " " + d.gross().plain())
                .toList();
    }

    private static LocalDate day(String text) {
        return LocalDate.parse(text);
    }

    /** 16 to 30 April is 15 of 30 days of 640.00; the end on 20 June is 20 of 30. */
    @Test
    void a_start_within_a_month_and_an_end_within_one_are_billed_to_the_cent(World world) {
        Customer customer = world.payer();
        Recurrence parts = new Recurrence(
                        MONTHLY.cadence(),
                        day("2026-04-16"),
                        Coverage.MONTH_BEFORE,
                        new Recurrence.End.OnDate(day("2026-06-20")),
                        0)
                .prorated(Proration.DAYS);
        RecurringId id = agree(world, customer.id(), parts, Handling.USUAL, berth(world));
        world.bill(RunningApp.TODAY);
        world.bill(day("2026-06-20"));
        assertThat(billed(world, customer))
                .containsExactly("2026-05-01 320.00", "2026-06-01 640.00", "2026-06-20 426.67");
        assertThat(find(world, id).state()).isEqualTo(RecurringState.ENDED);
        Document last = world.newest(customer.id());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices/" + last.number()).body())
                    .contains("20 of 30 days −213.33")
                    .contains("1 Jun 2026 – 20 Jun 2026");
        }
    }

    @Test
    void an_early_end_gives_back_what_is_billed_and_not_served(World world, EndRecurring end) {
        Customer customer = world.payer();
        RecurringId id = agree(world, customer.id(), MONTHLY, Handling.USUAL, berth(world));
        world.bill(RunningApp.TODAY);
        EndRecurring.Ending ending =
                end.rehearse(world.moorings, find(world, id), day("2026-06-20"), Proration.DAYS, RunningApp.TODAY);
        assertThat(ending.finals()).isEmpty();
        assertThat(ending.credits())
                .singleElement()
                .satisfies(c -> assertThat(c.gross()).isEqualTo(euro("213.33")));
        assertThatThrownBy(() -> end.end(
                        world.moorings,
                        id,
                        1,
                        day("2026-06-19"),
                        Proration.DAYS,
                        true,
                        ending.digest(),
                        RunningApp.TODAY))
                .as("something else than was looked at")
                .isInstanceOf(Refusal.class);
        end.end(world.moorings, id, 1, day("2026-06-20"), Proration.DAYS, true, ending.digest(), RunningApp.TODAY);
        assertThat(find(world, id).state()).isEqualTo(RecurringState.ENDED);
        assertThat(world.lists().ofCustomer(world.moorings, customer.id(), RunningApp.TODAY, 9))
                .extracting(d -> d.kind().words() + " " + d.gross().plain())
                .containsExactlyInAnyOrder("invoice 640.00", "credit note 213.33");
        assertThat(world.bean(ProveBooks.class).prove(world.moorings)).isEmpty();
    }

    @Test
    void what_went_by_in_a_pause_is_caught_up_or_left_out_as_is_chosen(World world, CourseOfRecurring course) {
        Customer caught = world.payer();
        Customer left = world.payer();
        RecurringId one = agree(world, caught.id(), MONTHLY, Handling.USUAL, berth(world));
        RecurringId other = agree(world, left.id(), MONTHLY, Handling.USUAL, berth(world));
        course.pause(world.moorings, one, 1, RunningApp.TODAY);
        course.pause(world.moorings, other, 1, RunningApp.TODAY);
        world.bill(day("2026-08-01"));
        assertThat(billed(world, caught)).isEmpty();
        assertThat(course.missed(find(world, one), day("2026-07-15"))).hasSize(2);
        course.resume(world.moorings, one, 2, CourseOfRecurring.Gap.CATCH_UP, day("2026-07-15"));
        course.resume(world.moorings, other, 2, CourseOfRecurring.Gap.LEAVE_OUT, day("2026-07-15"));
        world.bill(day("2026-08-01"));
        assertThat(billed(world, caught))
                .containsExactly("2026-06-01 640.00", "2026-07-01 640.00", "2026-08-01 640.00");
        assertThat(billed(world, left)).containsExactly("2026-08-01 640.00");
        assertThatThrownBy(
                        () -> course.resume(world.moorings, one, 3, CourseOfRecurring.Gap.CATCH_UP, RunningApp.TODAY))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("It is active already");
    }

    @Test
    void a_resume_over_a_price_change_bills_each_date_at_its_own_price(World world, CourseOfRecurring course) {
        Customer customer = world.payer();
        var before = new DatedLine(
                world.line("Berth", "1", "640.00", "zero"),
                exactum.core.arrangement.Basis.PERIOD,
                null,
                day("2026-07-01"));
        var after = new DatedLine(
                world.line("Berth", "1", "668.80", "zero"),
                exactum.core.arrangement.Basis.PERIOD,
                day("2026-07-01"),
                null);
        RecurringId id = agree(world, customer.id(), MONTHLY, Handling.USUAL, before, after);
        course.pause(world.moorings, id, 1, RunningApp.TODAY);
        course.resume(world.moorings, id, 2, CourseOfRecurring.Gap.CATCH_UP, day("2026-07-15"));
        world.bill(day("2026-07-15"));
        assertThat(billed(world, customer)).containsExactly("2026-06-01 640.00", "2026-07-01 668.80");
    }

    @Test
    void a_date_that_is_left_out_is_made_by_nobody_and_can_be_taken_in_again(World world, CourseOfRecurring course) {
        Customer customer = world.payer();
        RecurringId id = agree(world, customer.id(), MONTHLY, Handling.USUAL, berth(world));
        course.skip(world.moorings, id, 1, day("2026-07-01"), "boat is away");
        world.bill(day("2026-08-01"));
        assertThat(billed(world, customer)).containsExactly("2026-06-01 640.00", "2026-08-01 640.00");
        assertThatThrownBy(() -> course.takeIn(world.moorings, id, 2, day("2026-07-01")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Later dates are billed already");
        course.skip(world.moorings, id, 2, day("2026-10-01"), "boat is away");
        course.takeIn(world.moorings, id, 3, day("2026-10-01"));
        assertThat(find(world, id).ahead().limit(2).map(o -> o.period().from()))
                .containsExactly(day("2026-09-01"), day("2026-10-01"));
    }

    @Test
    void what_is_reviewed_first_becomes_a_draft_that_a_press_issues(World world, Drafts drafts, DSLContext db) {
        Customer customer = world.payer();
        var looked = new Handling(true, true, Draft.Sending.USUAL, WhenUnread.WAIT, false);
        RecurringId id = agree(world, customer.id(), MONTHLY, looked, berth(world));
        world.bill(RunningApp.TODAY);
        world.bill(RunningApp.TODAY);
        assertThat(db.fetchValue("select count(*) from document where state = 'draft'"))
                .isEqualTo(1L);
        assertThat(db.fetchValue("select count(*) from document where state = 'issued'"))
                .isEqualTo(0L);
        UUID draft = (UUID) db.fetchValue("select id from document");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/drafts/review").body()).contains("640.00").contains("first");
            assertThat(ada.get("/day").body()).contains("1 draft of a recurring invoice waits");
            assertThat(ada.page("/drafts/" + draft + "/issue-reviewed", "revision=1"))
                    .contains("LW-2026-0001");
            assertThat(ada.post("/drafts/" + draft + "/issue-reviewed", "revision=1")
                            .statusCode())
                    .as("a second press")
                    .isEqualTo(404);
        }
        assertThat(billed(world, customer)).containsExactly("2026-06-01 640.00");
        assertThat(find(world, id).nextIndex()).isOne();
    }

    @Test
    void a_draft_that_is_deleted_is_billed_again_or_left_out(World world, Drafts drafts, DSLContext db) {
        Customer again = world.payer();
        var looked = new Handling(true, false, Draft.Sending.USUAL, WhenUnread.WAIT, false);
        RecurringId id = agree(world, again.id(), MONTHLY, looked, berth(world));
        world.bill(RunningApp.TODAY);
        drafts.delete(world.moorings, draft(db), true);
        world.bill(RunningApp.TODAY);
        assertThat(db.fetchValue("select count(*) from document")).isEqualTo(1L);
        drafts.delete(world.moorings, draft(db), false);
        world.bill(RunningApp.TODAY);
        assertThat(db.fetchValue("select count(*) from document")).isEqualTo(0L);
        assertThat(find(world, id).next().orElseThrow().date()).isEqualTo(day("2026-07-01"));
    }

    private static exactum.core.ids.DocumentId draft(DSLContext db) {
        return new exactum.core.ids.DocumentId((UUID) db.fetchValue("select id from document where state = 'draft'"));
    }

    @Test
    void prices_rise_from_a_day_for_those_that_are_as_they_were_seen(
            World world, RaisePrices raise, SaveRecurring save) {
        RecurringId goes = agree(world, world.payer().id(), MONTHLY, Handling.USUAL, berth(world));
        RecurringId out = agree(world, world.payer().id(), MONTHLY, Handling.USUAL, berth(world));
        RecurringId changed = agree(world, world.payer().id(), MONTHLY, Handling.USUAL, berth(world));
        var rise = new Raise(new BigDecimal("4.5"), null, day("2026-07-01"));
        UUID id = raise.begin(world.moorings, rise, Set.of(goes, out, changed));
        assertThat(raise.rows(world.moorings, raise.get(world.moorings, id))).allSatisfy(r -> {
            assertThat(r.before()).isEqualTo(euro("640.00"));
            assertThat(r.after()).isEqualTo(euro("668.80"));
        });
        save.change(world.moorings, find(world, changed));
        raise.commit(world.moorings, id, Set.of(out));
        raise.commit(world.moorings, id, Set.of());
        assertThat(raise.get(world.moorings, id).items().get(goes).outcome()).isEqualTo("changed");
        assertThat(raise.get(world.moorings, id).items().get(out).outcome()).isEqualTo("left out by hand");
        assertThat(raise.get(world.moorings, id).items().get(changed).outcome()).isEqualTo("it was changed meanwhile");
        assertThat(find(world, goes).content().lines()).hasSize(2);
        assertThat(find(world, out).content().lines()).hasSize(1);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/recurring/prices/" + id).body()).contains("left out by hand");
            assertThat(ada.page("/recurring/prices", "change=x&from=1 Jul 2026&chosen=" + goes))
                    .contains("is no change of price");
            assertThat(ada.page("/recurring/prices", "change=-100 %&from=1 Jul 2026&chosen=" + goes))
                    .contains("is no change of price");
        }
    }

    @Test
    void standing_lines_join_what_is_billed_between_their_days(World world, SaveStanding standing) {
        Customer customer = world.payer();
        agree(world, customer.id(), MONTHLY, Handling.USUAL, berth(world));
        var fields = Map.of("text0", "Lake levy", "qty0", "1", "price0", "2.40", "tax0", "zero", "account0", "4000");
        standing.save(
                world.moorings,
                new StandingLines(
                        Ids.next(),
                        "Lake levy",
                        null,
                        List.of(customer.id()),
                        Set.of(DocumentKind.INVOICE),
                        true,
                        day("2026-07-01"),
                        day("2026-08-01"),
                        null,
                        null,
                        fields,
                        1));
        world.bill(day("2026-08-01"));
        assertThat(billed(world, customer))
                .containsExactly("2026-06-01 640.00", "2026-07-01 642.40", "2026-08-01 640.00");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.page("/invoices/typed", "customer=" + customer.id() + "&date=2026-07-10"))
                    .contains("Lake levy")
                    .contains("joined by itself");
            assertThat(ada.page("/invoices/typed", "customer=" + customer.id() + "&date=2026-08-10"))
                    .doesNotContain("Lake levy");
        }
    }

    @Test
    void a_run_of_a_filter_bills_those_alone_and_a_stopped_one_goes_on(World world) {
        Customer wanted = world.payer();
        Customer other = world.payer();
        agree(world, wanted.id(), MONTHLY, Handling.USUAL, berth(world));
        agree(world, other.id(), MONTHLY, Handling.USUAL, berth(world));
        try (var ada = new Visitor(world, "ada")) {
            String run = ada.follow("/billing-runs", "date=today&words=" + Visitor.encoded(wanted.name()));
            assertThat(ada.get(run).body()).contains(wanted.name()).doesNotContain(">" + other.name() + "<");
            ada.post(run + "/stop", "");
            assertThat(ada.get(run).body())
                    .as("one that does not run is not stopped")
                    .contains("rehearsed");
        }
    }
}
