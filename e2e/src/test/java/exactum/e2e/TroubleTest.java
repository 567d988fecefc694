package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.atomic.AtomicReference;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What goes wrong in a week: a lost notice, two tabs, a stolen card, a late answer, broken files, and a hand on the keyboard. */
@ExtendWith(OneInstallation.class)
class TroubleTest {
    @Test
    void broken_files_stay_outside(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/statements");
            page.locator("input[type=file]")
                    .setInputFiles(new FilePayload(
                            "half.xml",
                            "application/xml",
                            "<Document xmlns='urn:iso:std:iso:20022:tech:xsd:camt.053.001.08'><BkToCstmrStmt>"
                                    .getBytes(StandardCharsets.UTF_8)));
            person.press("Import the file");
            Locator problem = page.locator("form[action$='/statements/file'] .problem");
            assertThat(problem).containsText("cut off or is not XML");
            assertThat(page).hasURL(installation.at("/statements"));
            page.locator("input[type=file]")
                    .setInputFiles(new FilePayload(
                            "lines.csv", "text/csv", "date;amount\n1;2\n".getBytes(StandardCharsets.UTF_8)));
            person.press("Import the file");
            assertThat(problem).containsText("Nothing was stored");
            assertThat(installation.count("select count(*) from bank_line")).isZero();
        }
    }

    @Test
    void customers_come_from_a_file_through_a_rehearsal(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var file = new StringBuilder("code,name,kind,email,address,country,currency,tax_number\n");
            for (int i = 1; i <= 120; i++)
                file.append("Q-%d,Quintin %d,person,q%d@lakeside.example,Quay %d,IE,EUR,\n".formatted(i, i, i, i));
            file.append("Q-7,Again,person,,Quay,IE,EUR,\n");
            person.goTo("/customers/import");
            page.locator("#file")
                    .setInputFiles(new FilePayload(
                            "members.csv", "text/csv", file.toString().getBytes(StandardCharsets.UTF_8)));
            person.press("Rehearse");
            assertThat(page.locator("#good")).hasText("120 customers");
            assertThat(page.locator("#bad")).hasText("1 line");
            assertThat(installation.count("select count(*) from customer")).isOne();
            person.look();
            person.press("Import 120 customers");
            person.sees("The good lines are imported.");
            person.goTo("/customers?q=quintin%2011");
            assertThat(page.locator("tr[data-row]")).hasCount(11);
        }
    }

    @Test
    void keys_alone_move_through_lists_and_stations(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/customers");
            page.keyboard().press("j");
            assertThat(page.locator("tr[aria-current='true']")).hasCount(1);
            page.keyboard().press("x");
            assertThat(page.locator("tr[aria-selected='true']")).hasCount(1);
            page.keyboard().press("Enter");
            assertThat(page).hasURL(Pattern.compile(".*/customers/[0-9a-f-]{36}"));
            page.keyboard().press("4");
            assertThat(page).hasURL(installation.at("/statements"));
            person.settled();
            page.keyboard().press("?");
            assertThat(page.locator("#keys")).isVisible();
            page.keyboard().press("Escape");
            assertThat(page.locator("#keys")).isHidden();
            page.keyboard().press("/");
            page.keyboard().type("LW-2026");
            assertThat(page.locator("#found")).containsText("LW-2026-0001");
            page.keyboard().press("Escape");
            page.keyboard().press("0");
            assertThat(page).hasURL(installation.at("/day"));
            page.keyboard().press("?");
            person.press("Switch single keys off");
            page.keyboard().press("3");
            assertThat(page.locator("#keys")).isHidden();
            assertThat(page).hasURL(installation.at("/day"));
        }
    }

    @Test
    void who_goes_elsewhere_as_the_date_comes_to_stand_gets_there(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/customers");
            var asked = new AtomicReference<Route>();
            page.route(installation.at("/statements"), asked::set);
            page.locator("header nav a", new Page.LocatorOptions().setHasText("Bank"))
                    .click();
            page.waitForCondition(() -> asked.get() != null);
            page.waitForResponse("**/clock", () -> page.evaluate("""
                    clock => {
                      document.body.insertAdjacentHTML("beforeend", `<span id="moving" hx-get="${clock}" hx-trigger="load"></span>`);
                      htmx.process(document.getElementById("moving"));
                    }
                    """, installation.at("/clock")));
            asked.get().resume();
            assertThat(page).hasURL(installation.at("/statements"));
        }
    }

    @Test
    void paid_in_two_tabs_while_the_notice_is_lost_it_is_paid_once(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            String link = Harbour.mailedLink(installation, person, "LW-2026-0001");
            Page desk = person.page;
            desk.navigate(installation.standinsAddress + "/processor");
            desk.locator("#notices-EUR").fill("2");
            desk.locator("form[action='/processor/swallow']:has(#notices-EUR) button")
                    .click();

            Page phone = person.newPage(390, 844);
            phone.navigate(link);
            phone.locator(".pay").click();
            Page second = phone.context().newPage();
            second.navigate(link);
            second.locator(".pay").click();
            assertThat(second.url()).isEqualTo(phone.url());

            Harbour.card(phone, "5105 1051 0510 5100");
            assertThat(phone.locator("main")).containsText("Please take another one");
            Harbour.card(phone, "4111 1111 1111 1111");
            assertThat(phone.locator("h1")).hasText("We are checking");
            person.look(phone);
            Harbour.card(second, "5555 5555 5555 4444");
            for (Page tab : new Page[] {phone, second}) {
                assertThat(tab.locator("h1")).hasText("Paid. Thank you.");
            }
            assertThat(installation.count("select count(*) from collection")).isOne();
            desk.navigate(installation.standinsAddress + "/processor");
            Locator lost = desk.locator("tr", new Page.LocatorOptions().setHasText("swallowed"));
            assertThat(lost).hasCount(2);
            lost.filter(new Locator.FilterOptions().setHasText("sale.succeeded"))
                    .locator("button")
                    .click();
            person.goTo("/invoices/LW-2026-0001");
            person.sees("832.74");
            assertThat(installation.count("select count(*) from receipt")).isOne();
            installation.booksAgree(person);
        }
    }

    @Test
    void a_charge_that_the_processor_answers_after_forty_seconds_is_made_once(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String first = Harbour.oneOff(person, "T. Aguiar", "t.aguiar@lakeside.example", "Crane lift", "96.00");
            Page phone = person.newPage(390, 844);
            phone.navigate(Harbour.mailedLink(installation, person, first));
            phone.locator("#keeping summary").click();
            phone.locator("[name=keep]").check();
            phone.locator("#figure button.pay").click();
            Harbour.card(phone, "4111 1111 1111 1111");
            assertThat(phone.locator("h1")).hasText("Paid. Thank you.");

            String second = Harbour.oneOff(person, "T. Aguiar", null, "Mast crane", "40.00");
            phone.navigate(Harbour.mailedLink(installation, person, second));
            Page desk = person.page;
            desk.navigate(installation.standinsAddress + "/processor");
            Locator faults = desk.locator("form[action='/processor/faults']").first();
            faults.locator("[name=slowSeconds]").fill("40");
            faults.locator("button").click();
            phone.locator("#figure button.pay").click();
            assertThat(phone.locator("h1")).hasText("We are checking");
            person.look(phone);
            assertThat(installation.count("select count(*) from receipt")).isOne();
            Installation.await("the late answer", () -> installation.count("select count(*) from receipt") == 2);
            phone.reload();
            assertThat(phone.locator("h1")).hasText("Paid. Thank you.");
            assertThat(installation.count("select count(*) from collection where state = 'collected'"))
                    .isEqualTo(2);
            assertThat(installation.count("select count(*) from checkout where unanswered"))
                    .isZero();
            installation.booksAgree(person);
        }
    }
}
