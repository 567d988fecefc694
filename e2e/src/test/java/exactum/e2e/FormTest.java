package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonObject;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.Cookie;
import com.microsoft.playwright.options.LoadState;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** How pages stand on screens of any width, and how they answer when something is in the way. */
@ExtendWith(OneInstallation.class)
class FormTest {
    private static final List<String> LISTS = List.of(
            "/day",
            "/invoices",
            "/payments",
            "/customers",
            "/recurring",
            "/messages",
            "/statements",
            "/payouts",
            "/unmatched",
            "/audit",
            "/ledger",
            "/setup",
            "/setup/tax",
            "/setup/bank",
            "/people",
            "/approvals",
            "/tie-out",
            "/billing-runs");

    @Test
    void on_a_narrow_screen_the_header_is_one_row_and_lists_have_two_lines(Installation installation) {
        installation.begin(BILLED);
        installation.execute(
                "insert into trouble (business_id, source, source_id, words) values (1, 'Bank', gen_random_uuid(), 'The bank does not answer.')");
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            page.setViewportSize(390, 844);
            for (String path : LISTS) {
                person.goTo(path);
                assertThat(width(page)).as(path).isLessThanOrEqualTo(390);
                assertThat(height(page.locator("header.line"))).as(path).isLessThanOrEqualTo(64);
                person.look();
            }
            person.goTo("/day");
            Locator decision = page.locator("#decisions tr[data-row]").last();
            assertThat(decision.locator("[data-step]").boundingBox().y - decision.boundingBox().y)
                    .as("the step stands on the first line")
                    .isLessThan(14);
            person.goTo("/invoices");
            assertThat(height(page.locator("#documents tr[data-row]").first())).isLessThanOrEqualTo(60);
            person.press("Menu");
            page.locator("#menu").getByText("Collect").click();
            assertThat(page.locator("h1")).hasText("Payments");
            person.press("Menu");
            person.press("New");
            page.locator("#new-menu").getByText("Customer").click();
            assertThat(page.locator("h1")).containsText("customer");
            assertThat(width(page)).isLessThanOrEqualTo(390);
        }
    }

    @Test
    void drawings_keep_their_text_at_reading_size(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            for (int width : new int[] {390, 1280, 1920}) {
                page.setViewportSize(width, 900);
                for (String path : List.of("/invoices/LW-2026-0001", "/day")) {
                    person.goTo(path);
                    if (path.equals("/day"))
                        page.locator(".band-sheet summary").first().click();
                    Object smallest = page.locator("main svg[role] text")
                            .first()
                            .evaluate(
                                    "t => { const svg = t.ownerSVGElement; return parseFloat(getComputedStyle(t).fontSize) * svg.getBoundingClientRect().width / svg.viewBox.baseVal.width; }");
                    assertThat(((Number) smallest).doubleValue())
                            .as("%s at %d", path, width)
                            .isBetween(11.0, 17.0);
                    assertThat(width(page)).as("%s at %d", path, width).isLessThanOrEqualTo(width);
                }
            }
        }
    }

    @Test
    void the_day_sheet_shows_decisions_first_and_cash_below_them(Installation installation) {
        installation.begin(BILLED);
        installation.execute(
                "insert into trouble (business_id, source, source_id, words) select 1, 'Bank ' || n, gen_random_uuid(), 'The bank does not answer.' from generate_series(1, 14) n");
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/day");
            Object seen = page.evaluate(
                    "() => { const band = document.querySelector('.bands').getBoundingClientRect().top; return [...document.querySelectorAll('#decisions tr[data-row]')].filter(r => r.getBoundingClientRect().bottom <= band).length; }");
            assertThat(((Number) seen).intValue()).isGreaterThanOrEqualTo(9);
            Locator band = page.locator(".band-sheet").first();
            assertThat(height(band)).isLessThanOrEqualTo(48);
            band.locator("summary").click();
            assertThat(band.locator("svg[role]")).isVisible();
            band.locator("summary").click();
            page.evaluate("window.scrollTo(0, document.body.scrollHeight)");
            person.look();
        }
    }

    @Test
    void a_field_that_is_refused_is_marked_and_entered_and_what_was_typed_stays(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/statements");
            page.getByText("Type a bank line").click();
            page.locator("#typed-amount").fill("9".repeat(500));
            page.locator("#typed-words").fill("hello");
            person.press("Add the line");
            assertThat(page.locator("form[action$='/statements/typed'] .problem"))
                    .containsText("is not a number");
            assertThat(page.locator("#typed-amount")).hasAttribute("aria-invalid", "true");
            assertThat(page.locator("#typed-amount")).isFocused();
            assertThat(page.locator("#typed-words")).hasValue("hello");
            assertThat(page).hasURL(installation.at("/statements"));
            page.locator("#typed-amount").fill("5.00");
            assertThat(page.locator("#typed-amount")).not().hasAttribute("aria-invalid", "true");
        }
    }

    @Test
    void who_is_signed_out_while_typing_signs_in_elsewhere_and_presses_again(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.expects("401");
            person.expects("409");
            person.signIn();
            Page page = person.page;
            person.goTo("/customers/new");
            page.locator("main [name=name]").fill("Odile Marr");
            installation.execute("delete from spring_session");
            save(page);
            assertThat(page.locator("main .problem").first()).containsText("You are signed out");
            assertThat(page.locator("main [name=name]")).hasValue("Odile Marr");
            Page other = page.context().newPage();
            other.navigate(installation.address + "/sign-in");
            other.locator("[name=username]").fill("nora");
            other.locator("[name=password]").fill(Harbour.PASSWORD);
            other.locator("button").click();
            assertThat(other.locator("h1").first()).isVisible();
            other.close();
            save(page);
            assertThat(page.locator("main .problem").first()).containsText("press once more");
            save(page);
            assertThat(page.locator("h1")).containsText("Odile Marr");
            isSavedOnce(installation, "Odile Marr");
        }
    }

    @Test
    void a_second_press_back_forward_and_reload_do_nothing_twice(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/customers/new");
            page.locator("main [name=name]").fill("Twice Pressed");
            page.evaluate(
                    "() => { const b = document.querySelector('main form button:not([type=button])'); b.click(); b.click(); }");
            assertThat(page.locator("h1")).containsText("Twice Pressed");
            page.reload();
            assertThat(page.locator("h1")).containsText("Twice Pressed");
            page.evaluate("history.back()");
            assertThat(page).hasURL(installation.at("/customers/new"));
            assertThat(page.locator("h1")).not().containsText("Twice Pressed");
            page.waitForLoadState(LoadState.NETWORKIDLE);
            page.evaluate("history.forward()");
            assertThat(page.locator("h1")).containsText("Twice Pressed");
            isSavedOnce(installation, "Twice Pressed");
        }
    }

    @Test
    void while_the_database_is_away_a_page_says_so_and_work_goes_on_when_it_is_back(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.expects("503");
            person.signIn();
            Page page = person.page;
            person.goTo("/customers/new");
            page.locator("main [name=name]").fill("Patient Payer");
            installation.stopDatabase();
            long pressed = System.nanoTime();
            save(page);
            assertThat(page.locator("main .problem").first()).containsText("cannot reach its database");
            assertThat((System.nanoTime() - pressed) / 1e9).isLessThan(5);
            assertThat(page.locator("main [name=name]")).hasValue("Patient Payer");
            installation.startDatabase();
            Installation.await("the page", () -> {
                page.evaluate("document.querySelector('main form .act.main')?.click()");
                page.waitForTimeout(500);
                return page.locator("h1").first().textContent().contains("Patient Payer");
            });
            isSavedOnce(installation, "Patient Payer");
            installation.booksAgree(person);
        }
    }

    @Test
    void lines_that_are_typed_faster_than_the_server_answers_are_all_there(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            beginPaper(person);
            answersAfter(page, 250);
            for (int i = 0; i < 5; i++) {
                page.locator("#text" + i).fill("Night " + i);
                page.locator("#qty" + i).fill("2");
                page.locator("#price" + i).fill("10.15");
                page.locator("#price" + i).press("Tab");
            }
            assertThat(page.locator("#gross")).containsText("124.85");
            person.press("Save draft");
            assertThat(page).hasURL(Pattern.compile(".*/drafts/.+"));
            answersAfter(page, 0);
            for (int i = 0; i < 5; i++) {
                assertThat(page.locator("#text" + i)).hasValue("Night " + i);
                assertThat(page.locator("#price" + i)).hasValue("10.15");
            }
        }
    }

    /** An answer is on its way, a change waits behind it, and another comes after the press: what was pressed is done all the same. */
    @Test
    void a_press_between_changes_that_wait_for_a_slow_answer_is_not_lost(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            beginPaper(person);
            change(page, "#text0", "Winter storage");
            change(page, "#price0", "1375");
            assertThat(page.locator("#gross")).containsText("1,");
            person.settled();
            answersAfter(page, 1_500);
            change(page, "#qty0", "2");
            change(page, "#price0", "1300");
            page.locator("#divide").click();
            change(page, "#text0", "Storage");
            assertThat(page.locator("#part0")).isVisible();
            assertThat(page.locator("#text0")).hasValue("Storage");
            answersAfter(page, 0);
            person.settled();
            person.look();
        }
    }

    /** An empty invoice to a customer of theirs. */
    private static void beginPaper(Person person) {
        person.goTo("/invoices/new?over=true");
        person.page.locator("[name=who]").fill("Écluse");
        person.page.locator(".choice").first().click();
        assertThat(person.page.locator(".chooser [name=customer]")).hasCount(1);
    }

    /** Types into a field and leaves it long enough for the change to be sent, or to wait. */
    private static void change(Page page, String field, String value) {
        page.locator(field).fill(value);
        page.locator(field).press("Tab");
        page.waitForTimeout(80);
    }

    /** Each answer comes so many milliseconds later than it would. */
    private static void answersAfter(Page page, int milliseconds) {
        var conditions = new JsonObject();
        conditions.addProperty("offline", false);
        conditions.addProperty("latency", milliseconds);
        conditions.addProperty("downloadThroughput", -1);
        conditions.addProperty("uploadThroughput", -1);
        page.context().newCDPSession(page).send("Network.emulateNetworkConditions", conditions);
    }

    @Test
    void a_server_that_is_killed_while_one_types_loses_nothing_that_was_typed(Installation installation)
            throws Exception {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.expects("ERR_CONNECTION_REFUSED");
            person.expects("htmx:sendError");
            person.expects("htmx:afterRequest");
            person.signIn();
            Page page = person.page;
            person.goTo("/customers/new");
            page.locator("main [name=name]").fill("Steady Hand");
            installation.killApp();
            save(page);
            assertThat(page.locator("main .problem").first()).containsText("The server did not answer");
            installation.startApp();
            save(page);
            assertThat(page.locator("h1")).containsText("Steady Hand");
            isSavedOnce(installation, "Steady Hand");
        }
    }

    @Test
    void a_payer_whose_cookies_are_gone_presses_once_more(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            String link = Harbour.mailedLink(installation, person, "LW-2026-0001");
            Page phone = person.newPage(390, 844);
            phone.navigate(link);
            phone.context().clearCookies();
            List<Cookie> none = phone.context().cookies();
            assertThat(none).isEmpty();
            phone.locator(".pay").click();
            assertThat(phone.locator("main")).containsText("please press once more");
            phone.locator(".pay").click();
            Harbour.card(phone, "4111 1111 1111 1111");
            assertThat(phone.locator("h1")).hasText("Paid. Thank you.");
        }
    }

    private static void save(Page page) {
        page.locator("main form .act.main").click();
    }

    private static void isSavedOnce(Installation installation, String name) {
        assertThat(installation.count("select count(*) from customer where name = '" + name + "'"))
                .isOne();
    }

    private static int width(Page page) {
        return ((Number) page.evaluate("document.documentElement.scrollWidth")).intValue();
    }

    private static int height(Locator locator) {
        return (int) locator.boundingBox().height;
    }
}
