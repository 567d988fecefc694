package exactum.app;

import static exactumdb.Tables.MANDATE;
import static exactumdb.Tables.MATCH;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.bank.ImportStatements;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.customers.Customer;
import exactum.app.debits.CommitDebitRun;
import exactum.app.debits.DebitRun;
import exactum.app.debits.FindDebits;
import exactum.app.debits.HandOver;
import exactum.app.debits.NoteCameBack;
import exactum.app.debits.TakeBackDebit;
import exactum.app.debits.WithdrawRun;
import exactum.app.documents.Document;
import exactum.app.mandates.Mandates;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.waiting.FindWaiting;
import exactum.core.ids.BankLineId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.WaitingId;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jooq.DSLContext;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.extension.ExtendWith;

/** Two at once over the same debits: nobody is debited twice, nothing is forgotten. */
@ExtendWith(RunningApp.class)
class DebitsAtOnceTest {
    private static final LocalDate DUE = LocalDate.of(2026, 6, 15);
    private static final LocalDate UNTIL = LocalDate.of(2026, 6, 16);
    private static final LocalDate BACK = LocalDate.of(2026, 6, 17);

    private interface Step {
        void run() throws Exception;
    }

    /** Begins all in the same moment; one that is refused is the later one. */
    private static void atOnce(Step... steps) throws Exception {
        var start = new CyclicBarrier(steps.length);
        try (var pool = Executors.newFixedThreadPool(steps.length)) {
            List<Future<Object>> all = java.util.Arrays.stream(steps)
                    .map(step -> pool.submit(() -> {
                        start.await();
                        try {
                            step.run();
                        } catch (Refusal later) {
                            assertThat(later.sentence()).isNotEmpty();
                        }
                        return null;
                    }))
                    .toList();
            for (Future<Object> one : all) one.get();
        }
    }

    private static int count(World world, String where) {
        return world.bean(DSLContext.class)
                .fetchSingle("select count(*)::int as n from collection c where " + where)
                .get("n", Integer.class);
    }

    @RepeatedTest(3)
    void two_runs_over_the_same_items_collect_each_once(World world, CommitDebitRun commit) throws Exception {
        Debits debits = world.debits();
        for (int i = 1; i <= 12; i++) debits.invoice(debits.payer(i), "50.00");
        DebitRun first = debits.rehearse(UNTIL);
        DebitRun second = debits.rehearse(UNTIL);
        atOnce(
                () -> debits.commit(first),
                () -> debits.commit(second),
                () -> commit.execute(world.moorings, first.id()));
        assertThat(debits.run(first.id()).made() + debits.run(second.id()).made())
                .isEqualTo(12);
        assertThat(count(world, "c.state = 'planned'")).isEqualTo(12);
    }

    @RepeatedTest(3)
    void money_that_arrives_while_the_run_commits_is_not_collected_again(World world, FindClaims claims)
            throws Exception {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "119.00");
        debits.invoice(debits.payer(2), "80.00");
        DebitRun run = debits.rehearse(UNTIL);
        atOnce(() -> debits.commit(run), () -> world.payCash(payer, "119.00", new Policy.OfDocument(invoice.id())));
        DebitRun handed = debits.handOver(debits.run(run.id()));
        debits.book(DUE);
        assertThat(claims.openOf(world.moorings, invoice.id())).isEmpty();
        assertThat(handed.madeTotal().plain()).isEqualTo("80.00");
        assertThat(world.balance("1100")).isEqualTo(World.euro("0.00"));
    }

    @RepeatedTest(5)
    void a_card_page_opened_and_paid_while_the_run_commits_is_the_only_payment(World world) throws Exception {
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = withAnother(debits);
        atOnce(() -> debits.commit(run), () -> paidByCard(world, world.desk.cardPage(invoice)));
        onlyTheOtherIsCollected(world, debits, invoice, run);
    }

    @RepeatedTest(5)
    void a_card_payment_of_which_word_comes_while_the_run_commits_is_the_only_payment(World world) throws Exception {
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = withAnother(debits);
        CardProcessor.Page page = world.desk.cardPage(invoice);
        atOnce(() -> debits.commit(run), () -> paidByCard(world, page));
        onlyTheOtherIsCollected(world, debits, invoice, run);
    }

    @RepeatedTest(10)
    void who_opens_a_card_page_while_the_run_is_handed_over_leaves_it_or_is_refused(World world) throws Exception {
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.commit(withAnother(debits));
        var opened = new AtomicBoolean();
        atOnce(() -> debits.handOver(run), () -> {
            world.desk.cardPage(invoice);
            opened.set(true);
        });
        assertThat(debits.run(run.id()).madeTotal().plain()).isEqualTo(opened.get() ? "80.00" : "199.00");
        assertThat(count(world, "c.channel = 'debit' and c.state = 'in flight'"))
                .isEqualTo(opened.get() ? 1 : 2);
        assertThat(count(world, "c.channel = 'card'")).isEqualTo(opened.get() ? 1 : 0);
    }

    private static DebitRun withAnother(Debits debits) {
        debits.invoice(debits.payer(2), "80.00");
        return debits.rehearse(UNTIL);
    }

    private static void paidByCard(World world, CardProcessor.Page page) {
        assertThat(world.desk.sale("sa_" + page.reference, page.reference, "119.00", "2.20"))
                .isEqualTo("payment taken in");
    }

    private static void onlyTheOtherIsCollected(World world, Debits debits, Document paid, DebitRun run) {
        DebitRun handed = debits.handOver(debits.run(run.id()));
        debits.book(DUE);
        assertThat(handed.madeTotal().plain()).isEqualTo("80.00");
        assertThat(count(world, "c.channel = 'debit' and c.state = 'collected'"))
                .isEqualTo(1);
        assertThat(world.bean(FindClaims.class).openOf(world.moorings, paid.id()))
                .isEmpty();
        assertThat(world.bean(FindPayments.class).ofDocument(world.moorings, paid.id()))
                .hasSize(1);
        assertThat(world.balance("1100")).isEqualTo(World.euro("0.00"));
    }

    @RepeatedTest(3)
    void a_run_handed_over_and_withdrawn_at_once_is_one_of_both(World world, HandOver handOver, WithdrawRun withdraw)
            throws Exception {
        Debits debits = world.debits();
        debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.commit(debits.rehearse(UNTIL));
        atOnce(
                () -> handOver.handOver(world.moorings, run.id()),
                () -> withdraw.withdraw(world.moorings, run.id()),
                () -> handOver.handOver(world.moorings, run.id()));
        boolean isWithdrawn = debits.run(run.id()).state() == DebitRun.State.WITHDRAWN;
        assertThat(count(world, "c.state = 'in flight'")).isEqualTo(isWithdrawn ? 0 : 1);
        debits.book(DUE);
        assertThat(world.balance("1100")).isEqualTo(World.euro(isWithdrawn ? "119.00" : "0.00"));
    }

    @RepeatedTest(3)
    void a_run_approved_and_withdrawn_at_once_leaves_nothing_half_done(
            World world, Approvals approvals, Memberships memberships, CommitDebitRun commit, WithdrawRun withdraw)
            throws Exception {
        Debits debits = world.debits();
        debits.invoice(debits.payer(1), "900.00");
        memberships.join(world.moorings, "nils", Set.of(Role.APPROVER));
        approvals.setLimit(world.moorings, ApprovalKind.DEBIT_RUN, World.euro("500.00"));
        DebitRun run = debits.commit(debits.rehearse(UNTIL));
        try (var nils = new Visitor(world, "nils")) {
            String page = nils.get("/debit-runs/" + run.id()).body();
            var found = Pattern.compile("/approvals/([0-9a-f-]{36})/approve").matcher(page);
            assertThat(found.find()).isTrue();
            atOnce(
                    () -> nils.post("/approvals/" + found.group(1) + "/approve", ""),
                    () -> withdraw.withdraw(world.moorings, run.id()));
        }
        commit.execute(world.moorings, run.id());
        boolean isWithdrawn = debits.run(run.id()).state() == DebitRun.State.WITHDRAWN;
        assertThat(count(world, "c.state in ('planned', 'in flight')")).isEqualTo(isWithdrawn ? 0 : 1);
        assertThat(count(world, "true")).isLessThanOrEqualTo(1);
    }

    @RepeatedTest(3)
    void what_came_back_is_taken_in_once_and_a_reject_on_the_day_itself_is_not_lost(
            World world, FindDebits find, NoteCameBack note, TakeBackDebit takeBack, FindClaims claims)
            throws Exception {
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.collect(UNTIL);
        String reference = "MOORINGS-R%d-%06d"
                .formatted(
                        run.number(),
                        find.items(world.moorings, run.id()).getFirst().no());
        note.report(world.moorings, CameBackTest.report("R-1", run, reference, "AC04"));
        CameBackId back = find.waiting(world.moorings).getFirst();
        atOnce(
                () -> debits.book(DUE),
                () -> takeBack.takeIn(world.moorings, back, null, false),
                () -> takeBack.takeIn(world.moorings, back, null, false));
        assertThat(claims.openOf(world.moorings, invoice.id())).hasSize(1);
        assertThat(world.balance("1100")).isEqualTo(World.euro("119.00"));
        assertThat(find.waiting(world.moorings)).isEmpty();
    }

    @RepeatedTest(10)
    void a_return_whose_line_is_matched_by_a_person_in_the_same_moment_is_booked_once(
            World world, FindDebits find, ImportStatements statements, TakeBackDebit takeBack, Match match)
            throws Exception {
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        String reference = CameBackTest.endToEnd(world, find, run, invoice);
        debits.today(BACK);
        CameBackTest.read(statements, world, BACK, CameBackTest.returned(BACK, "119.00", "0.00", reference, "AM04"));
        CameBackId cameBack = find.waiting(world.moorings).getFirst();
        var returned = new Part.Return(
                world.bean(FindPayments.class)
                        .ofDocument(world.moorings, invoice.id())
                        .getFirst()
                        .id(),
                World.euro("-119.00"));
        atOnce(
                () -> takeBack.takeIn(world.moorings, cameBack, null, false),
                () -> match.match(world.moorings, line(world), List.of(returned)));
        assertThat(world.bean(FindClaims.class).openOf(world.moorings, invoice.id()))
                .hasSize(1);
        assertThat(world.balance("1100")).isEqualTo(World.euro("119.00"));
        assertThat(world.bean(DSLContext.class).fetchCount(MATCH)).isEqualTo(1);
    }

    @RepeatedTest(10)
    void a_late_reject_taken_in_while_its_whole_batch_is_matched_is_one_of_both(
            World world,
            FindDebits find,
            NoteCameBack note,
            ImportStatements statements,
            TakeBackDebit takeBack,
            Match match,
            FindWaiting waiting)
            throws Exception {
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.handOver(debits.commit(withAnother(debits)));
        debits.book(DUE);
        note.report(
                world.moorings,
                CameBackTest.report("R-1", run, CameBackTest.endToEnd(world, find, run, invoice), "AC04"));
        CameBackId cameBack = find.waiting(world.moorings).getFirst();
        debits.today(BACK);
        CameBackTest.read(statements, world, BACK, CameBackTest.batch(BACK, "199.00", "ANOTHER-NAME"));
        WaitingId batch = waiting.open(world.moorings).getFirst().item().id();
        atOnce(
                () -> takeBack.takeIn(world.moorings, cameBack, null, false),
                () -> match.match(world.moorings, line(world), List.of(new Part.Waiting(batch, World.euro("199.00")))));
        boolean isOpen = !world.bean(FindClaims.class)
                .openOf(world.moorings, invoice.id())
                .isEmpty();
        assertThat(world.balance("1100")).isEqualTo(World.euro(isOpen ? "119.00" : "0.00"));
        assertThat(world.bean(DSLContext.class).fetchCount(MATCH)).isEqualTo(isOpen ? 0 : 1);
    }

    @RepeatedTest(5)
    void a_run_is_withdrawn_while_another_over_the_same_mandates_is_committed(
            World world, WithdrawRun withdraw, Mandates mandates) throws Exception {
        Debits debits = world.debits();
        List<Customer> payers = IntStream.rangeClosed(1, 30)
                .mapToObj(debits::payer)
                .sorted(Comparator.comparing(c -> c.id().value().hashCode()))
                .toList();
        payers.forEach(p -> debits.invoice(p, "50.00"));
        DebitRun first = debits.commit(debits.rehearse(UNTIL));
        payers.forEach(p -> debits.invoice(p, "60.00"));
        DebitRun second = debits.rehearse(UNTIL);
        atOnce(
                () -> withdraw.withdraw(world.moorings, first.id()),
                () -> debits.commit(second),
                () -> mandates.passDay(world.moorings, UNTIL));
        assertThat(count(world, "c.state = 'withdrawn'")).isEqualTo(30);
        assertThat(count(world, "c.state = 'planned'"))
                .isEqualTo(debits.run(second.id()).made())
                .isEqualTo(30);
        assertThat(world.bean(DSLContext.class).fetchCount(MANDATE, MANDATE.COUNTED.eq(1)))
                .isEqualTo(30);
    }

    private static LineRef line(World world) {
        return new LineRef.OfBank(new BankLineId(world.bean(DSLContext.class)
                .fetchSingle("select id from bank_line")
                .get("id", UUID.class)));
    }
}
