package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The end of a month: tied out, signed, closed, asked about by an accountant, reopened by two. */
@ExtendWith(OneInstallation.class)
class BooksStoriesTest {
    @Test
    void a_month_is_signed_closed_explained_and_reopened(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page phone = person.newPage(390, 844);
            Harbour.paidByCard(phone, Harbour.mailedLink(installation, person, "LW-2026-0001"));
            Harbour.oneOff(person, "T. Aguiar", "t.aguiar@lakeside.example", "Crane lift", "96.00");
            untilJuly(person);
            MonthSteps.signAndClose(person, "June 2026");
            reportsAgree(person);
            asksWhy(installation, person);
            reopens(person);
            byHand(person);
            installation.booksAgree(person);
        }
    }

    private static void untilJuly(Person person) {
        person.goTo("/day");
        person.moveUntil("Wed 1 Jul 2026");
        person.goTo("/unmatched");
        Locator rehearse = person.page.getByText("Rehearse");
        if (rehearse.count() > 0) {
            rehearse.first().click();
            person.press("Match the selected lines");
            person.sees("Every bank line is matched");
        }
    }

    private static void reportsAgree(Person person) {
        for (String report : List.of(
                "aged?until=30+Jun+2026",
                "tax?from=1+Jun+2026&until=30+Jun+2026",
                "income?from=1+Jun+2026&until=30+Jun+2026",
                "cash-basis?from=1+Jun+2026&until=30+Jun+2026")) {
            MonthSteps.report(person, report);
            person.look();
        }
        person.goTo("/reports/deferred?until=15+Jun+2026&by=line");
        person.page.locator("#rows .working").first().click();
        assertThat(person.page.locator("#rows [popover]").first()).containsText("IFRS 15 B18");
        person.look();
    }

    /** Reads only: from the balances to the invoice that is open, in four clicks, and what is shown adds up. */
    private static void asksWhy(Installation installation, Person person) {
        Page own = Colleague.joins(person, "Otto Lund", "otto", "auditor");
        own.navigate(installation.at("/ledger?on=30+Jun+2026"));
        String balance = own.locator("#balances tr:has-text('1100') td").nth(3).textContent();
        own.locator("#balances").getByText("1100").click();
        assertThat(own.locator("h1")).containsText("1100 Receivables");
        assertThat(own.locator("main")).containsText(balance);
        person.look(own);
        own.getByText("by customer and age").click();
        assertThat(own.locator("#rows tfoot")).containsText(balance);
        own.locator("#rows tbody a").first().click();
        assertThat(own.locator("#rows tfoot")).containsText(balance);
        own.locator("#rows tbody a[href*='/invoices/']").first().click();
        assertThat(own.locator("svg[data-trail]")).isVisible();
        assertThat(own.locator("main")).containsText("118.08");
        assertThat(balance).isEqualTo("118.08");
        own.navigate(installation.at("/months/2026-06"));
        assertThat(own.locator("main")).not().containsText("Ask a second person");
        person.look(own);
    }

    private static void reopens(Person person) {
        Page edda = Colleague.joins(person, "Edda Roan", "edda", "approver");
        person.goTo("/months/2026-06");
        person.page.locator("#cause").fill("a lift was forgotten");
        person.press("Ask a second person");
        person.sees("Waits for a second person");
        edda.reload();
        edda.getByText("Reopen June 2026: a lift was forgotten").click();
        edda.locator("#approval button.main").click();
        assertThat(edda.locator("main")).containsText("a lift was forgotten");
        assertThat(edda.locator("main")).not().containsText("Waits for a second person");
        person.look(edda);
        person.goTo("/months/2026-06");
        person.sees("Signatures that count no more");
        person.look();
    }

    private static void byHand(Person person) {
        person.goTo("/ledger/by-hand");
        person.look();
        Page page = person.page;
        page.locator("#cause").fill("terminal rent");
        page.locator("[name=account0]").selectOption("5010");
        page.locator("[name=debit0]").fill("12.40");
        page.locator("[name=account1]").selectOption("4100");
        page.locator("[name=credit1]").fill("12.39");
        person.press("Ask a second person");
        assertThat(page.locator("form .problem").first()).containsText("differ by 0.01");
        page.locator("[name=credit1]").fill("12.40");
        person.press("Ask a second person");
        person.sees("It is not booked yet");
        person.look();
        person.goTo("/ledger/journal");
        person.look();
        person.goTo("/reports");
        person.look();
        person.goTo("/ledger/entries");
        page.locator("main a[data-open]").first().click();
        person.sees("counts on");
        person.look();
    }
}
