package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.Map;

/** The steps by which a person makes a harbour ready, agrees with a customer and bills, each through the real pages. */
final class Harbour {
    private Harbour() {}

    /** All of the steps; answers the payment link that the customer was sent. */
    static String billed(Installation installation, Person person) {
        signUp(installation, person);
        setUp(installation, person);
        agree(installation, person);
        bill(person);
        return mailedLink(installation, person);
    }

    private static void signUp(Installation installation, Person person) {
        person.page.navigate(installation.firstUserAddress());
        person.look();
        person.fill("form", Map.of("name", "Nora Byrne", "login", "nora", "password", "harbour-lights"));
        person.press("Make the first user");
        person.fill("form", Map.of("username", "nora", "password", "harbour-lights"));
        person.press("Sign in");
        person.sees("Set-up is not complete");
        person.look();
    }

    private static void setUp(Installation installation, Person person) {
        Page page = person.page;
        page.navigate(installation.standinsAddress + "/processor");
        String key = page.locator("#key").textContent();
        String secret = page.locator("#secret").textContent();
        page.navigate(installation.standinsAddress + "/bank");
        String iban = page.locator("code").first().textContent();
        page.navigate(installation.address + "/setup");

        person.fill(
                "#identity",
                Map.of(
                        "legalName",
                        "Larkwater Moorings Ltd",
                        "senderName",
                        "Larkwater Moorings",
                        "statementName",
                        "LARKWATER",
                        "mailFrom",
                        "office@larkwater.example",
                        "address",
                        "Harbour Office\nReedharbour",
                        "taxNumber",
                        "IE9700053D"));
        page.locator("#identity button").click();
        assertThat(page.locator("#accounts")).containsText("Card clearing");
        addTaxRate(person, "standard", "23", "1 Mar 2021");
        addTaxRate(person, "reduced", "13.5", "1 Jan 2003");
        person.fill("#terms", Map.of("name", "14 days", "days", "14", "printed", "Payable within 14 days."));
        page.locator("#terms button").click();
        assertThat(page.locator("#terms tbody")).containsText("14 days");
        person.fill(
                "#catalogue",
                Map.of("name", "Summer berth, 12 m", "code", "BERTH-12", "price", "640.00", "taxCode", "standard"));
        page.locator("#catalogue button").click();
        assertThat(page.locator("#catalogue tbody")).containsText("640.00");
        person.fill("#series", Map.of("prefix", "LW-"));
        page.locator("#series button").click();
        assertThat(page.locator("#series")).containsText("LW-2026-0001");
        person.fill(
                "#bank",
                Map.of(
                        "name",
                        "Current account",
                        "iban",
                        "IE00 1234",
                        "opening",
                        "18,240.55",
                        "openedOn",
                        "31 May 2026",
                        "feedUrl",
                        installation.standinsAddress + "/bank/api/statements"));
        page.locator("#bank button").click();
        assertThat(page.locator("#bank .problem")).containsText("is not an account number");
        assertThat(page.locator("#bank [name=opening]")).hasValue("18,240.55");
        person.fill("#bank", Map.of("iban", iban));
        page.locator("#bank button").click();
        assertThat(page.locator("#bank tbody")).containsText("18,240.55");
        person.fill(
                "#new-processor",
                Map.of(
                        "name",
                        "Practice cards",
                        "address",
                        installation.standinsAddress + "/processor",
                        "key",
                        key,
                        "signingSecret",
                        secret));
        page.locator("#new-processor button").click();
        person.press("Try it");
        assertThat(page.locator("#processor .good")).containsText("answers");
        person.look();
        String hook = page.locator("#processor .hook").textContent();
        page.navigate(installation.standinsAddress + "/processor");
        page.locator("#address").fill(installation.address + hook);
        page.locator("form[action='/processor/notices-to'] button").click();
        page.locator("#fee").fill("12.40");
        page.locator("form[action='/processor/odd-fee'] button").click();
    }

    private static void addTaxRate(Person person, String code, String percent, String from) {
        person.fill(
                "#tax form",
                Map.of(
                        "code",
                        code,
                        "percent",
                        percent,
                        "validFrom",
                        from,
                        "source",
                        "VAT Consolidation Act 2010, s. 46"));
        person.page.locator("#tax form button").click();
        assertThat(person.page.locator("#tax tbody")).containsText(code);
    }

    private static void agree(Installation installation, Person person) {
        Page page = person.page;
        page.navigate(installation.address + "/recurring/new");
        page.locator("[name=name]").fill("Summer berth");
        page.locator("[name=who]").fill("Écluse");
        page.locator("#newEmail").fill("j.ecluse@lakeside.example");
        person.press("Make this customer");
        assertThat(page.locator(".chooser")).containsText("j.ecluse@lakeside.example");
        page.locator("#text0").fill("Summer berth, 12 m");
        page.locator("#text0").press("Tab");
        assertThat(page.locator("#price0")).hasValue("640.00");
        page.locator("#text1").fill("Shore power");
        page.locator("#qty1").fill("118");
        page.locator("#price1").fill("0.34");
        page.locator("#tax1").selectOption("reduced");
        assertThat(page.locator("#gross")).containsText("832.74");
        assertThat(page.locator("#sentence"))
                .containsText(
                        "Every month, on the 1st, from 1 Jun 2026 until it is ended, made on its date, in advance, for the month it falls in.");
        assertThat(page.locator("#period")).hasText("June 2026");
        assertThat(page.locator("#ruler svg circle")).hasCount(12);
        page.locator("#sums .working").first().click();
        assertThat(page.locator("#w-tax-0")).containsText("BR-CO-17");
        page.keyboard().press("Escape");
        person.look();
        person.press("Keep");
        assertThat(page).hasURL(java.util.regex.Pattern.compile(".*/recurring/[0-9a-f-]{36}"));
        page.locator("#find").fill("ecluse");
        assertThat(page.locator("#found")).containsText("Écluse");
    }

    private static void bill(Person person) {
        person.page
                .locator(".station", new Page.LocatorOptions().setHasText("Bill"))
                .click();
        person.page.getByText("Billing runs").first().click();
        person.press("Rehearse");
        person.sees("PDF and link to j.ecluse@lakeside.example");
        person.sees("832.74");
        person.look();
        person.press("Commit");
        assertThat(person.page.locator("#progress")).containsText("Done");
    }

    private static String mailedLink(Installation installation, Person person) {
        Page page = person.page;
        Installation.await("the message", () -> {
            page.navigate(installation.standinsAddress + "/mailbox?q=j.ecluse");
            return page.locator("td a").count() > 0;
        });
        page.locator("td a").first().click();
        assertThat(page.locator("body")).containsText("LW-2026-0001.pdf");
        return page.locator("a.link").first().getAttribute("href");
    }
}
