package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Money that comes otherwise than it was asked for: in parts, twice, for two at once, by hand; each cent has a home. */
@ExtendWith(OneInstallation.class)
class MoneyStoriesTest {
    private static final String BRESLIN = "t.breslin@lakeside.example";

    /** The day ends, its statement comes in, and the line that says so is opened. */
    private static void openLine(Person person, String until, String says) {
        person.goTo("/day");
        person.moveForwardTo(until);
        person.goTo("/unmatched");
        person.page.navigate(person.page
                .locator("#unmatched a[data-open]", new Page.LocatorOptions().setHasText(says))
                .first()
                .evaluate("a => a.href")
                .toString());
        assertThat(person.page.locator("h1")).containsText("Bank line of");
    }

    private static void acceptBest(Person person) {
        person.page.locator("#proposals button").first().click();
        assertThat(person.page.locator("#remainder")).hasText("0.00");
    }

    @Test
    void part_paid_by_transfer_while_the_card_page_is_open_and_what_is_too_much_lands_on_account(
            Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String number = Harbour.oneOff(person, "T. Breslin", BRESLIN, "Crane lift", "96.00");
            person.sees("118.08");
            String link = Harbour.mailedLink(installation, person, number);
            Page phone = person.newPage(390, 844);
            phone.navigate(link);
            phone.locator(".pay").click();
            assertThat(phone.locator("#number")).isVisible();

            installation.transfer("EUR", "T. Breslin", "50.00", "part of " + number);
            openLine(person, "Tue 2 Jun 2026", number);
            person.look();
            acceptBest(person);
            person.goTo("/invoices/" + number);
            assertThat(person.page.locator("#standing")).hasText("part-paid");

            Page again = phone.context().newPage();
            again.navigate(link);
            assertThat(again.locator("#open")).containsText("68.08");
            assertThat(again.locator("#settled")).containsText("50.00 of it is settled");
            person.look(again);
            Installation.await("the old card page to be taken back", () -> {
                phone.reload();
                return phone.locator("#number").count() == 0;
            });
            person.look(phone);
            Harbour.paidByCard(again, link);

            installation.transfer("EUR", "T. Breslin", "50.00", number);
            openLine(person, "Wed 3 Jun 2026", number);
            acceptBest(person);
            assertThat(installation.count("select sum(left_minor) from means")).isEqualTo(5_000);
            again.navigate(link);
            assertThat(again.locator("#credit")).containsText("50.00 is left on your account");
            person.goTo("/invoices/" + number);
            person.sees("50.00");
            person.sees("on account of T. Breslin");
            person.look();
            installation.booksAgree(person);
        }
    }

    @Test
    void paid_twice_is_seen_and_used_on_the_next_invoice(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String first = Harbour.oneOff(person, "T. Breslin", BRESLIN, "Crane lift", "96.00");
            Harbour.paidByCard(person.newPage(390, 844), Harbour.mailedLink(installation, person, first));
            installation.transfer("EUR", "T. Breslin", "118.08", first);
            openLine(person, "Tue 2 Jun 2026", first);
            person.sees("on account of T. Breslin");
            acceptBest(person);
            Page page = person.page;
            page.locator("#made-of a").first().click();
            person.sees("118.08");
            assertThat(page.locator("#left")).hasText("118.08");
            person.look();
            String second = Harbour.oneOff(person, "T. Breslin", null, "Pontoon key", "40.00");
            person.press("Use it for this invoice");
            assertThat(page.locator("#standing")).hasText("paid");
            person.goTo("/payments?state=on%20account");
            person.sees("68.88");
            person.look();
            person.goTo("/customers");
            page.getByText("T. Breslin").click();
            person.sees("68.88");
            person.look();
            assertThat(second).isEqualTo("LW-2026-0002");
            installation.booksAgree(person);
        }
    }

    @Test
    void one_line_for_two_invoices_and_eight_over_is_undone_and_matched_otherwise(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String one = Harbour.oneOff(person, "T. Breslin", BRESLIN, "Crane lift", "96.00");
            String two = Harbour.oneOff(person, "T. Breslin", null, "Pontoon key", "40.00");
            installation.transfer("EUR", "T. Breslin", "175.28", "BERTH THINGS");
            openLine(person, "Tue 2 Jun 2026", "BERTH THINGS");
            add(page, one, one);
            add(page, two, two);
            add(page, "Breslin", "T. Breslin");
            assertThat(page.locator("[data-remainder]")).hasText("0.00");
            person.look();
            page.locator("[data-parts] button.main").click();
            assertThat(page.locator("#remainder")).hasText("0.00");
            assertThat(installation.count("select sum(left_minor) from means")).isEqualTo(800);
            person.look();

            page.locator("#made-of button").first().click();
            assertThat(page.locator("#remainder")).hasText("175.28");
            assertThat(page.locator("#made-of tr.undone")).hasCount(1);
            add(page, one, one);
            add(page, "4000", "4000 Income");
            page.locator("[data-parts] button.main").click();
            assertThat(page.locator("#remainder")).hasText("0.00");
            assertThat(page.locator("#made-of tr.undone")).hasCount(1);
            person.look();
            person.goTo("/invoices/" + two);
            assertThat(page.locator("#standing")).hasText("issued");
            person.goTo("/invoices/" + one);
            assertThat(page.locator("#standing")).hasText("paid");
            person.sees("payment, undone");
            assertThat(installation.count("select count(*) from match")).isEqualTo(3);
            installation.booksAgree(person);
        }
    }

    private static void add(Page page, String words, String title) {
        int before = page.locator("[data-parts] tr").count();
        page.locator("#target").fill("");
        page.locator("#target").pressSequentially(words);
        page.locator("[data-addition] table.targets button", new Page.LocatorOptions().setHasText(title))
                .first()
                .click();
        assertThat(page.locator("[data-parts] tr")).hasCount(before + 1);
    }

    @Test
    void money_recorded_by_hand_meets_its_bank_line_and_counts_once(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String number = Harbour.oneOff(person, "T. Breslin", BRESLIN, "Crane lift", "96.00");
            page.getByText("Record a payment").first().click();
            page.locator("#amount").fill("118.08");
            page.locator("#charges").fill("4.20");
            page.locator("#reference").fill("CHQ 77");
            assertThat(page.locator("#outcome")).containsText("settles " + number);
            person.look();
            person.press("Record payment");
            assertThat(page.locator("#place")).hasText("not yet at the bank");
            person.look();
            String payment = page.url();
            installation.transfer("EUR", "T. Breslin", "113.88", "CHQ 77");
            openLine(person, "Tue 2 Jun 2026", "CHQ 77");
            acceptBest(person);
            page.navigate(payment);
            assertThat(page.locator("#place")).hasText("at the bank");
            assertThat(installation.count("select count(*) from means")).isOne();
            person.goTo("/payments?q=" + number);
            assertThat(page.locator("tr[data-row]")).hasCount(1);
            installation.booksAgree(person);
        }
    }

    @Test
    void what_we_collect_asks_its_payer_for_nothing_until_it_is_left_to_them(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            Paper paper = Paper.of(person, "invoices", "Écluse")
                    .line(0, "Crane lift", "1", "145")
                    .choose("#paysBy", "COLLECTED");
            assertThat(page.locator("#uncollectable")).isVisible();
            String number = paper.issue();
            assertThat(page.locator("#collected")).containsText("nothing to collect it over yet");
            person.look();
            Page phone = person.newPage(390, 844);
            String link = Harbour.mailedLink(installation, person, number);
            phone.navigate(link);
            assertThat(phone.locator("#collected")).containsText("collects it when it is due");
            assertThat(phone.locator("button.pay")).hasCount(0);
            person.look(phone);
            person.goTo("/invoices/" + number);
            person.press("Ask the payer to pay");
            assertThat(page.locator("#collected")).hasCount(0);
            phone.navigate(link);
            assertThat(phone.locator("button.pay")).hasCount(1);
        }
    }

    @Test
    void a_draft_is_kept_corrected_and_issued(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/invoices/new");
            Harbour.newCustomer(person, "Marlow", "m@lakeside.example");
            page.locator("#text0").fill("Shore power");
            page.locator("#qty0").fill("1180");
            page.locator("#price0").fill("0.3375");
            page.locator("#price0").press("Tab");
            assertThat(page.locator("#gross")).containsText("489.85");
            person.press("Save draft");
            assertThat(page).hasURL(Pattern.compile(".*/drafts/.+"));
            person.goTo("/day");
            person.sees("draft");
            person.look();
            person.goTo("/invoices?state=draft");
            page.locator("[data-row] a").first().click();
            page.locator("#qty0").fill("1200");
            page.locator("#qty0").press("Tab");
            assertThat(page.locator("#gross")).containsText("498.15");
            person.press("Issue");
            assertThat(page).hasURL(Pattern.compile(".*/invoices/LW-2026-0001"));
            person.sees("It was not sent to anyone");
            assertThat(installation.count("select count(*) from message")).isZero();
            installation.booksAgree(person);
        }
    }

    @Test
    void a_forecast_looks_at_a_day_to_come_and_issues_nothing(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            person.goTo("/billing-runs");
            person.page.locator("#date").fill("1 Sep 2026");
            person.press("Rehearse");
            person.sees("1 Sep 2026 has not come. The forecast shows what will be made by then.");
            person.goTo("/forecast?month=2026-09");
            assertThat(person.page.locator("#forecast tbody tr")).hasCount(1);
            assertThat(person.page.locator("#forecast tbody tr")).containsText("832.74");
            assertThat(person.page.locator("form[action$='/commit']")).hasCount(0);
            person.look();
            assertThat(installation.count("select count(*) from document")).isOne();
        }
    }

    @Test
    void two_businesses_in_two_tabs_stay_apart(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String number = Harbour.oneOff(person, "T. Breslin", BRESLIN, "Crane lift", "96.00");
            Page euro = person.page;
            Page pounds = euro.context().newPage();
            pounds.navigate(installation.address + "/north-shore/day");
            assertThat(pounds.locator(".switch")).containsText("Larkwater North Shore");
            assertThat(euro.locator(".switch")).containsText("Larkwater Moorings");
            pounds.locator("#find").fill("Breslin");
            assertThat(pounds.locator("#found")).not().containsText("T. Breslin");
            pounds.navigate(installation.address + "/north-shore/invoices/" + number);
            assertThat(pounds.locator("body")).containsText("nothing at this address");
            pounds.navigate(installation.address + "/north-shore/customers");
            assertThat(pounds.locator("main")).not().containsText("Breslin");
            euro.reload();
            assertThat(euro.locator("main")).containsText("118.08");
            Locator menu = euro.locator(".switch");
            menu.click();
            euro.locator("#businesses a", new Page.LocatorOptions().setHasText("North Shore"))
                    .click();
            assertThat(euro).hasURL(installation.address + "/north-shore/day");
            person.look();
            installation.booksAgree(person);
        }
    }
}
