package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;

/** How a month is signed and closed through its page. */
final class MonthSteps {
    private MonthSteps() {}

    /** Signs whatever there is to sign of the month that is next to close, and closes it. */
    static void signAndClose(Person person, String month) {
        Page page = person.page;
        person.goTo("/months");
        assertThat(page.locator("h1")).hasText(month);
        person.look();
        person.press("Close " + month);
        assertThat(page.locator(".dock .problem")).containsText("to be signed first");
        Locator sign = page.locator("#tie-outs button[data-step]");
        for (int left = sign.count(); left > 0; left--) {
            sign.first().click();
            assertThat(sign).hasCount(left - 1);
        }
        person.sees("Everything is signed");
        person.look();
        person.press("Close " + month);
        person.sees("Closed. What comes later for it counts in the first open month");
        person.look();
    }

    /** What a report says of some days, which has to agree with the ledger. */
    static String report(Person person, String nameAndDays) {
        person.goTo("/reports/" + nameAndDays);
        person.sees("it agrees to the cent");
        assertThat(person.page.locator("main use[href='#mark-differs']")).hasCount(0);
        return person.page.locator("#rows").textContent().replaceAll("\\s+", " ");
    }
}
