package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** One euro from agreement to bank line, through the real pages and the real stand-ins. */
@ExtendWith(OneInstallation.class)
class WholeLineTest {
    @Test
    void one_euro_from_agreement_to_bank_line(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            oddFee(installation, person);
            pay(person, Harbour.mailedLink(installation, person, "LW-2026-0001"));
            bank(person);
            follow(person);
            installation.booksAgree(person);
            everyPageIsAccessible(person);
        }
    }

    private static void oddFee(Installation installation, Person person) {
        person.page.navigate(installation.standinsAddress + "/processor");
        person.page.locator("#fee-EUR").fill("12.40");
        person.page
                .locator("form[action='/processor/odd-fee']:has(#fee-EUR) button")
                .click();
    }

    private static void pay(Person person, String link) {
        Page phone = person.newPage(390, 844);
        phone.navigate(link);
        assertThat(phone.locator("#open")).containsText("832.74");
        assertThat((int) (Integer) phone.evaluate("document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(390);
        person.look(phone);
        phone.locator(".pay").click();
        Harbour.card(phone, "4012 8888 8888 1881");
        assertThat(phone.locator("main")).containsText("too little money on the account");
        Harbour.card(phone, "4111 1111 1111 1111");
        assertThat(phone.locator("h1")).hasText("Paid. Thank you.");
        person.look(phone);
    }

    private static void bank(Person person) {
        Page page = person.page;
        person.goTo("/day");
        for (String date : List.of("Tue 2 Jun 2026", "Wed 3 Jun 2026", "Thu 4 Jun 2026")) person.moveForwardTo(date);
        person.goTo("/unmatched");
        person.sees("PO-2026-06-01");
        person.look();
        page.getByText("Rehearse 1 line").click();
        person.press("Match the selected lines");
        person.sees("Every bank line is matched");
        person.goTo("/payouts");
        page.getByText("PO-2026-06-01").click();
        person.sees("“Terminal rental”, a fee the books do not have");
        person.look();
        person.press("Book 12.40 to 5000 Card fees");
        person.sees("tied out to the cent");
        person.goTo("/tie-out");
        person.sees("Current account");
        person.look();
        person.goTo("/day");
        person.look();
    }

    private static void follow(Person person) {
        Page page = person.page;
        person.goTo("/invoices/LW-2026-0001");
        assertThat(page.locator("svg[data-trail] .box")).hasCount(6);
        person.look();
        page.locator("svg[data-trail] a").last().click();
        assertThat(page.locator("h1")).containsText("Bank line of Wed 3 Jun 2026");
        assertThat(page.locator("svg[data-trail] .box")).hasCount(6);
        person.look();
        page.locator("svg[data-trail] a").first().click();
        assertThat(page.locator("#sentence")).containsText("Every month");
    }

    private static void everyPageIsAccessible(Person person) {
        for (String path : List.of(
                "/customers",
                "/customers/new",
                "/customers/import",
                "/recurring",
                "/billing-runs",
                "/invoices",
                "/messages",
                "/payments",
                "/payments/new",
                "/card-payments",
                "/notices",
                "/statements",
                "/ledger",
                "/ledger/entries",
                "/audit",
                "/parts",
                "/people",
                "/approvals",
                "/day/aside",
                "/setup",
                "/setup/identity",
                "/setup/tax",
                "/setup/terms",
                "/setup/numbers",
                "/setup/accounts",
                "/catalogue",
                "/customers/groups",
                "/setup/brand",
                "/setup/bank",
                "/setup/cards",
                "/setup/rates")) {
            person.goTo(path);
            person.look();
        }
    }
}
