package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Money that goes back to a card, to an account, or as a cheque that did not hold, until it is found at the bank. */
@ExtendWith(OneInstallation.class)
class MoneyBackStoriesTest {
    /** One of two lines goes back with its tax, and the payout of the day has it. */
    @Test
    void a_line_goes_back_with_its_credit_note_and_is_found_in_the_next_payout(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var steps = new MoneyBackSteps(installation, person);
            steps.eightyByCard();
            String number = Paper.of(person, "invoices", "Breslin")
                    .choose("#mode", "tax included")
                    .line(0, "Crane lift", "1", "60.00")
                    .line(1, "Mast crane", "2", "12.30")
                    .issue();
            steps.payByCard(number);
            steps.openPaymentOf(number);
            steps.beginRefund();
            page.locator("[name=draw][value='lines:" + number + "']").check();
            page.locator("[name^='q-']").last().fill("1");
            page.locator("#why").fill("One mast alone");
            steps.lookAtIt();
            assertThat(page.locator("#rehearsal")).containsText("Mast crane");
            assertThat(page.locator("#rehearsal")).containsText("10.00 + 2.30 tax");
            assertThat(page.locator("#rehearsal")).containsText("72.30");
            steps.refund();
            steps.sent();
            assertThat(page.locator("#refund")).containsText("CN-2026-0001");
            person.look();
            String refund = page.url();
            page.locator("#refund a", new Page.LocatorOptions().setHasText("CN-2026-0001"))
                    .click();
            person.sees("Mast crane");
            person.sees("One mast alone");
            steps.dayEnds("Tue 2 Jun 2026");
            steps.openPayout("PO-2026-06-01");
            assertThat(page.locator("#composition")).containsText("Refunds");
            assertThat(page.locator("#off")).hasText("0.00");
            page.navigate(refund);
            assertThat(page.locator("#stands")).hasText("in a payout");
            person.look();
            installation.booksAgree(person);
        }
    }

    /** 80.00 sold for a fee of 2.17, and 50.00 given back: the processor keeps its fee, and pays out 27.83. */
    @Test
    void the_fee_is_kept_when_money_goes_back(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            var steps = new MoneyBackSteps(installation, person);
            steps.giveBack(steps.eightyByCard(), "50.00");
            assertThat(person.page.locator("#refund")).containsText("stays with the processor");
            assertThat(person.page.locator("#refundable")).containsText("30.00");
            steps.dayEnds("Tue 2 Jun 2026");
            String payout = steps.openPayout("PO-2026-06-01");
            steps.agrees("27.83");
            new DebitSteps(installation, person).forwardTo("Fri 5 Jun 2026");
            new DebitSteps(installation, person).matchCertain();
            person.page.navigate(payout);
            person.sees("tied out to the cent");
            person.look();
            installation.booksAgree(person);
        }
    }

    /** 30.00 that somebody gave back at the processor's desk: its payout tells of it, and it is a refund of that payment then. */
    @Test
    void what_was_given_back_at_the_processors_desk_is_said_what_it_was_for(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var steps = new MoneyBackSteps(installation, person);
            String number = steps.eightyByCard();
            steps.processor("sales/" + steps.sale(number) + "/give-back?amount=30.00");
            steps.dayEnds("Tue 2 Jun 2026");
            String payout = steps.openPayout("PO-2026-06-01");
            assertThat(page.locator("#off")).hasText("\u221230.00");
            person.sees("which the books do not have");
            page.getByText("Say what it was for").click();
            assertThat(page.locator("#gone")).containsText("Nothing is sent again");
            page.locator("[name=draw][value='part:" + number + "']").check();
            page.locator("#why").fill("The course was shorter");
            steps.lookAtIt();
            assertThat(page.locator("#rehearsal")).containsText("24.39 + 5.61 tax");
            steps.refund();
            assertThat(page.locator("#stands")).hasText("in a payout");
            page.navigate(payout);
            steps.agrees("47.83");
            person.look();
            assertThat(steps.open(number)).isEqualTo("0");
            installation.booksAgree(person);
        }
    }

    /** An auditor sees all of it and finds nothing to press, reconciliation says what a line was for, collections give in to a chargeback. */
    @Test
    void each_role_does_its_part_of_money_that_goes_back(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            person.expects("403");
            var steps = new MoneyBackSteps(installation, person);
            String back = steps.eightyByCard();
            String contested = steps.eightyByCard();
            steps.processor("sales/" + steps.sale(back) + "/give-back?amount=30.00");
            steps.dayEnds("Tue 2 Jun 2026");
            steps.contest(contested);
            String payout = steps.openPayout("PO-2026-06-01");
            String payment = installation.at("/payments/" + steps.payment(back));
            String chargeback = installation.at("/chargebacks/" + steps.chargeback(contested));

            Page otto = Colleague.joins(person, "Otto Fell", "otto", "auditor");
            otto.navigate(payout);
            assertThat(otto.locator("main")).containsText("which the books do not have");
            assertThat(otto.locator("main button.act, main a.act")).hasCount(0);
            otto.navigate(payment);
            assertThat(otto.locator("a[href*='/refunds/new'], a[href$='/return']"))
                    .hasCount(0);
            otto.navigate(chargeback);
            assertThat(otto.locator("main form")).hasCount(0);
            otto.navigate(installation.at("/refunds"));
            assertThat(otto.locator("h1")).hasText("Refunds");
            assertThat(steps.refused(otto, "/refunds")).isTrue();

            Page jonas = Colleague.joins(person, "Jonas Reed", "jonas", "reconciliation");
            jonas.navigate(chargeback);
            assertThat(jonas.locator("main form")).hasCount(0);
            jonas.navigate(payout);
            jonas.getByText("Say what it was for").click();
            assertThat(jonas.locator("#no-notes")).containsText("Your role makes no credit notes");
            assertThat(jonas.locator("[name=draw][value='open:" + back + "']")).isChecked();
            assertThat(jonas.locator("[name=draw][value$='" + back + "']")).hasCount(1);
            jonas.getByText("Look at it first").click();
            jonas.locator("#rehearsal button.main").click();
            assertThat(jonas.locator("#stands")).hasText("in a payout");

            Page edda = Colleague.joins(person, "Edda Moss", "edda", "collections");
            edda.navigate(payment);
            assertThat(edda.locator("a[href*='/refunds/new']")).hasCount(1);
            edda.navigate(chargeback);
            edda.getByText("Accept the chargeback").click();
            assertThat(edda.locator("#stands")).hasText("accepted");
            installation.booksAgree(person);
        }
    }

    /** 200.00 that came before any invoice goes back in full, in a file that the bank takes. */
    @Test
    void a_prepayment_goes_back_by_transfer_before_any_invoice(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String refund = prepaidAndGivenBack(installation, person);
            new MoneyBackSteps(installation, person).dayEnds("Wed 3 Jun 2026");
            new DebitSteps(installation, person).matchCertain();
            person.page.navigate(refund);
            assertThat(person.page.locator("#stands")).hasText("left the bank");
            assertThat(installation.count("select sum(left_minor) from means")).isZero();
            assertThat(installation.count("select count(*) from document")).isZero();
            installation.booksAgree(person);
        }
    }

    /** The account that it goes to is closed: the money comes back, is on account again, and a person decides. */
    @Test
    void a_transfer_that_the_other_bank_sends_back_is_a_decision(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            installation.tellStandins("/bank/close-account?iban=" + DebitSteps.iban(7));
            String refund = prepaidAndGivenBack(installation, person);
            var days = new DebitSteps(installation, person);
            days.forwardTo("Fri 5 Jun 2026");
            days.matchCertain();
            assertThat(person.page.locator("#unmatched-totals")).containsText("Every bank line is matched");
            person.goTo("/day");
            person.sees("A refund came to nothing: the bank sent it back");
            person.page.navigate(refund);
            assertThat(person.page.locator("#stands")).hasText("refused");
            person.look();
            person.press("Leave it on account");
            person.goTo("/day");
            assertThat(person.page.locator("main")).not().containsText("A refund came to nothing");
            assertThat(installation.count("select sum(left_minor) from means")).isEqualTo(20_000);
            installation.booksAgree(person);
        }
    }

    /** 200.00 of somebody who has no invoice, and the file by which all of it goes back; the refund’s address. */
    private static String prepaidAndGivenBack(Installation installation, Person person) {
        Page page = person.page;
        var steps = new MoneyBackSteps(installation, person);
        person.goTo("/setup/bank");
        page.locator("[name=transferUrl]").first().fill(installation.standinsAddress + "/bank/api/transfers");
        person.press("Save Current account");
        person.settled();
        person.goTo("/customers/new");
        person.fill("main form", Map.of("name", "T. Breslin", "email", "t.breslin@lakeside.example"));
        page.locator("main form button.main").click();
        assertThat(page).hasURL(Pattern.compile(".*/customers/[0-9a-f-]{36}.*"));
        installation.transfer("EUR", "T. Breslin", "200.00", "for a berth next year");
        steps.dayEnds("Tue 2 Jun 2026");
        person.goTo("/unmatched");
        page.locator("#unmatched a[data-open]").first().click();
        page.locator("tbody.opened input[name=q]").fill("Breslin");
        page.locator("tbody.opened .targets button", new Page.LocatorOptions().setHasText("T. Breslin"))
                .first()
                .click();
        assertThat(page.locator("tbody.opened [data-remainder]")).hasText("0.00");
        person.settled();
        page.locator("tbody.opened button.main", new Page.LocatorOptions().setHasText("Match"))
                .last()
                .click();
        assertThat(page.locator("#unmatched-totals")).containsText("Every bank line is matched");

        person.goTo("/payments");
        page.locator("tr[data-row] a[data-open]").first().click();
        steps.beginRefund();
        page.locator("[name=route][value=transfer]").check();
        page.locator("#iban").fill(DebitSteps.iban(7));
        steps.lookAtIt();
        assertThat(page.locator("#rehearsal")).containsText("200.00");
        steps.refund();
        String refund = page.url();
        person.goTo("/refunds");
        assertThat(page.locator("#to-transfer")).containsText("T. Breslin");
        person.look();
        person.press("Write the file for the bank");
        assertThat(page.locator("#to-transfer")).hasCount(0);
        return refund;
    }

    /**
     * A cheque of 640.00 from a slip of five comes back after the month was tied out and closed, and the bank takes 4.50: 644.50 leave the
     * account, 644.50 are owed on two invoices, and the slip and the month stay as they were.
     */
    @Test
    void a_cheque_of_a_slip_comes_back_after_the_month_was_tied_out(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var steps = new DebitSteps(installation, person);
            String lift = Harbour.oneOff(person, "A. Teal", "a.teal@lakeside.example", "Crane lift", "400.00");
            person.goTo("/invoices/new?over=true");
            Harbour.newCustomer(person, "T. Breslin", "t.breslin@lakeside.example");
            String berth = Paper.here(person)
                    .choose("#mode", "tax included")
                    .line(0, "Summer berth, 12 m", "1", "640.00")
                    .issue();
            cheque(person, berth, "640.00");
            for (String amount : new String[] {"20.00", "40.00", "60.00", "80.00"}) cheque(person, lift, amount);
            person.goTo("/slips/new");
            person.sees("€\u00a0840.00");
            person.press("Make the slip");
            String slip = "SLIP-0001";
            person.sees(slip);
            installation.transfer("EUR", "Cash office", "840.00", "paid in slip-0001");
            steps.forwardTo("Tue 2 Jun 2026");
            steps.matchCertain();
            steps.forwardTo("Wed 1 Jul 2026");
            String june = tieOutOfJune(person);
            assertThat(june).contains("Agrees to the cent");
            MonthSteps.signAndClose(person, "June 2026");
            String cashOfJune = MonthSteps.report(person, "cash-basis?from=1+Jun+2026&until=30+Jun+2026");
            assertThat(cashOfJune).as("840.00 with tax inside").contains("682.94");

            installation.tellStandins("/bank/return-cheque?account=EUR&amount=640.00&fee=4.50&text=RETURNED+CHEQUE+77");
            steps.forwardTo("Thu 2 Jul 2026");
            person.goTo("/payments?q=" + berth);
            page.locator("tr[data-row] a[data-open]").first().click();
            page.getByText("It did not hold").click();
            assertThat(page.locator("#line")).not().hasValue("");
            page.locator("#reason").fill("not covered");
            page.locator("#fee").fill("4.50");
            page.locator("#passOn").fill("4.50");
            person.press("Look at it first");
            assertThat(page.locator("#rehearsal")).containsText("640.00 of " + berth + " is open again");
            assertThat(page.locator("#rehearsal"))
                    .containsText("The customer is billed €\u00a04.50 on an invoice of its own");
            assertThat(page.locator("#rehearsal")).containsText("One message with all of it goes to t.breslin");
            assertThat(page.locator("#cash")).containsText("−");
            person.look();
            person.press("Take it in");
            assertThat(page.locator("#became")).containsText("not covered");
            person.look();

            assertThat(installation.count(
                            "select sum(k.left_minor) from claim k join document d on d.id = k.document_id where d.number <> '"
                                    + lift + "'"))
                    .isEqualTo(64_450);
            assertThat(installation.count("select count(*) from claim where left_minor > 0"))
                    .isEqualTo(3);
            assertThat(installation.text("select left_minor from bank_line where amount_minor = -64450"))
                    .isEqualTo("0");
            assertThat(tieOutOfJune(person)).as("June, as it was").isEqualTo(june);
            assertThat(MonthSteps.report(person, "cash-basis?from=1+Jun+2026&until=30+Jun+2026"))
                    .as("what came in June came in June")
                    .isEqualTo(cashOfJune);
            assertThat(MonthSteps.report(person, "cash-basis?from=1+Jul+2026&until=2+Jul+2026"))
                    .as("it is gone again in July")
                    .contains("−520.33");
            person.goTo("/tie-out?on=2+Jul+2026");
            person.sees("Agrees to the cent");
            person.goTo("/slips");
            assertThat(page.locator("#slips")).containsText("banked");
            page.locator("#slips a").first().click();
            assertThat(page.locator("#slip .total")).containsText("840.00");
            assertThat(page.locator("#slip tbody tr")).hasCount(6);
            Installation.await("the message with both invoices", () -> {
                page.navigate(installation.standinsAddress + "/mailbox?q=came+back");
                return page.locator("td a").count() > 0;
            });
            page.locator("td a").first().click();
            assertThat(page.locator("body")).containsText(berth + ": €\u00a0640.00 is open again");
            assertThat(page.locator("body")).containsText("LW-2026-0003: €\u00a04.50, what the bank takes for it");
            installation.booksAgree(person);
        }
    }

    private static void cheque(Person person, String number, String amount) {
        person.goTo("/invoices/" + number);
        person.page.getByText("Record a payment").first().click();
        person.page.locator("#method").selectOption("cheque");
        person.page.locator("#amount").fill(amount);
        assertThat(person.page.locator("#outcome")).containsText("settles " + number);
        person.press("Record payment");
        assertThat(person.page.locator("#place")).hasText("not yet at the bank");
    }

    private static String tieOutOfJune(Person person) {
        person.goTo("/tie-out?on=30+Jun+2026");
        return person.page
                .locator("section.sheet", new Page.LocatorOptions().setHasText("Current account"))
                .textContent()
                .replaceAll("\\s+", " ");
    }
}
