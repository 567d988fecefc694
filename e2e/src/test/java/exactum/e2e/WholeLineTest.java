package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.List;
import org.junit.jupiter.api.Test;

/** One euro from agreement to bank line, through the real pages and the real stand-ins. */
class WholeLineTest {

    @Test
    void one_euro_from_agreement_to_bank_line() throws Exception {
        try (var installation = new Installation();
                var person = new Person()) {
            String link = Harbour.billed(installation, person);
            pay(person, link);
            bank(installation, person);
            follow(installation, person);
            everyPageIsAccessible(installation, person);
            assertThat(installation.health()).contains("\"ledgerHealth\":{\"status\":\"UP\"}");
        }
    }

    private static void pay(Person person, String link) {
        Page phone = person.newPage(390, 844);
        phone.navigate(link);
        assertThat(phone.locator("#open")).containsText("832.74");
        assertThat((int) (Integer) phone.evaluate("document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(390);
        person.look(phone);
        phone.locator(".pay").click();
        phone.locator("#number").fill("4012 8888 8888 1881");
        phone.locator("form button").click();
        assertThat(phone.locator("main")).containsText("too little money on the account");
        phone.locator("#number").fill("4111 1111 1111 1111");
        phone.locator("form button").click();
        assertThat(phone.locator("h1"))
                .hasText(
                        "Paid. Thank you.",
                        new com.microsoft.playwright.assertions.LocatorAssertions.HasTextOptions().setTimeout(20_000));
        person.look(phone);
    }

    private static void bank(Installation installation, Person person) {
        Page page = person.page;
        page.navigate(installation.address + "/");
        for (String date : List.of("Tue 2 Jun 2026", "Wed 3 Jun 2026", "Thu 4 Jun 2026")) {
            person.moveForwardTo(date);
        }
        page.navigate(installation.address + "/without-a-home");
        person.sees("it carries the payout’s reference PO-2026-06-01");
        person.look();
        person.press("Accept the sure ones");
        person.sees("Every bank line has a home");
        page.navigate(installation.address + "/payouts");
        page.getByText("PO-2026-06-01").click();
        person.sees("“Terminal rental”, a fee the books do not have");
        person.look();
        person.press("Book 12.40 to 5000 Card fees and tie out");
        person.sees("tied out to the cent");
        page.navigate(installation.address + "/tie-out");
        assertThat(page.locator("tr.total", new Page.LocatorOptions().setHasText("Comes out")))
                .hasCount(2);
        person.look();
    }

    private static void follow(Installation installation, Person person) {
        Page page = person.page;
        page.navigate(installation.address + "/invoices/LW-2026-0001");
        assertThat(page.locator("svg[data-trail] .box")).hasCount(6);
        person.look();
        page.locator("svg[data-trail] a").last().click();
        assertThat(page.locator("h1")).containsText("Bank line of Wed 3 Jun 2026");
        assertThat(page.locator("svg[data-trail] .box")).hasCount(6);
        person.look();
        page.locator("svg[data-trail] a").first().click();
        assertThat(page.locator("#sentence")).containsText("Every month");
    }

    private static void everyPageIsAccessible(Installation installation, Person person) {
        for (String path : List.of(
                "/",
                "/customers",
                "/customers/new",
                "/customers/import",
                "/recurring",
                "/billing-runs",
                "/invoices",
                "/messages",
                "/card-payments",
                "/notices",
                "/statements",
                "/ledger",
                "/ledger/entries",
                "/audit",
                "/parts")) {
            person.page.navigate(installation.address + path);
            person.look();
        }
    }
}
