package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Sales that are contested, and payouts that hold more than sales; each is followed to its bank line. */
@ExtendWith(OneInstallation.class)
class PayoutStoriesTest {
    private static void openChargeback(Person person, String id) {
        person.goTo("/chargebacks");
        person.page.locator("#chargebacks a[href*='" + id + "']").click();
        assertThat(person.page.locator("#contested")).isVisible();
    }

    /** One is given in to, and its invoice is owed again; the other is answered and won, and its money comes back. */
    @Test
    void a_chargeback_is_lost_and_another_is_won(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var steps = new MoneyBackSteps(installation, person);
            String lost = steps.eightyByCard();
            String won = steps.eightyByCard();
            steps.dayEnds("Tue 2 Jun 2026");
            steps.contest(lost);
            steps.contest(won);
            String first = steps.chargeback(lost);
            String second = steps.chargeback(won);
            assertThat(steps.open(lost)).as("paid while it is contested").isEqualTo("0");
            person.goTo("/chargebacks");
            person.look();

            openChargeback(person, first);
            person.look();
            person.press("Accept the chargeback");
            assertThat(page.locator("#stands")).hasText("accepted");
            assertThat(steps.open(lost)).isEqualTo("8000");

            openChargeback(person, second);
            page.locator("#statement").fill("The course was held on 1 June, and its list is signed.");
            person.press("Send the evidence");
            assertThat(page.locator("#gathered h2")).hasText("Evidence, as it was sent");
            assertThat(page.locator("#gathered")).containsText(won);
            person.look();
            byte[] pdf = page.context()
                    .request()
                    .get(installation.at("/chargebacks/" + second + "/evidence.pdf"))
                    .body();
            assertThat(new String(pdf, 0, 5, java.nio.charset.StandardCharsets.US_ASCII))
                    .isEqualTo("%PDF-");
            steps.processor("chargebacks/"
                    + installation.text("select reference from chargeback where id = '" + second + "'")
                    + "/decide?won=true");
            Installation.await("it to be won", () -> {
                page.reload();
                return page.locator("#stands").textContent().startsWith("won");
            });
            assertThat(steps.open(won)).isEqualTo("0");
            steps.dayEnds("Wed 3 Jun 2026");
            steps.openPayout("PO-2026-06-02");
            steps.agrees("−110.00");
            person.look();
            installation.booksAgree(person);
        }
    }

    /** 3 × 80.00 sold, 50.00 back, 80.00 contested for 15.00, a tenth held: 64.49 land. */
    @Test
    void a_payout_with_a_refund_a_chargeback_and_a_reserve_ties_out_to_the_cent(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var steps = new MoneyBackSteps(installation, person);
            steps.processor("manner?currency=EUR&reservePercent=10");
            String back = steps.eightyByCard();
            String contested = steps.eightyByCard();
            steps.eightyByCard();
            steps.giveBack(back, "50.00");
            steps.contest(contested);
            steps.chargeback(contested);
            steps.dayEnds("Tue 2 Jun 2026");
            String payout = steps.openPayout("PO-2026-06-01");
            steps.agrees("64.49");
            for (String part : new String[] {"Sales", "Refunds", "Chargebacks", "Reserve"})
                assertThat(page.locator("#composition")).containsText(part);
            person.look();
            new DebitSteps(installation, person).forwardTo("Fri 5 Jun 2026");
            new DebitSteps(installation, person).matchCertain();
            page.navigate(payout);
            person.sees("tied out to the cent");
            steps.processor("reserve/release?currency=EUR");
            steps.dayEnds("Sat 6 Jun 2026");
            steps.openPayout("PO-2026-06-05");
            steps.agrees("24.00");
            assertThat(page.locator("#composition")).containsText("eserve released");
            installation.booksAgree(person);
        }
    }

    /** 77.83 are in no payout yet; sent at once they cost a hundredth. */
    @Test
    void a_payout_is_asked_for_early_and_costs_a_fee(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var steps = new MoneyBackSteps(installation, person);
            steps.eightyByCard();
            person.goTo("/payouts");
            assertThat(page.locator("#not-yet")).containsText("77.83");
            person.look();
            page.getByText("Pay out early").click();
            assertThat(page.locator("#offer")).containsText("−0.78");
            assertThat(page.locator("#offer .total")).containsText("77.05");
            person.look();
            page.locator("main form button.main").click();
            assertThat(page.locator("#not-yet")).hasCount(0);
            page.locator("#payouts a").first().click();
            assertThat(page.locator("#composition")).isVisible();
            steps.agrees("77.05");
            String payout = page.url();
            new DebitSteps(installation, person).forwardTo("Wed 3 Jun 2026");
            new DebitSteps(installation, person).matchCertain();
            page.navigate(payout);
            person.sees("tied out to the cent");
            installation.booksAgree(person);
        }
    }

    /** More went back than came: the payout is taken from the bank account. */
    @Test
    void a_negative_payout_is_taken_from_the_account(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var steps = new MoneyBackSteps(installation, person);
            String number = steps.eightyByCard();
            steps.dayEnds("Tue 2 Jun 2026");
            steps.giveBack(number, "80.00");
            steps.dayEnds("Wed 3 Jun 2026");
            String payout = steps.openPayout("PO-2026-06-02");
            steps.agrees("−80.00");
            person.sees("Taken from our account");
            person.look();
            new DebitSteps(installation, person).forwardTo("Fri 5 Jun 2026");
            new DebitSteps(installation, person).matchCertain();
            page.navigate(payout);
            person.sees("tied out to the cent");
            installation.booksAgree(person);
        }
    }
}
