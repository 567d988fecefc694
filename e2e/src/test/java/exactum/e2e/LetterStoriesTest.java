package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** How papers look, how they arrive, and what is kept of that. */
@ExtendWith(OneInstallation.class)
class LetterStoriesTest {

    @Test
    void an_address_that_turns_up_late_gets_both_held_invoices_in_one_message(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String first = Harbour.oneOff(person, "Hollis Grange", "", "Crane lift", "100");
            String second = Harbour.oneOff(person, "Hollis", null, "Mast repair", "50");
            person.goTo("/day");
            person.sees("No e-mail address: 2 messages wait");
            person.look();
            page.getByText("Add address").first().click();
            page.locator("#email").fill("hollis@lakeside.example");
            page.locator("#change button.act").first().click();
            assertThat(page.locator("main")).containsText("2 held messages can be sent now.");
            page.getByText("Rehearse sending").first().click();
            assertThat(page.locator("#as-one")).containsText("2 open invoices from Larkwater Moorings");
            assertThat(page.locator("#as-one")).containsText(first + ".pdf, " + second + ".pdf");
            person.look();
            person.press("Send");
            person.sees("Nothing is held for them.");
            Installation.await("one message about both", () -> {
                page.navigate(installation.standinsAddress + "/mailbox?q=2+open+invoices");
                return page.locator("td a").count() == 1;
            });
            page.locator("td a").click();
            assertThat(page.locator("pre")).containsText(first);
            assertThat(page.locator("pre")).containsText(second);
            page.locator("a.link").first().click();
            assertThat(page.locator("#pay-figure, .pay").first()).containsText("184.50");
            page.locator("button.pay").first().click();
            Harbour.card(page, "4111 1111 1111 1111");
            assertThat(page.locator("h1")).hasText("Paid. Thank you.");
            person.goTo("/invoices/" + second);
            assertThat(page.locator("#standing")).containsText("paid");
            page.getByText("open invoices").first().click();
            assertThat(page.locator("#files")).containsText(second + ".pdf");
            assertThat(page.locator("#recipients")).containsText("hollis@lakeside.example");
            person.look();
            installation.booksAgree(person);
        }
    }

    @Test
    void a_newcomer_makes_a_layout_and_one_group_gets_it(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/setup/layouts");
            page.locator("#f-layout-name").fill("Sailing school");
            person.press("Add a layout");
            page.getByRole(
                            AriaRole.LINK,
                            new Page.GetByRoleOptions()
                                    .setName("Sailing school")
                                    .setExact(true))
                    .click();
            assertThat(page.locator("#sample")).isVisible();
            String before = page.locator("#sample").getAttribute("src");
            page.locator("#opening-en").fill("Welcome aboard, ");
            page.locator("[data-place=customer]").click();
            assertThat(page.locator("#opening-en")).hasValue("Welcome aboard, {customer}");
            Installation.await(
                    "a new sample", () -> !before.equals(page.locator("#sample").getAttribute("src")));
            person.settled();
            page.locator("#opening-de").fill("Willkommen an Bord, {kunde}");
            person.press("Save this layout");
            assertThat(page.locator(".dock .problem, .said-beside").first()).containsText("{kunde} stands for nothing");
            page.locator("#opening-de").fill("Willkommen an Bord, {customer}");
            page.locator("[aria-label='Move How to pay up']").click();
            person.settled();
            person.look();
            person.press("Save this layout");
            assertThat(page.locator("#opening-de")).hasValue("Willkommen an Bord, {customer}");
            person.goTo("/customers/groups");
            page.locator("main input[name=name]").last().fill("Pupils");
            page.locator("form.sheet button").last().click();
            page.locator("details.group summary").first().click();
            page.locator("details.group [name=layout]")
                    .selectOption(new SelectOption().setLabel("Sailing school (card and transfer)"));
            assertThat(page.locator("details.group .layout-picture").first()).isVisible();
            page.locator("details.group button.act").first().click();
            assertThat(page.locator("details.group summary").first()).containsText("Sailing school");
            person.look();
        }
    }

    @Test
    void an_e_invoice_that_somebody_changed_is_laid_beside_ours(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/invoices/LW-2026-0001");
            person.press("E-invoice");
            person.look();
            String file = page.getByText("CII D16B").getAttribute("href");
            APIResponse cii = page.request().get(installation.address + file);
            String changed = cii.text().replace(">832.74<", ">823.74<");
            page.getByText("Compare a file with it").click();
            compare(page, "theirs.xml", changed.getBytes(StandardCharsets.UTF_8));
            assertThat(page.locator("#differs")).containsText("2 of its terms differ from ours.");
            assertThat(page.locator("tr.differs").first()).containsText("823.74");
            person.look();
            APIResponse hybrid = page.request().get(installation.address + file.replace("as=cii", "as=hybrid"));
            assertThat(hybrid.headers().get("content-type")).isEqualTo("application/pdf");
            compare(page, "theirs.pdf", hybrid.body());
            assertThat(page.locator("#same")).containsText("It says what ours says, in every term.");
        }
    }

    /** Five steps over six weeks; what is paid, promised or disputed is not told of, and goes on after it. */
    @Test
    void a_rhythm_of_five_steps_meets_a_payment_a_promise_and_a_dispute(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/setup/rhythms");
            page.locator("#rhythm-name").fill("Standard");
            person.press("Add it");
            assertThat(page.locator("#days0")).hasValue("-7");
            page.locator("#body4-en").fill("Last call: ");
            page.locator("[data-place='open amount']").click();
            assertThat(page.locator("#body4-en")).hasValue("Last call: {open amount}");
            person.look();
            person.press("Save this rhythm");
            person.goTo("/setup/rhythms");
            person.press("Use Standard for everybody");
            assertThat(page.locator("#rhythms")).containsText("for everybody");
            String paid = Harbour.oneOff(person, "Ada Quay", "ada@lakeside.example", "Crane lift", "100");
            String promised = Harbour.oneOff(person, "Bo Reed", "bo@lakeside.example", "Crane lift", "200");
            String disputed = Harbour.oneOff(person, "Cy Jetty", "cy@lakeside.example", "Crane lift", "300");
            person.goTo("/reminders?day=2026-06-08");
            assertThat(page.locator("#planned tbody tr")).hasCount(4);
            page.locator("#planned tbody tr", new Page.LocatorOptions().setHasText("Ada Quay"))
                    .getByText("Text")
                    .click();
            assertThat(page.locator("#letter")).containsText("Falls due: " + paid);
            person.look();
            person.goTo("/invoices/" + promised);
            person.press("They promised to pay");
            page.locator("#promise-day").fill("25 Jun 2026");
            page.locator("#promise button.act").click();
            person.sees("is promised by");
            person.goTo("/invoices/" + disputed);
            person.press("It is disputed");
            page.locator("#dispute-cause").fill("The lift was late");
            page.locator("#dispute button.act").click();
            person.sees("is disputed since");
            person.press("Move forward");
            person.press("a week");
            assertThat(page.locator(".corner")).containsText("8 Jun 2026");
            Harbour.paidByCard(person.newPage(390, 844), Harbour.mailedLink(installation, person, paid));
            person.goTo("/reminders?day=2026-06-15");
            assertThat(page.locator("#stopped")).containsText("it is promised until 25 Jun 2026");
            assertThat(page.locator("#stopped")).containsText("it is disputed");
            assertThat(page.locator("main")).not().containsText("Ada Quay");
            person.look();
            person.moveUntil("Mon 29 Jun 2026");
            person.goTo("/invoices/" + promised);
            assertThat(page.locator("#reminders")).containsText("step 4, firm");
            assertThat(page.locator("#reminders")).not().containsText("step 3");
            person.goTo("/invoices/" + disputed);
            page.getByText("End the dispute").first().click();
            page.locator("#dispute-outcome").fill("They accept it");
            page.locator("#end-dispute button.act").click();
            person.sees("ended 29 Jun 2026: They accept it");
            person.goTo("/reminders?day=2026-07-10");
            assertThat(page.locator("#planned")).containsText("Cy Jetty");
            assertThat(page.locator("#planned")).containsText("step 5");
            person.look();
            installation.booksAgree(person);
        }
    }

    @Test
    void a_bounce_becomes_a_decision_is_mended_and_sent_again(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            page.navigate(installation.standinsAddress + "/mailbox");
            page.locator("#gone").fill("wrong@lakeside.example");
            page.getByText("Report what comes for it").click();
            String number = Harbour.oneOff(person, "Dee Mole", "wrong@lakeside.example", "Crane lift", "100");
            Installation.await("the report", () -> {
                person.goTo("/day");
                return page.getByText(number + " did not arrive at wrong@lakeside.example")
                                .count()
                        > 0;
            });
            person.look();
            page.getByText("Mend the address").first().click();
            assertThat(page.locator("#recipients")).containsText("bounced");
            assertThat(page.locator("#recipients")).containsText("no such mailbox");
            person.look();
            page.locator("[name=address]").fill("right@lakeside.example");
            person.press("Send it there");
            assertThat(page.locator("#recipients")).containsText("right@lakeside.example");
            Installation.await("it arrives", () -> {
                page.navigate(installation.standinsAddress + "/mailbox?q=right@lakeside.example");
                return page.locator("td a").count() == 1;
            });
            person.goTo("/day");
            assertThat(page.locator("main")).not().containsText("did not arrive at wrong@lakeside.example");
        }
    }

    @Test
    void four_open_invoices_go_in_one_message_and_are_paid_by_its_link(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            Harbour.oneOff(person, "Eve Slip", "eve@lakeside.example", "Crane lift", "10");
            for (int i = 2; i <= 4; i++) Harbour.oneOff(person, "Eve Slip", null, "Crane lift", i + "0");
            page.locator("h1 a").click();
            page.getByText("Send open invoices").click();
            assertThat(page.locator("#which tbody tr")).hasCount(4);
            assertThat(page.locator("#body")).hasValue(Pattern.compile("Together: €\\s?123\\.00"));
            page.locator("#also").fill("not an address");
            person.press("Send");
            assertThat(page.locator(".dock .problem, .said-beside").first()).containsText("is not an e-mail address");
            page.locator("#also").fill("eve.office@lakeside.example");
            page.locator("[name=linked]").check();
            person.look();
            person.press("Send");
            assertThat(page.locator("h1")).containsText("Eve Slip");
            Installation.await("the message at both addresses", () -> {
                page.navigate(installation.standinsAddress + "/mailbox?q=4+open+invoices");
                return page.locator("td a").count() == 2;
            });
            page.locator("td a").first().click();
            page.locator("a.link").first().click();
            page.locator("button.pay").first().click();
            Harbour.card(page, "4111 1111 1111 1111");
            assertThat(page.locator("h1")).hasText("Paid. Thank you.");
            installation.booksAgree(person);
        }
    }

    private static void compare(Page page, String name, byte[] content) {
        page.setInputFiles("input[type=file]", new FilePayload(name, "application/octet-stream", content));
        page.locator("form.sheet button").click();
    }
}
