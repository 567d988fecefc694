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

    private static void compare(Page page, String name, byte[] content) {
        page.setInputFiles("input[type=file]", new FilePayload(name, "application/octet-stream", content));
        page.locator("form.sheet button").click();
    }
}
