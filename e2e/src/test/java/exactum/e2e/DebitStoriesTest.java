package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.HARBOUR;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Direct debit, from the signature to the bank's line and back: real pages, a real file, the bank's own settlement and returns. */
@ExtendWith(OneInstallation.class)
class DebitStoriesTest {
    private static final String MAIL = "t.breslin@lakeside.example";

    private static Locator row(Page page, String number) {
        return page.locator("#plan tbody tr", new Page.LocatorOptions().setHasText(number));
    }

    /** Collected on the 15th, back on the 17th for want of money, with the bank’s charge; a fee is billed, and it is tried again on the 24th with five banking days between. */
    @Test
    void insufficient_funds_come_back_after_the_batch_was_matched_and_the_next_try_is_collected(
            Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            debits.billForReturns("7.50");
            debits.mandate("T. Breslin", MAIL, 1, Map.of());
            String number = Harbour.oneOff(person, "T. Breslin", null, "Crane lift", "100.00");
            assertThat(page.locator("#debits")).containsText("is collected on");
            assertThat(page.locator("#debits")).containsText("Mon 15 Jun 2026");
            debits.fate(1, "return", "AM04", 2);
            debits.forwardTo("Fri 12 Jun 2026");
            debits.rehearse("16 Jun 2026");
            assertThat(row(page, number)).containsText("15 Jun 2026");
            assertThat(page.locator("#strip")).containsText("Handed over by Fri 12 Jun 2026");
            person.look();
            person.press("Collect € 123.00");
            debits.ready();
            debits.handOver();
            person.look();
            debits.forwardTo("Tue 16 Jun 2026");
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).containsText("not yet at the bank");
            debits.matchCertain();
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).hasText("paid");

            debits.forwardTo("Thu 18 Jun 2026");
            debits.cameBack(
                    "AM04",
                    "Tried again from Wed 24 Jun 2026",
                    "is booked to 5010 Bank charges; the batch stays as the bank has it",
                    "The payer is told");
            page.getByText("bill € 7.50 for it").click();
            debits.takeItIn();
            person.goTo("/invoices/LW-2026-0002");
            assertThat(page.locator("main")).containsText("7.50");
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).hasText("overdue");
            debits.forwardTo("Tue 23 Jun 2026");
            debits.rehearse("25 Jun 2026");
            assertThat(row(page, number)).containsText("try 2");
            person.press("Collect € 123.00");
            debits.ready();
            debits.handOver();
            debits.forwardTo("Thu 25 Jun 2026");
            debits.matchCertain();
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).hasText("paid");
            person.goTo("/mandates");
            page.locator("#mandates a[data-open]").first().click();
            assertThat(page.locator("#ladder")).containsText("returned 17 Jun 2026: AM04, insufficient funds");
            assertThat(page.locator("#ladder")).containsText("try 2");
            person.look();
            installation.booksAgree(person);
        }
    }

    /** The payer signs on a phone, with their own account; what is open is collected by itself, on the day that was promised. */
    @Test
    void a_payer_signs_by_phone_and_the_invoice_is_collected_by_itself_on_the_promised_day(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            debits.collectByItself();
            String number = Harbour.oneOff(person, "T. Breslin", MAIL, "Crane lift", "100.00");
            String link = Harbour.mailedLink(installation, person, number);

            Page phone = person.newPage(390, 844);
            phone.navigate(link);
            phone.getByText("Pay by direct debit, now and from now on").click();
            assertThat(phone.locator("h1")).hasText("SEPA Direct Debit Mandate");
            phone.locator("#iban").fill("IE00 LAKE 9000");
            phone.locator("#iban").press("Tab");
            assertThat(phone.locator("#iban-said")).containsText("one of IE has 22 characters, this has 12");
            phone.locator("#iban").fill(DebitSteps.iban(2));
            assertThat(phone.locator("#iban-said")).containsText("the check digits are right");
            phone.locator("#typed").check();
            phone.locator("#agree").check();
            person.look(phone);
            phone.getByText("Give the mandate").click();
            assertThat(phone.locator("h1")).hasText("Thank you. Your mandate is given.");
            String reference = phone.locator("#reference").textContent();
            person.look(phone);
            phone.navigate(link);
            assertThat(phone.locator("#debits")).containsText("€ 123.00 on Mon 15 Jun 2026, from your account ending");
            assertThat(phone.locator("#debits")).containsText("mandate " + reference);
            person.look(phone);

            debits.forwardTo("Sat 13 Jun 2026");
            phone.navigate(link);
            assertThat(phone.locator("#debits")).containsText("Your bank has it already");
            debits.forwardTo("Tue 16 Jun 2026");
            debits.matchCertain();
            phone.navigate(link);
            assertThat(phone.locator("h1")).hasText("Paid. Thank you.");
            page.navigate(installation.standinsAddress + "/mailbox?q=" + reference);
            assertThat(page.locator("td a").first()).isVisible();
            installation.booksAgree(person);
        }
    }

    /** A closed account suspends the mandate; the payer gives another by a new link, which takes its place. */
    @Test
    void a_closed_account_suspends_the_mandate_and_a_new_link_replaces_it(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            debits.mandate("T. Breslin", MAIL, 3, Map.of());
            String mandate = page.url();
            Harbour.oneOff(person, "T. Breslin", null, "Crane lift", "100.00");
            debits.fate(3, "return", "AC04", 1);
            debits.forwardTo("Fri 12 Jun 2026");
            debits.collect("16 Jun 2026");
            debits.forwardTo("Wed 17 Jun 2026");
            debits.takeIn("AC04", "Not tried again by itself", "is suspended");
            page.navigate(mandate);
            assertThat(page.locator("#state")).hasText("suspended");
            page.getByText("Send a link for another").click();
            assertThat(page.locator("#asked")).containsText(MAIL);
            person.look();
            person.press("Send");
            String address = page.locator("#address").inputValue();
            Page phone = person.newPage(390, 844);
            phone.navigate(address);
            phone.locator("#iban").fill(DebitSteps.iban(4));
            phone.locator("#typed").check();
            phone.locator("#agree").check();
            phone.getByText("Give the mandate").click();
            assertThat(phone.locator("h1")).hasText("Thank you. Your mandate is given.");
            phone.navigate(address);
            assertThat(phone.locator("h1")).hasText("Thank you. Your mandate is given.");
            page.navigate(mandate);
            assertThat(page.locator("#state")).hasText("cancelled");
            person.sees("Replaced by");
            person.goTo("/mandates");
            assertThat(page.locator("#mandates tbody tr")).hasCount(2);
            person.look();
            debits.rehearse("3 Jul 2026");
            assertThat(page.locator("#plan tbody tr")).hasCount(1);
            assertThat(page.locator("#total")).hasText("123.00");
            installation.booksAgree(person);
        }
    }

    /** In week seven the payer claims the money back at their bank: no reason is needed, and none is asked for. */
    @Test
    void a_refund_claim_in_week_seven_reopens_the_invoice(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            debits.mandate("T. Breslin", MAIL, 5, Map.of());
            String number = Harbour.oneOff(person, "T. Breslin", null, "Crane lift", "100.00");
            debits.forwardTo("Fri 12 Jun 2026");
            debits.collect("16 Jun 2026");
            debits.forwardTo("Tue 16 Jun 2026");
            debits.matchCertain();
            debits.forwardTo("Mon 3 Aug 2026");
            String reference = installation.text("select end_to_end from debit");
            debits.bank("give-back", Map.of("endToEnd", reference, "reason", "MD06"));
            debits.forwardTo("Tue 4 Aug 2026");
            debits.takeIn("MD06", "marked claimed back", "Not tried again by itself: payer asked");
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).hasText("overdue");
            installation.booksAgree(person);
        }
    }

    /** A £ invoice is kept out of a € run, with its reason; and who pays otherwise before the hand-over leaves the run. */
    @Test
    void a_pound_invoice_stays_out_and_who_pays_in_cash_leaves_the_run(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            debits.mandate("T. Breslin", MAIL, 6, Map.of());
            String euro = Harbour.oneOff(person, "T. Breslin", null, "Crane lift", "100.00");
            debits.mandate("Ouse Sailing", "ouse@lakeside.example", 7, Map.of());
            debits.inPounds();
            String pounds = Harbour.oneOff(person, "Ouse Sailing", null, "Crane lift", "80.00");
            debits.rehearse("16 Jun 2026");
            assertThat(row(page, pounds)).containsText("wrong currency: in GBP, and SEPA Core collects EUR only");
            person.look();
            debits.rehearse("16 Jun 2026");
            person.press("Collect € 123.00");
            debits.ready();
            person.goTo("/payments/new");
            page.locator("[name=who]").fill("Breslin");
            page.locator(".found-payers a").first().click();
            page.locator("#method").selectOption("cash");
            page.locator("#amount").fill("123.00");
            person.press("Record payment");
            assertThat(page).hasURL(Pattern.compile(".*/payments/[0-9a-f-]{36}.*"));
            person.goTo("/debit-runs");
            page.locator("#runs a[data-open]").first().click();
            assertThat(row(page, euro)).containsText("withdrawn");
            assertThat(page.locator("#total")).hasText("0.00");
            installation.booksAgree(person);
        }
    }

    /**
     * A mandate on paper for nine collections, a winter of nine weekly instalments: TARGET is shut on 25 December and 1 January (ECB), so that two
     * of them are collected on the Monday after. The ninth is final; a tenth is warned of while it is typed and left out of the run.
     */
    @Test
    void a_season_of_nine_is_collected_by_itself_around_the_bank_holidays_and_a_tenth_is_refused(
            Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            debits.collectByItself();
            debits.mandate("T. Breslin", MAIL, 8, Map.of("agreedCount", "9"));
            String mandate = page.url();
            debits.forwardTo("Tue 1 Dec 2026");
            debits.beginInvoice("Breslin", "Winter course", "450.00");
            page.locator("#divide").click();
            page.locator("#planCount").fill("9");
            page.locator("#planEvery").fill("1");
            page.locator("#planUnit").selectOption("WEEK");
            page.locator("#planFrom").fill("11 Dec 2026");
            page.locator("#make-plan").click();
            assertThat(page.locator("#due8")).hasValue("12 Feb 2027");
            assertThat(page.locator("#uncollectable")).containsText("the last collection");
            String number = debits.issue();
            person.look();

            debits.forwardTo("Fri 5 Feb 2027");
            debits.beginInvoice("Breslin", "Lesson 10", "10.00");
            assertThat(page.locator("#uncollectable")).containsText("cannot be collected");
            person.look();
            String tenth = debits.issue();
            debits.rehearse("22 Feb 2027");
            assertThat(row(page, number)).containsText("the last agreed");
            assertThat(row(page, tenth)).containsText("agreed count used up");
            debits.forwardTo("Sat 13 Feb 2027");
            debits.matchCertain();
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).hasText("paid");
            page.navigate(mandate);
            assertThat(page.locator("#state")).hasText("used up");
            for (String day : List.of("18 Dec 2026", "28 Dec 2026", "4 Jan 2027", "8 Jan 2027", "12 Feb 2027"))
                assertThat(page.locator("#ladder")).containsText(day);
            assertThat(page.locator("#ladder")).not().containsText("25 Dec 2026");
            person.look();
            installation.booksAgree(person);
        }
    }

    /** Above an amount a second person looks first; what is handed over can be withdrawn until the cut-off, and is open again. */
    @Test
    void a_run_is_made_by_one_approved_by_another_and_withdrawn_before_the_cut_off(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            person.goTo("/approvals");
            page.locator("#above-DEBIT_RUN").fill("100.00");
            page.locator("form:has(#above-DEBIT_RUN) button").click();
            person.settled();
            Page mara = debits.colleague("Mara Quill", "mara");
            debits.mandate("T. Breslin", MAIL, 9, Map.of());
            String number = Harbour.oneOff(person, "T. Breslin", null, "Crane lift", "100.00");
            debits.rehearse("16 Jun 2026");
            person.press("Collect € 123.00");
            assertThat(page.locator("#approval")).containsText("Waits for a second person");
            person.look();
            mara.navigate(page.url());
            mara.getByText("Approve", new Page.GetByTextOptions().setExact(true))
                    .click();
            assertThat(mara.locator("#approval")).containsText("Approved by mara");
            person.look(mara);
            debits.ready();
            debits.handOver();
            person.press("Withdraw");
            assertThat(page.locator("#state")).containsText("withdrawn");
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).hasText("issued");
            debits.rehearse("16 Jun 2026");
            assertThat(row(page, number)).containsText("15 Jun 2026");
            installation.booksAgree(person);
        }
    }
}
