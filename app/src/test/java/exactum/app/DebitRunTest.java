package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.arrears.Arrears;
import exactum.app.bank.FindBankLines;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.customers.Customer;
import exactum.app.debits.DebitRun;
import exactum.app.debits.DebitWork;
import exactum.app.debits.FindDebits;
import exactum.app.debits.RunItem;
import exactum.app.debits.WithdrawRun;
import exactum.app.documents.Document;
import exactum.app.mandates.MandateRemarks;
import exactum.app.mandates.Mandates;
import exactum.app.settlement.FindClaims;
import exactum.app.waiting.FindWaiting;
import exactum.core.bank.WaitingKind;
import exactum.core.collection.LeftOut;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.MandateState;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.List;
import java.util.regex.Pattern;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Runs of collections: what is in, what is out and why, what is booked and when. Due days are 15 June 2026, a Monday. */
@ExtendWith(RunningApp.class)
class DebitRunTest {
    private static final LocalDate DUE = LocalDate.of(2026, 6, 15);
    private static final LocalDate UNTIL = LocalDate.of(2026, 6, 16);

    @Test
    void an_invoice_that_was_sent_in_time_is_its_own_notice_and_is_collected_when_due(
            World world, FindDebits find, FindClaims claims) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "119.00");
        DebitRun run = debits.rehearse(UNTIL);
        RunItem item = find.items(world.moorings, run.id()).getFirst();
        assertThat(item.out()).isNull();
        assertThat(item.collect().on()).isEqualTo(DUE);
        assertThat(item.collect().amount().plain()).isEqualTo("119.00");

        DebitRun handed = debits.handOver(debits.commit(run));
        assertThat(handed.state()).isEqualTo(DebitRun.State.HANDED_OVER);
        assertThat(claims.openOf(world.moorings, invoice.id())).hasSize(1);
        debits.book(DUE.minusDays(1));
        assertThat(claims.openOf(world.moorings, invoice.id())).hasSize(1);
        debits.book(DUE);
        assertThat(claims.openOf(world.moorings, invoice.id())).isEmpty();
        debits.book(DUE);
    }

    @Test
    void a_proposed_run_that_waits_for_a_second_person_is_kept_over_days(
            World world, DebitWork work, Approvals approvals) {
        Debits debits = world.debits();
        debits.invoice(debits.payer(1), "900.00");
        approvals.setLimit(world.moorings, ApprovalKind.DEBIT_RUN, World.euro("500.00"));
        try (var ada = new Visitor(world, "ada")) {
            ada.post(
                    "/debit-runs/settings",
                    "mostTries=2&retryAfterDays=5&horizonDays=20&least=1.00&fee=0.00&chargeAccount=&chargeTags=&timer=proposes");
            for (int days = 0; days < 2; days++) work.day(world.moorings, RunningApp.TODAY);
            String proposed = onlyRun(ada);
            debits.commit(debits.run(DebitRunId.valueOf(proposed)));
            for (int days = 0; days < 2; days++) work.day(world.moorings, RunningApp.TODAY);
            assertThat(onlyRun(ada)).isEqualTo(proposed);
        }
    }

    private static String onlyRun(Visitor ada) {
        List<String> runs = Pattern.compile("/debit-runs/([0-9a-f-]{36})")
                .matcher(ada.get("/debit-runs").body())
                .results()
                .map(r -> r.group(1))
                .distinct()
                .toList();
        assertThat(runs).hasSize(1);
        return runs.getFirst();
    }

    @Test
    void each_item_left_out_has_its_reason(World world, FindDebits find, Arrears arrears, Mandates mandates) {
        Debits debits = world.debits();
        Customer none = world.payer();
        Document withoutMandate = world.collectedInvoice(none, "10.00");
        Customer disputing = debits.payer(2);
        Document disputed = debits.invoice(disputing, "20.00");
        arrears.dispute(world.moorings, disputed, disputed.gross(), "the crane was late");
        Customer suspended = debits.payer(3);
        Document resting = debits.invoice(suspended, "30.00");
        mandates.move(world.moorings, debits.of(suspended).id(), MandateState.SUSPENDED, "asked by phone");
        Customer small = debits.payer(4);
        Document tiny = debits.invoice(small, "0.60");
        Customer paid = debits.payer(5);
        Document credited = debits.invoice(paid, "50.00");
        world.payCash(paid, "80.00", new Policy.OnAccount());

        List<RunItem> items = find.items(world.moorings, debits.rehearse(UNTIL).id());
        assertThat(reason(items, withoutMandate)).isEqualTo(LeftOut.NO_MANDATE);
        assertThat(reason(items, disputed)).isEqualTo(LeftOut.DISPUTED);
        assertThat(reason(items, resting)).isEqualTo(LeftOut.NO_MANDATE);
        assertThat(reason(items, tiny)).isEqualTo(LeftOut.TOO_SMALL);
        assertThat(reason(items, credited)).isEqualTo(LeftOut.CREDIT);
    }

    private static LeftOut reason(List<RunItem> items, Document document) {
        return items.stream()
                .filter(i -> i.number().equals(document.number()))
                .findFirst()
                .orElseThrow()
                .out()
                .reason();
    }

    @Test
    void nobody_is_debited_twice_by_two_runs_over_the_same_items(World world, FindDebits find) {
        Debits debits = world.debits();
        debits.invoice(debits.payer(1), "119.00");
        DebitRun first = debits.rehearse(UNTIL);
        DebitRun second = debits.rehearse(UNTIL);
        assertThat(debits.commit(first).made()).isEqualTo(1);
        DebitRun after = debits.commit(second);
        assertThat(after.made()).isZero();
        assertThat(find.items(world.moorings, second.id()).getFirst().leftOut().words())
                .contains("being collected already");
        assertThat(find.items(world.moorings, debits.rehearse(UNTIL).id())
                        .getFirst()
                        .out()
                        .reason())
                .isEqualTo(LeftOut.IN_FLIGHT);
    }

    @Test
    void a_mandate_revoked_between_rehearsal_and_commit_is_not_used(World world, FindDebits find, Mandates mandates) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        debits.invoice(payer, "119.00");
        DebitRun run = debits.rehearse(UNTIL);
        mandates.move(world.moorings, debits.of(payer).id(), MandateState.CANCELLED, "revoked by letter");
        assertThat(debits.commit(run).made()).isZero();
        assertThat(find.items(world.moorings, run.id()).getFirst().leftOut().words())
                .isEqualTo("its mandate is not active any more");
    }

    @Test
    void who_pays_otherwise_before_the_hand_over_leaves_the_run_once(World world, FindClaims claims) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "119.00");
        Customer other = debits.payer(2);
        debits.invoice(other, "80.00");
        DebitRun run = debits.commit(debits.rehearse(UNTIL));
        assertThat(run.madeTotal().plain()).isEqualTo("199.00");
        world.payCash(payer, "119.00", new Policy.OfDocument(invoice.id()));
        DebitRun handed = debits.handOver(debits.run(run.id()));
        assertThat(handed.madeTotal().plain()).isEqualTo("80.00");
        debits.book(DUE);
        assertThat(claims.openOf(world.moorings, invoice.id())).isEmpty();
    }

    @Test
    void a_run_can_be_withdrawn_until_the_cut_off_and_its_items_go_in_another(
            World world, WithdrawRun withdraw, FindDebits find) {
        Debits debits = world.debits();
        debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.collect(UNTIL);
        withdraw.withdraw(world.moorings, run.id());
        withdraw.withdraw(world.moorings, run.id());
        assertThat(debits.run(run.id()).state()).isEqualTo(DebitRun.State.WITHDRAWN);
        assertThat(find.items(world.moorings, debits.rehearse(UNTIL).id())
                        .getFirst()
                        .out())
                .isNull();
        DebitRun again = debits.collect(UNTIL);
        debits.today(DUE);
        assertThatThrownBy(() -> withdraw.withdraw(world.moorings, again.id()))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("The bank gave until Fri 12 Jun 2026");
    }

    @Test
    void nine_collections_agreed_the_ninth_is_final_and_a_tenth_is_refused(
            World world, FindDebits find, MandateRemarks remarks) {
        Debits debits = world.debits();
        Customer payer = world.payer();
        MandateId mandate = debits.mandate(payer, Debits.authority(Scheme.SEPA_CORE, LocalDate.of(2026, 5, 1), 9), 1);
        for (int i = 1; i <= 8; i++) debits.invoice(payer, i + ".00");
        debits.collect(UNTIL);
        assertThat(debits.find(mandate).left()).isEqualTo(1);
        var nine = new MandateRemarks.Part(DUE, World.euro("9.00"));
        assertThat(remarks.of(world.moorings, payer.id(), RunningApp.TODAY, List.of(nine)))
                .anyMatch(r -> r.startsWith("It is the last collection"));
        assertThat(remarks.of(world.moorings, payer.id(), RunningApp.TODAY, List.of(nine, nine)))
                .anyMatch(r -> r.contains("allows 1 collection more, and this has 2 parts"));
        assertThat(remarks.of(world.moorings, payer.id(), DUE.minusDays(13), List.of(nine)))
                .anyMatch(r -> r.contains("collected on 16 Jun 2026 at the earliest"));
        Document ninth = debits.invoice(payer, "9.00");
        assertThat(remarks.of(world.moorings, payer.id(), RunningApp.TODAY, List.of(nine)))
                .anyMatch(r -> r.contains("cannot be collected"));
        Document tenth = debits.invoice(payer, "10.00");
        DebitRun run = debits.rehearse(UNTIL);
        List<RunItem> items = find.items(world.moorings, run.id());
        RunItem last = items.stream()
                .filter(i -> i.number().equals(ninth.number()))
                .findFirst()
                .orElseThrow();
        assertThat(last.collect().sequence().code()).isEqualTo("FNAL");
        assertThat(reason(items, tenth)).isEqualTo(LeftOut.USED_UP);
        debits.handOver(debits.commit(run));
        debits.book(DUE);
        assertThat(debits.find(mandate).state()).isEqualTo(MandateState.USED_UP);
    }

    @Test
    void credit_on_account_is_used_first_and_only_the_rest_is_collected(
            World world, FindDebits find, FindClaims claims) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "412.00");
        world.payCash(payer, "8.00", new Policy.OnAccount());
        DebitRun run = debits.rehearse(UNTIL);
        RunItem item = find.items(world.moorings, run.id()).getFirst();
        assertThat(item.collect().amount().plain()).isEqualTo("404.00");
        assertThat(item.collect().credit().plain()).isEqualTo("8.00");
        debits.handOver(debits.commit(run));
        debits.book(DUE);
        assertThat(claims.openOf(world.moorings, invoice.id())).isEmpty();
    }

    /** Postings, worked: three debits of 1,368.95 land as one line. */
    @Test
    void a_group_waits_as_one_for_its_bank_line(World world, FindWaiting waiting, FindBankLines lines, Match match) {
        Debits debits = world.debits();
        debits.invoice(debits.payer(1), "49.90");
        debits.invoice(debits.payer(2), "119.00");
        debits.invoice(debits.payer(3), "1200.05");
        debits.collect(UNTIL);
        debits.book(DUE);
        FindWaiting.Named batch = waiting.open(world.moorings).stream()
                .filter(w -> w.item().kind() == WaitingKind.DEBIT_BATCH)
                .findFirst()
                .orElseThrow();
        assertThat(batch.item().left().amount().plain()).isEqualTo("1368.95");
        var line = world.bankLine(
                "1368.95", "", "DIRECT DEBITS " + batch.references().getFirst(), "", DUE);
        match.match(
                world.moorings,
                new LineRef.OfBank(line),
                List.of(new Part.Waiting(batch.item().id(), World.euro("1368.95"))));
        assertThat(lines.find(world.moorings, line).orElseThrow().isMatched()).isTrue();
    }

    @Test
    void early_settlement_is_taken_inside_its_window_and_never_passed_over_in_silence(World world, FindClaims claims) {
        Debits debits = world.debits();
        Document inside = debits.invoice(debits.payer(1), "119.00");
        Document after = debits.invoice(debits.payer(2), "80.00");
        early(world, inside, DUE);
        early(world, after, DUE.minusDays(7));
        DebitRun run = debits.rehearse(UNTIL);
        assertThat(run.total().plain()).isEqualTo("197.00");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/debit-runs/" + run.id()).body())
                    .contains("2.00 less: collected inside the early-settlement window")
                    .contains("in full: its early settlement is until 8 Jun 2026");
        }
        debits.handOver(debits.commit(run));
        debits.book(DUE);
        assertThat(claims.openOf(world.moorings, inside.id())).isEmpty();
        assertThat(claims.openOf(world.moorings, after.id())).isEmpty();
        assertThat(world.balance("1100")).isEqualTo(World.euro("0.00"));
    }

    private static void early(World world, Document invoice, LocalDate until) {
        world.bean(DSLContext.class)
                .execute(
                        "update claim set early_until = {0}, early_minor = 200 where document_id = {1}",
                        DSL.val(until), DSL.val(invoice.id().value()));
    }
}
