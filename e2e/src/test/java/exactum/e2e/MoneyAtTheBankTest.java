package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.HARBOUR;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Money that comes to the bank another way than it was asked for: on a slip, as a refund that went ahead, in pounds. */
@ExtendWith(OneInstallation.class)
class MoneyAtTheBankTest {
    private static final String BRESLIN = "t.breslin@lakeside.example";
    private static final byte[] PICTURE = {(byte) 0x89, 'P', 'N', 'G', 1};

    private static void dayEnds(Person person, String until) {
        person.goTo("/day");
        person.moveForwardTo(until);
        person.goTo("/unmatched");
    }

    /** Five cash and cheque payments of two days are banked as one line of 320.00. */
    @Test
    void five_payments_are_banked_on_one_slip(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            Harbour.oneOff(person, "T. Breslin", BRESLIN, "Crane lift", "400.00");
            for (String amount : List.of("20.00", "40.00", "60.00", "80.00", "120.00")) {
                person.goTo("/payments/new");
                page.locator("[name=who]").fill("Breslin");
                page.locator(".found-payers a").first().click();
                page.locator("#method").selectOption(amount.startsWith("2") ? "cash" : "cheque");
                page.locator("#amount").fill(amount);
                assertThat(page.locator("#on-account")).hasText("€ 0.00");
                if (amount.equals("120.00")) {
                    page.locator("#attached input[type=file]")
                            .setInputFiles(new FilePayload("cheque.png", "image/png", PICTURE));
                    assertThat(page.locator("#attached")).containsText("cheque.png");
                    page.locator("#confirmation").selectOption("edit");
                    person.look();
                }
                person.press("Record payment");
                assertThat(page).hasURL(Pattern.compile(".*/payments/[0-9a-f-]{36}(#confirmation)?"));
            }
            assertThat(page.locator("#attached")).containsText("cheque.png");
            page.locator("textarea[name=body]").fill("Thank you for the cheque.");
            person.look();
            person.press("Send confirmation");
            assertThat(page.locator("#confirmation-place")).containsText("to " + BRESLIN);
            person.goTo("/slips/new");
            person.sees("€ 320.00");
            person.look();
            person.press("Make the slip");
            person.sees("SLIP-0001");
            installation.transfer("EUR", "Cash office", "310.00", "paid in");
            installation.transfer("EUR", "Cash office", "320.00", "paid in slip-0001");
            dayEnds(person, "Tue 2 Jun 2026");
            Locator slip = page.locator("#unmatched tbody", new Page.LocatorOptions().setHasText("SLIP-0001"));
            assertThat(slip).containsText("certain");
            slip.getByText("Match", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(page.locator("#unmatched-totals")).containsText("1 bank line");
            person.goTo("/slips");
            assertThat(page.locator("#slips")).containsText("banked");
            person.look();
            installation.booksAgree(person);
        }
    }

    /** A refund left on the 2nd; its credit note is made on the 4th, from the bank line. */
    @Test
    void a_refund_that_went_ahead_gets_its_credit_note_from_the_line(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String number = Harbour.oneOff(person, "T. Breslin", BRESLIN, "Crane lift", "100.00");
            installation.transfer("EUR", "T. Breslin", "123.00", number);
            dayEnds(person, "Tue 2 Jun 2026");
            page.locator("#unmatched [data-advance]").first().click();
            assertThat(page.locator("#unmatched-totals")).containsText("Every bank line is matched");
            installation.pay("EUR", "T. Breslin", "49.20", "half of the lift back " + number);
            dayEnds(person, "Wed 3 Jun 2026");
            dayEnds(person, "Thu 4 Jun 2026");
            page.locator("#unmatched a[data-open]").first().click();
            Locator opened = page.locator("tbody.opened");
            opened.getByText("Credit note on " + number).click();
            assertThat(opened.locator("[data-remainder]")).hasText("0.00");
            person.settled();
            person.look();
            opened.locator("button.main", new Locator.LocatorOptions().setHasText("Match"))
                    .last()
                    .click();
            assertThat(page.locator("#unmatched-totals")).containsText("Every bank line is matched");
            assertThat(page.locator("#unmatched")).containsText("refund to T. Breslin");
            person.goTo("/invoices?kind=CREDIT_NOTE");
            assertThat(page.locator("#documents")).containsText("49.20");
            page.locator("#documents a[data-open]").first().click();
            person.sees("4 Jun 2026");
            person.sees("Refunded on 2 Jun 2026");
            assertThat(page.locator("#applied")).containsText("refunded");
            installation.booksAgree(person);
        }
    }

    /** An invoice of 100.00 pounds is paid into the euro account; the bank says what was sent. */
    @Test
    void a_euro_account_is_paid_in_pounds(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            installation.execute(
                    "insert into exchange_rate (business_id, currency, day, per_unit, source) select id, 'GBP', '2026-06-01', 1.17, 'the bank' from business where code = 'moorings'");
            installation.execute(
                    "insert into customer (business_id, id, code, name, kind, email, country, currency, created_on, search) select id, gen_random_uuid(), 'P-1', 'Ouse Sailing', 'organisation', 'ouse@lakeside.example', 'GB', 'GBP', '2026-05-01', 'ouse sailing p-1' from business where code = 'moorings'");
            String number = Harbour.oneOff(person, "Ouse Sailing", null, "Crane lift", "100.00");
            installation.exchanged("EUR", "Ouse Sailing", "142.10", "GBP 123.00", number);
            dayEnds(person, "Tue 2 Jun 2026");
            Locator line = page.locator("#unmatched tbody").first();
            assertThat(line).containsText("certain");
            assertThat(line).containsText("£ 123.00 was sent, which is what is open");
            line.locator("a[data-open]").click();
            assertThat(page.locator("tbody.opened .maybe").first()).containsText("£ 123.00 of " + number);
            person.settled();
            person.look();
            page.locator("tbody.opened .maybe button").first().click();
            assertThat(page.locator("#unmatched-totals")).containsText("Every bank line is matched");
            person.goTo("/invoices/" + number);
            assertThat(page.locator("#standing")).hasText("paid");
            installation.booksAgree(person);
        }
    }
}
