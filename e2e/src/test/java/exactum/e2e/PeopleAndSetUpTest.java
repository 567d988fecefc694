package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A business begun by a newcomer, a colleague who helps and is stopped, a look that changes from now on. */
@ExtendWith(OneInstallation.class)
class PeopleAndSetUpTest {

    @Test
    void a_new_business_issues_its_first_invoice_by_keyboard_in_under_five_minutes(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            page.navigate(installation.address + "/businesses");
            var keyboard = new Typist(page);
            keyboard.to("[name=legalName]").type("Reed Bay Sailing GmbH");
            keyboard.to("[name=country]").type("Ger");
            keyboard.to("[name=address]").type("Schilfweg 3\n24837 Reedhaven");
            keyboard.to("[name=mailFrom]").type("office@reedbay.example");
            keyboard.to("[name=taxNumber]").type("DE123456788");
            keyboard.to("button.main").press("Enter");
            assertThat(page).hasURL(Pattern.compile(".*/reed-bay-sailing-gmbh/setup"));
            person.sees("standard 19");
            person.sees("statements and tying out");
            page.locator("h1").waitFor();
            keyboard.press("n");
            keyboard.to("#new-menu a[href$='/invoices/new']").press("Enter");
            assertThat(page.locator("#paper-form")).isVisible();
            keyboard.to("[name=who]").type("Ada Lind");
            page.locator("#newEmail").waitFor();
            keyboard.to("#newEmail").type("ada@lakeside.example");
            keyboard.to("#new-customer button").press("Enter");
            assertThat(page.locator(".chooser [name=customer]")).hasCount(1);
            keyboard.to("#text0").type("Sailing course");
            keyboard.to("#price0").type("240");
            keyboard.press("Tab");
            assertThat(page.locator("#gross")).containsText("285.60");
            keyboard.to("button[name=send]").press("Enter");
            assertThat(page).hasURL(Pattern.compile(".*/invoices/INV-2026-0001"));
            keyboard.isWithin(300);
            person.look();
        }
    }

    @Test
    void a_colleague_who_was_invited_is_stopped_at_what_the_role_forbids_by_page_and_by_direct_request(
            Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            person.expects("403");
            Page mara = Colleague.joins(person, "Mara Quill", "mara", "billing");
            person.look();

            mara.navigate(installation.at("/setup/terms"));
            assertThat(mara.locator("main form")).hasCount(0);
            mara.navigate(installation.at("/payments/new"));
            assertThat(mara.locator("main"))
                    .containsText(
                            "You are here as billing. To record payments and use credit on account one has to be");
            person.look(mara);
            mara.navigate(installation.at("/invoices/new"));
            assertThat(mara.locator("#paper-form")).isVisible();
            Object answer = mara.evaluate("""
                    async path => (await fetch(path, { method: 'POST', headers: { 'content-type': 'application/x-www-form-urlencoded' },
                        body: new URLSearchParams({ _csrf: document.querySelector('[name=_csrf]').value, name: 'x', months: '0', days: '9', printed: 'x' }) })).status
                    """, installation.at("/setup/terms"));
            Assertions.assertThat(answer).isEqualTo(403);

            person.goTo("/people");
            person.page
                    .locator("#members tr:has-text('Mara Quill') [value=collections]")
                    .check();
            answered(person.page, "/people", () -> person.press("Save the roles of Mara Quill"));
            mara.navigate(installation.at("/payments/new"));
            assertThat(mara.locator("h1")).not().hasText("You may not do this");
            person.goTo("/audit?q=roles");
            person.sees("billing and collections");
        }
    }

    @Test
    void a_decision_is_handed_over_snoozed_and_brought_back_where_it_stands(Installation installation) {
        installation.begin(BILLED);
        installation.transfer("EUR", "Unknown sender", "42.17", "as agreed");
        try (var person = new Person(installation)) {
            person.signIn();
            person.goTo("/day");
            person.moveForwardTo("Tue 2 Jun 2026");
            Page page = person.page;
            page.locator("#decisions tr[data-row]", new Page.LocatorOptions().setHasText("Unknown sender"))
                    .hover();
            page.locator("#decisions tr[data-row]:has-text('Unknown sender') .later")
                    .click();
            assertThat(page.locator("tr.beside")).isVisible();
            person.look();
            page.locator("#f-cause").press("Enter");
            assertThat(page.locator("tr.beside .problem:not(:empty)"))
                    .containsText("Why it needs no decision is missing");
            page.locator("#f-snooze-note").fill("asked the bank");
            person.press("Snooze");
            assertThat(page.locator("#decisions-sheet")).not().containsText("Unknown sender");
            page.locator("a[href$='/day/aside']").click();
            person.sees("asked the bank");
            person.look();
            person.press("Bring it back");
            person.sees("Nothing is put aside");
            person.goTo("/day");
            person.sees("Unknown sender");
        }
    }

    @Test
    void a_look_that_changes_is_that_of_the_next_documents_and_not_of_the_old_ones(Installation installation)
            throws IOException {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/setup/brand");
            page.locator("#f-brandColour").fill("#7a1f3d");
            assertThat(page.locator("#sample rect").nth(1)).hasAttribute("fill", "#7a1f3d");
            answered(page, "/setup/brand", () -> person.press("Save"));
            person.settled();
            page.locator("[name=file]")
                    .setInputFiles(new FilePayload("logo.svg", "image/svg+xml", "<svg/>".getBytes()));
            person.press("Use this picture");
            assertThat(page.locator("form[action$='/logo'] .problem")).containsText("can hold programs");
            page.locator("[name=file]").setInputFiles(new FilePayload("logo.png", "image/png", logo()));
            person.press("Use this picture");
            assertThat(page.locator("img.logo")).isVisible();
            person.look();
            String number = Harbour.oneOff(person, "T. Breslin", "t.breslin@lakeside.example", "Crane lift", "96.00");
            Assertions.assertThat(colour(installation, number)).isEqualTo("#7a1f3d");
            Assertions.assertThat(colour(installation, "LW-2026-0001")).isEqualTo("#17405c");
            Page phone = person.newPage(390, 844);
            phone.navigate(Harbour.mailedLink(installation, person, number));
            assertThat(phone.locator("header img")).isVisible();
            person.look(phone);
        }
    }

    /** Waits until the page that the press leads to has come. */
    private static void answered(Page page, String path, Runnable press) {
        page.waitForResponse(r -> r.request().method().equals("GET") && r.url().endsWith(path), press);
    }

    private static String colour(Installation installation, String number) {
        return installation.text("select seller->>'colour' from document where number = '" + number + "'");
    }

    private static byte[] logo() throws IOException {
        var image = new BufferedImage(240, 80, BufferedImage.TYPE_INT_RGB);
        var pen = image.createGraphics();
        pen.setColor(new Color(0x7a1f3d));
        pen.fillRect(0, 0, 240, 80);
        pen.dispose();
        var out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }
}
