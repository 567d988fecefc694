package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.FindMatches;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.bank.UndoMatch;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.customers.Customer;
import exactum.app.daysheet.Decisions;
import exactum.app.installation.PlayDays;
import exactum.app.ledger.ClosePeriod;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.ProveBooks;
import exactum.app.tieout.AccountTieOut;
import exactum.app.tieout.AccountTieOuts;
import exactum.app.tieout.MonthEnd;
import exactum.app.tieout.MonthEnds;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankLineId;
import exactum.core.ledger.AccountCode;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Tie-outs of a month are signed by persons; then it closes and stays closed, until two persons reopen it with a cause. */
@ExtendWith(RunningApp.class)
class MonthEndTest {
    private static final YearMonth MAY = YearMonth.of(2026, 5);
    private static final YearMonth JUNE = YearMonth.of(2026, 6);
    private static final AccountCode BANK = new AccountCode("1000");

    private static MonthEnd of(World world, YearMonth month) {
        return world.bean(MonthEnds.class).of(world.moorings, month);
    }

    /** The page that a form leads to. */
    private static String seen(Visitor who, String path, String form) {
        return who.get(who.follow(path, form)).body();
    }

    private static YearMonth closedThrough(World world) {
        return world.bean(FindBooks.class).periods(world.moorings).closedThrough();
    }

    @Test
    void a_month_closes_once_each_of_its_tie_outs_is_signed(World world) {
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(ada.post("/months/2026-05/close", "").body())
                    .contains("1 tie-out of May 2026 has to be signed first: Current account");
            assertThat(otto.post("/months/2026-05/sign", "account=1000&currency=EUR")
                            .statusCode())
                    .isEqualTo(403);
            String page = seen(ada, "/months/2026-05/sign", "account=1000&currency=EUR&note=opened+that+day");
            assertThat(page).contains("1 of 1 signed", "ada, 1 Jun 2026", "Everything is signed");
            assertThat(ada.post("/months/2026-05/sign", "account=1000&currency=EUR")
                            .body())
                    .contains("was signed by ada already");
            assertThat(seen(ada, "/months/2026-05/close", "")).contains("Closed. What comes later");
            assertThat(ada.post("/months/2026-05/close", "").body()).contains("2026-05 is closed already");
            assertThat(ada.post("/months/2026-05/withdraw", "account=1000&currency=EUR&because=x")
                            .body())
                    .contains("May 2026 is closed, and so are its tie-outs");
            assertThat(otto.get("/months/2026-05").body()).contains("ada").doesNotContain("Ask a second person");
            assertThat(otto.get("/tie-out/1000/EUR?on=31+May+2026").body()).contains("Agrees to the cent");
        }
        assertThat(closedThrough(world)).isEqualTo(MAY);
    }

    @Test
    void a_month_that_is_not_over_is_neither_signed_nor_closed(World world) {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/months/2026-06/sign", "account=1000&currency=EUR")
                            .body())
                    .contains("June 2026 is not over yet");
            assertThat(ada.post("/months/2026-06/close", "").body()).contains("June 2026 is not over yet");
            for (String none : List.of("+999999999-12", "0001-01", "2026-13", "x"))
                assertThat(ada.get("/months/" + none).statusCode()).as(none).isEqualTo(404);
            assertThat(ada.get("/months/2026-06").body()).contains("this is how it stands so far");
        }
        assertThat(closedThrough(world)).isNull();
    }

    @Test
    void what_changes_after_it_was_signed_is_signed_again_and_the_first_signature_stays_to_be_seen(
            World world, PlayDays play) {
        BankLineId line = world.bankLine("7.00", "Quill", "who knows");
        play.setDate(LocalDate.of(2026, 7, 2));
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/months/2026-06/sign", "account=1010&currency=EUR");
            world.bean(Match.class)
                    .match(
                            world.moorings,
                            new LineRef.OfBank(line),
                            List.of(new Part.ToAccount(new AccountCode("4000"), euro("7.00"))));
            assertThat(line(world, "1010").isChanged())
                    .as("its month is open, so the match counts on the line’s own day")
                    .isTrue();
            assertThat(ada.get("/months/2026-06").body()).contains("changed since ada signed");
            String page = seen(ada, "/months/2026-06/sign", "account=1010&currency=EUR");
            assertThat(page).contains("it changed since it was signed");
            assertThat(line(world, "1010").isSigned()).isTrue();
            assertThat(of(world, JUNE).past()).hasSize(1);
            assertThat(seen(ada, "/months/2026-06/withdraw", "account=1010&currency=EUR&because=a+mistake"))
                    .contains("a mistake");
            assertThat(line(world, "1010").signature()).isNull();
        }
        assertThatThrownBy(() -> world.asOwner("update tie_out_signature set note = 'x'"))
                .hasStackTraceContaining("stays as it is");
    }

    private static MonthEnd.Line line(World world, String account) {
        return of(world, JUNE).lines().stream()
                .filter(l -> l.tieOut().account().equals(new AccountCode(account)))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void where_a_statement_is_missing_nothing_beyond_it_is_signed(World world, PlayDays play) {
        world.bankLine(world.bank, new StatementLine(june(3), june(3), euro("5.00"), "", "", "", "one", "", ""));
        play.setDate(LocalDate.of(2026, 7, 2));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/months/2026-06/sign", "account=1000&currency=EUR")
                            .body())
                    .contains("before the month does");
        }
        assertThat(line(world, "1000").isSigned()).isFalse();
    }

    @Test
    void of_four_who_sign_at_once_one_does(World world) {
        var signed = new AtomicInteger();
        var refused = new AtomicInteger();
        IntStream.range(0, 4).parallel().forEach(i -> {
            try {
                world.bean(MonthEnds.class).sign(world.moorings, MAY, BANK, "EUR", "number " + i);
                signed.incrementAndGet();
            } catch (Refusal already) {
                refused.incrementAndGet();
            }
        });
        assertThat(signed).hasValue(1);
        assertThat(refused).hasValue(3);
        assertThat(of(world, MAY).past()).isEmpty();
    }

    @Test
    void while_invoices_are_booked_the_month_closes_and_each_counts_where_it_may(World world, ProveBooks prove) {
        List<Customer> payers =
                IntStream.range(0, 6).mapToObj(i -> world.payer()).toList();
        IntStream.range(0, 6).parallel().forEach(i -> {
            if (i == 3) world.bean(ClosePeriod.class).close(world.moorings, MAY);
            else world.invoice(payers.get(i), "10.00", may(20));
        });
        var books = world.bean(FindBooks.class);
        var receivables = new AccountCode("1100");
        assertThat(books.balance(world.moorings, receivables, "EUR", june(1))).isEqualTo(euro("50.00"));
        assertThat(closedThrough(world)).isEqualTo(MAY);
        assertThat(prove.disagreements(world.moorings)).isEmpty();
    }

    @Test
    void reopening_takes_a_second_person_and_a_cause_and_what_was_signed_counts_no_more(
            World world, Memberships memberships) {
        memberships.join(world.moorings, "nils", Set.of(Role.APPROVER));
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            world.closeMay(ada);
            assertThat(ada.post("/months/2026-05/reopen", "cause=").body()).contains("Why it is reopened is missing");
            assertThat(ada.post("/months/2026-04/reopen", "cause=x").body())
                    .contains("Months reopen from the last one back");
            String page = seen(ada, "/months/2026-05/reopen", "cause=an+invoice+was+forgotten");
            assertThat(page).contains("Waits for a second person");
            assertThat(closedThrough(world)).isEqualTo(MAY);
            String approval = page.replaceAll("(?s).*/approvals/([0-9a-f-]{36})/approve.*", "$1");
            assertThat(ada.post("/approvals/" + approval + "/approve", "").body())
                    .contains("somebody else has to look at it");
            assertThat(nils.get("/day").body()).contains("Reopen May 2026: an invoice was forgotten");
            nils.follow("/approvals/" + approval + "/approve", "");
            assertThat(closedThrough(world)).isEqualTo(YearMonth.of(2026, 4));
            MonthEnd end = of(world, MAY);
            assertThat(end.closed()).isFalse();
            assertThat(end.signed()).isZero();
            assertThat(end.past()).singleElement().satisfies(s -> {
                assertThat(s.withdrawn().by()).isEqualTo("nils");
                assertThat(s.withdrawn().because()).contains("an invoice was forgotten");
            });
            assertThat(nils.get("/months/2026-05").body()).contains("reopened", "nils", "an invoice was forgotten");
            world.invoice(world.payer(), "50.00", may(20));
            assertThat(world.bean(FindBooks.class).balance(world.moorings, new AccountCode("1100"), "EUR", may(31)))
                    .isEqualTo(euro("50.00"));
            world.closeMay(ada);
        }
        assertThat(closedThrough(world)).isEqualTo(MAY);
        assertThat(world.bean(FindBooks.class).periodEvents(world.moorings)).hasSize(3);
    }

    @Test
    void who_has_closed_a_month_is_asked_to_close_the_next_one(World world, PlayDays play) {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).doesNotContain("Close the month");
            world.closeMay(ada);
            play.setDate(LocalDate.of(2026, 7, 1));
            assertThat(ada.get("/day").body()).contains("June 2026 is over", "Close the month");
        }
        assertThat(world.bean(Decisions.class).find(world.moorings, "month/2026-06"))
                .isPresent();
        assertThat(world.bean(Decisions.class).find(world.moorings, "month/2026-07"))
                .isEmpty();
    }

    @Test
    void an_undone_match_of_a_closed_month_counts_in_the_open_one_and_both_tie_out(World world, PlayDays play) {
        BankLineId line = world.bankLine("7.00", "Quill", "who knows");
        world.bean(Match.class)
                .match(
                        world.moorings,
                        new LineRef.OfBank(line),
                        List.of(new Part.ToAccount(new AccountCode("4000"), euro("7.00"))));
        play.setDate(LocalDate.of(2026, 7, 2));
        List<AccountTieOut> june = world.bean(AccountTieOuts.class).all(world.moorings, june(30));
        world.bean(ClosePeriod.class).close(world.moorings, JUNE);
        var match = world.bean(FindMatches.class)
                .ofLine(world.moorings, new LineRef.OfBank(line))
                .getFirst();
        world.bean(UndoMatch.class).undo(world.moorings, new LineRef.OfBank(line), match.id());
        assertThat(world.bean(AccountTieOuts.class).all(world.moorings, june(30)))
                .usingRecursiveComparison()
                .ignoringFields("asOf", "saidBy", "working")
                .isEqualTo(june);
        assertThat(world.bean(AccountTieOuts.class).all(world.moorings, LocalDate.of(2026, 7, 2)))
                .allMatch(AccountTieOut::comesOut)
                .anyMatch(t -> !t.items().isEmpty());
    }
}
