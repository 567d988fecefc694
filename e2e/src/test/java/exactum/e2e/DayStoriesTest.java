package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A morning: the day sheet worked down to nothing without a mouse; and a promise that was not kept. */
@ExtendWith(OneInstallation.class)
class DayStoriesTest {
    private static final String CURRENT = "tr[aria-current='true']";

    @Test
    void the_day_sheet_is_worked_down_to_nothing_by_keyboard(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            String late = Harbour.oneOff(person, "T. Aguiar", "t.aguiar@lakeside.example", "Crane lift", "96.00");
            person.goTo("/invoices/new?over=true");
            person.page.locator("#text0").fill("Fresh water");
            person.settled();
            installation.transfer("EUR", "T. Aguiar", "118.08", "for the lift");
            forwardTo(person, "17 Jun 2026");
            Page page = person.page;
            for (String own : new String[] {"/day/night", "/day/rhythm", "/day/morning", "/setup/late-payment"}) {
                person.goTo(own);
                person.look();
            }
            page.keyboard().press("0");
            assertThat(page.locator("#of-the-night")).containsText("In the night to");
            Locator rows = page.locator("#decisions tr[data-row]");
            int before = rows.count();
            assertThat(before).isGreaterThan(1);
            person.look();

            standsOn(page, "bank-line/");
            assertThat(page.locator("#decisions tr.joined")).containsText(late + " is 2 days overdue");
            page.keyboard().press("a");
            assertThat(page.locator("#decisions tr[data-key^='bank-line/']")).hasCount(0);
            assertThat(page.locator("#decisions")).not().containsText(late);

            for (int left = rows.count(); left > 0; left--) {
                if (page.locator(CURRENT).count() == 0) page.keyboard().press("j");
                String key = page.locator(CURRENT).getAttribute("data-key");
                page.keyboard().press("l");
                assertThat(page.locator("#f-until")).isFocused();
                if (left == 1) dismiss(person);
                else page.keyboard().press("Enter");
                assertThat(page.locator("#decisions tr[data-key='" + key + "']"))
                        .hasCount(0);
                person.settled();
            }
            person.sees("Nothing needs a decision today.");
            assertThat(page.locator(".station b")).hasCount(0);
            person.look();
            page.getByText("Snoozed, dismissed or handed over").click();
            person.sees("They come by on Friday");
            person.look();
        }
    }

    /** From the first field of what may be done instead to the cause, by Tab alone. */
    private static void dismiss(Person person) {
        for (int fields = 0; fields < 12; fields++) {
            if (person.page.evaluate("document.activeElement.id").equals("f-cause")) break;
            person.page.keyboard().press("Tab");
        }
        person.page.keyboard().type("They come by on Friday");
        person.page.keyboard().press("Enter");
    }

    private static void standsOn(Page page, String prefix) {
        for (int rows = 0; rows < 40; rows++) {
            page.keyboard().press("j");
            if (page.locator(CURRENT).getAttribute("data-key").startsWith(prefix)) return;
        }
        throw new AssertionError("no row of " + prefix);
    }

    private static void forwardTo(Person person, String day) {
        person.goTo("/day");
        person.moveUntil(day);
    }

    @Test
    void a_promise_is_broken_an_arrangement_is_made_and_paid_off(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String number =
                    Harbour.oneOff(person, "T. Breslin", "t.breslin@lakeside.example", "Winter storage", "300.00");
            person.goTo("/invoices/" + number);
            page.getByText("They promised to pay").click();
            page.locator("#promise-day").fill("18 Jun");
            page.locator("#promise-note").fill("by phone");
            page.locator("#promise button").click();
            assertThat(page.locator("#promised")).containsText("Nobody is reminded until then");
            forwardTo(person, "22 Jun 2026");
            assertThat(page.locator("#decisions")).containsText(number + " was promised by then, and is open");
            assertThat(page.locator("#decisions tr[data-key^='promise/']")).hasCount(1);
            person.look();

            person.goTo("/arrears");
            assertThat(page.locator("#arrears")).containsText("promised by 18 Jun 2026");
            person.look();
            page.locator("#arrears").getByText("Follow up").click();
            assertThat(page.locator("#follow-up")).containsText("What is done next");
            page.getByLabel("What is done next").fill("call them");
            page.getByLabel("On", new Page.GetByLabelOptions().setExact(true)).fill("+3");
            person.press("Save");
            assertThat(page.locator("#arrears")).containsText("call them, ");
            page.locator("#arrears").getByText("Interest").click();
            person.sees("interest on late payment is switched off");
            person.look();
            person.goTo("/arrears");
            page.locator("#arrears").getByText("Write off").click();
            assertThat(page.locator("#open tfoot")).containsText("369.00");
            person.look();
            person.goTo("/arrears");
            page.locator("#arrears").getByText("Instalments").click();
            page.locator("#parts").fill("2");
            page.locator("#first").fill("1 Jul 2026");
            person.press("Show");
            assertThat(page.locator("#shares tfoot")).containsText("369.00");
            person.look();
            page.locator("#cause").fill("agreed by phone");
            page.locator(".dock button.main").click();
            assertThat(page.locator("#stand")).isVisible();
            person.goTo("/arrears");
            person.sees("Nobody is overdue here");

            pays(person, number, "184.50");
            pays(person, number, "184.50");
            assertThat(page.locator("svg[data-trail]")).containsText("Item 2 of 2, settled");
            page.getByText("As proof").click();
            assertThat(page.locator("table.trail-steps tbody tr")).hasCount(7);
            textFits(page);
            person.look();
            assertThat(installation.count("select coalesce(sum(left_minor), 0) from claim"))
                    .isZero();
            installation.booksAgree(person);
        }
    }

    private static void pays(Person person, String number, String amount) {
        person.goTo("/invoices/" + number);
        person.page.getByText("Record a payment").first().click();
        person.page.locator("#method").selectOption("cash");
        person.page.locator("#amount").fill(amount);
        assertThat(person.page.locator("#outcome")).containsText(number);
        person.press("Record payment");
        assertThat(person.page.locator("#place")).hasText("not yet at the bank");
        person.goTo("/invoices/" + number);
    }

    /** Each text of the drawing is within its box, and nothing is under 12 px. */
    private static void textFits(Page page) {
        Object worst = page.evaluate("""
                () => { const svg = document.querySelector('svg[data-trail]'); const scale = svg.getBoundingClientRect().width / 1200;
                  return [...svg.querySelectorAll('.box')].flatMap(b => [...b.querySelectorAll('text')].map(t =>
                    ({ text: t.textContent, over: t.getComputedTextLength() - b.querySelector('rect').width.baseVal.value + 12, px: parseFloat(getComputedStyle(t).fontSize) * scale })))
                    .filter(t => t.over > 0 || t.px < 12).map(t => JSON.stringify(t)); }
                """);
        assertThat((java.util.List<?>) worst).isEmpty();
    }
}
