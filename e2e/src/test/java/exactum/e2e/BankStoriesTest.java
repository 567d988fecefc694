package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The bank's lines worked down in one column, by keyboard, until every one is what it is. */
@ExtendWith(OneInstallation.class)
class BankStoriesTest {
    private static final String BRESLIN = "t.breslin@lakeside.example";

    private static Locator line(Page page, String says) {
        return page.locator("#unmatched tbody", new Page.LocatorOptions().setHasText(says))
                .first();
    }

    private static void dayEnds(Person person, String until) {
        person.goTo("/day");
        person.moveForwardTo(until);
        person.goTo("/unmatched");
    }

    /** One transfer for three invoices, two digits of one swapped; and lines of every kind, without the mouse. */
    @Test
    void lines_are_worked_down_by_keyboard(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            var numbers = new ArrayList<String>();
            for (String price : List.of("96.00", "85.00", "40.00"))
                numbers.add(
                        Harbour.oneOff(person, "T. Breslin", numbers.isEmpty() ? BRESLIN : null, "Crane lift", price));
            String last = numbers.getLast();
            String swapped = last.substring(0, last.length() - 2)
                    + last.charAt(last.length() - 1)
                    + last.charAt(last.length() - 2);
            installation.transfer("EUR", "T BRESLIN", "271.83", numbers.get(0) + " " + numbers.get(1) + " " + swapped);
            installation.pay("EUR", "Lake Water Authority", "186.40", "water rates may");
            installation.transfer("EUR", "Somebody", "42.17", "as agreed");
            dayEnds(person, "Tue 2 Jun 2026");
            assertThat(line(page, numbers.get(0))).containsText("certain");
            assertThat(line(page, numbers.get(0))).containsText("but with two digits swapped");
            person.look();

            page.keyboard().press("j");
            page.keyboard().press("a");
            assertThat(line(page, numbers.get(0))).containsText("payment of T. Breslin for");
            person.settled();
            assertThat(page.locator("#unmatched-totals")).containsText("2 bank lines");
            assertThat(page.locator("tr[aria-current=true]")).containsText("water rates");

            page.keyboard().press("Enter");
            Locator opened = page.locator("tbody.opened");
            assertThat(opened).containsText("Put it together");
            person.settled();
            person.look();
            opened.locator("input[name=q]").pressSequentially("501");
            Locator found = opened.locator(".targets button").first();
            assertThat(found).containsText("5010 Bank charges");
            page.waitForResponse(answer -> answer.url().endsWith("q=5010"), () -> {
                page.keyboard().press("0");
                page.keyboard().press("Tab");
            });
            person.settled();
            assertThat(found).isFocused();
            page.keyboard().press("Enter");
            assertThat(opened.locator("[data-remainder]")).hasText("0.00");
            person.settled();
            opened.locator("[name=amount0]").fill("86.40");
            assertThat(opened.locator("[data-remainder]")).hasText("−100.00");
            opened.getByText("Match, and leave").click();
            assertThat(page.locator("tbody.opened")).containsText("Remainder");
            assertThat(line(page, "water rates")).containsText("−100.00");
            person.look();

            person.goTo("/invoices/" + numbers.get(2));
            assertThat(page.locator("#standing")).hasText("paid");
            installation.booksAgree(person);
        }
    }

    /** The same money recorded by hand and in the bank is not made a payment again. */
    @Test
    void what_would_count_money_twice_is_stopped_and_named(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String number = Harbour.oneOff(person, "T. Breslin", BRESLIN, "Crane lift", "96.00");
            installation.transfer("EUR", "T. Breslin", "118.08", "for the lift");
            dayEnds(person, "Tue 2 Jun 2026");
            line(page, "FOR THE LIFT").locator("a[data-open]").click();
            Locator opened = page.locator("tbody.opened");
            opened.locator("input[name=q]").fill("4000");
            opened.getByText("4000 Income").click();
            assertThat(opened.locator("[data-remainder]")).hasText("0.00");
            assertThat(opened.locator(".sure")).isHidden();
            person.settled();
            opened.locator("button.main", new Locator.LocatorOptions().setHasText("Match"))
                    .last()
                    .click();
            assertThat(opened).containsText("This would count the money twice");
            assertThat(opened.locator(".sure")).isVisible();
            assertThat(opened).containsText(number);
            person.look();
            opened.locator(".maybe button").first().click();
            assertThat(line(page, "FOR THE LIFT")).containsText("payment of T. Breslin for " + number);
            person.settled();
            line(page, "FOR THE LIFT").getByText("Undo").click();
            assertThat(line(page, "FOR THE LIFT")).containsText("certain");
            person.goTo("/unmatched/certain");
            person.look();
            person.press("Match the selected lines");
            person.sees("Every bank line is matched");
            installation.booksAgree(person);
        }
    }

    /** A fee that repeats is booked twice by hand, and then by a rule. */
    @Test
    void a_rule_is_offered_tried_and_does_the_work(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            for (String day : List.of("Tue 2 Jun 2026", "Wed 3 Jun 2026")) {
                installation.pay("EUR", "Lake Water Authority", "86.40", "water " + day);
                dayEnds(person, day);
                line(page, "Lake Water").locator("a[data-open]").click();
                Locator opened = page.locator("tbody.opened");
                opened.getByText("Bank charge").click();
                assertThat(opened.locator("[data-remainder]")).hasText("0.00");
                person.settled();
                opened.locator("button.main", new Locator.LocatorOptions().setHasText("Match"))
                        .last()
                        .click();
                assertThat(page.locator("#unmatched-totals")).containsText("Every bank line is matched");
            }
            person.goTo("/matching-rules");
            person.sees("2 lines of “Lake Water Authority” were booked to 5010");
            person.look();
            page.getByText("Make a standing rule").click();
            person.sees("Past lines that meet it");
            assertThat(page.locator("#tried-lines tbody tr")).hasCount(2);
            person.look();
            person.press("Save");
            person.sees("Money out to “Lake Water Authority” is 5010 Bank charges.");
            installation.pay("EUR", "Lake Water Authority", "91.00", "water june");
            dayEnds(person, "Thu 4 Jun 2026");
            assertThat(line(page, "WATER JUNE")).containsText("the standing rule “Lake Water Authority”");
            page.keyboard().press("j");
            page.keyboard().press("a");
            assertThat(line(page, "WATER JUNE")).containsText("5010 Bank charges");
            person.goTo("/matching-rules");
            assertThat(page.locator("#rules tbody")).containsText("1");
            installation.booksAgree(person);
        }
    }

    /** A bank's CSV file: what its columns are is proposed, tried, and remembered. */
    @Test
    void a_file_in_csv_is_read_once_it_is_known_how(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/statements");
            importFile(
                    person,
                    "may.csv",
                    "Buchungstag;Empfänger;Verwendungszweck;Betrag\n02.06.2026;Möwe;Liegeplatz;1.595,00\n01.06.2026;;Entgelt;-3,50\n");
            person.sees("What the columns of may.csv are");
            person.look();
            page.locator("[name=column1]").selectOption("NAME");
            page.locator("[name=account]")
                    .selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
            assertThat(page.locator("#tried-lines")).containsText("2 lines from 1 Jun 2026 to 2 Jun 2026");
            assertThat(page.locator("#tried-lines")).containsText("Möwe");
            person.settled();
            person.press("Import");
            person.sees("Closing balance");
            person.look();
            person.goTo("/statements");
            importFile(
                    person,
                    "june.csv",
                    "Buchungstag;Empfänger;Verwendungszweck;Betrag\n03.06.2026;Teal;Kran;20,00\n02.06.2026;Möwe;Liegeplatz;1.595,00\n");
            person.sees("of which 1 new");
            installation.booksAgree(person);
        }
    }

    private static void importFile(Person person, String name, String text) {
        person.page
                .locator("input[type=file]")
                .setInputFiles(new FilePayload(name, "text/csv", text.getBytes(StandardCharsets.UTF_8)));
        person.press("Import the file");
    }
}
