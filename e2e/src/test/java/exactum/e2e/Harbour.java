package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Pattern;

/** The steps by which a person makes two harbours ready, agrees with a customer and bills, each through the real pages. */
final class Harbour {
    static final String PASSWORD = "harbour-lights";

    private Harbour() {}

    /** The first user, and two businesses with all that billing needs. */
    static void setUp(Installation installation, Person person) {
        signUp(installation, person);
        business(person, "Larkwater Moorings", "moorings", "EUR");
        ready(installation, person, "moorings", "EUR", "LW-", "18,240.55");
        person.page.navigate(installation.address + "/businesses");
        person.look();
        business(person, "Larkwater North Shore", "north-shore", "GBP");
        ready(installation, person, "north-shore", "GBP", "NS-", "9,615.20");
    }

    /** A customer agrees to a berth and is billed. */
    static void bill(Installation installation, Person person) {
        person.signIn();
        agree(person);
        run(person);
        mailedLink(installation, person, "LW-2026-0001");
    }

    private static void signUp(Installation installation, Person person) {
        person.page.navigate(installation.firstUserAddress());
        person.look();
        person.fill("form", Map.of("name", "Nora Byrne", "login", "nora", "password", PASSWORD));
        person.press("Add the first user");
        person.fill("form", Map.of("username", "nora", "password", PASSWORD));
        person.press("Sign in");
        person.sees("The first business");
        person.look();
    }

    private static void business(Person person, String name, String code, String currency) {
        var fields = new HashMap<>(Map.of(
                "legalName",
                name + " Ltd",
                "senderName",
                name,
                "code",
                code,
                "statementName",
                name.toUpperCase(java.util.Locale.ROOT),
                "mailFrom",
                "office@larkwater.example",
                "address",
                "Harbour Office\nReedharbour",
                "taxNumber",
                "IE9700053D",
                "currency",
                currency));
        person.page.locator("form.sheet summary").click();
        person.fill("form.sheet", fields);
        person.press("Add the business");
        person.sees("Next: a bank account.");
        person.look();
    }

    private static void ready(
            Installation installation, Person person, String code, String currency, String prefix, String opening) {
        Page page = person.page;
        page.navigate(installation.standinsAddress + "/processor");
        String key = page.locator("#key-" + currency).textContent();
        String secret = page.locator("#secret-" + currency).textContent();
        page.navigate(installation.standinsAddress + "/bank");
        String iban = page.locator("#account-" + currency + " code").first().textContent();
        String setUp = installation.address + "/" + code + "/setup";

        page.navigate(setUp + "/accounts");
        assertThat(page.locator("#accounts [name=name][value='Card clearing']")).hasCount(1);
        page.navigate(setUp + "/tax");
        assertThat(page.locator("#rates tbody")).containsText("VAT Consolidation Act 2010");
        page.getByText("Next: Terms").click();
        assertThat(page.locator("#terms tbody")).containsText("14 days");
        page.navigate(installation.address + "/" + code + "/catalogue");
        person.fill(
                "main",
                Map.of("name", "Summer berth, 12 m", "code", "BERTH-12", "price", "640.00", "taxCode", "standard"));
        person.press("Add an item");
        assertThat(page.locator("#items tbody")).containsText("640.00");
        page.navigate(setUp + "/numbers");
        page.locator("#series [name=prefix]").first().fill(prefix);
        person.press("Save how invoices are numbered");
        assertThat(page.locator("#series tbody")).containsText(prefix + "2026-0001");
        page.navigate(setUp + "/bank");
        person.fill(
                "#new-bank",
                Map.of(
                        "name",
                        "Current account",
                        "iban",
                        "IE00 1234",
                        "opening",
                        opening,
                        "openedOn",
                        "31 May 2026",
                        "feedUrl",
                        installation.standinsAddress + "/bank/api/statements"));
        page.locator("#new-bank button").click();
        assertThat(page.locator("#new-bank .problem")).containsText("is not an account number");
        assertThat(page.locator("#new-bank [name=opening]")).hasValue(opening);
        person.fill("#new-bank", Map.of("iban", iban));
        page.locator("#new-bank button").click();
        assertThat(page.locator("#bank-accounts tbody")).containsText(opening);
        page.navigate(setUp + "/cards");
        person.fill(
                "#new-processor",
                Map.of(
                        "name",
                        "Test cards",
                        "address",
                        installation.standinsAddress + "/processor",
                        "key",
                        key,
                        "signingSecret",
                        secret));
        page.locator("#new-processor button").click();
        person.press("Try it");
        assertThat(page.locator("#processors .good")).containsText("answers");
        person.look();
        String hook = page.locator("#processors .hook").textContent();
        page.navigate(installation.standinsAddress + "/processor");
        page.locator("#address-" + currency).fill(installation.address + hook);
        page.locator("form[action='/processor/notices-to']:has(#address-" + currency + ") button")
                .click();
    }

    private static void agree(Person person) {
        Page page = person.page;
        person.goTo("/recurring/new");
        page.waitForResponse(
                r -> r.url().endsWith("/typed"),
                () -> page.locator("[name=name]").fill("Summer berth"));
        newCustomer(person, "Écluse", "j.ecluse@lakeside.example");
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
                        "Every month, on the 1st, from 1 Jun 2026 until it is ended, made on its date, in advance, for the month it falls in; issued automatically");
        assertThat(page.locator("#period")).hasText("June 2026");
        assertThat(page.locator("#ruler svg circle")).hasCount(12);
        page.locator("#sums .working").first().click();
        assertThat(page.locator("#w-tax-0")).containsText("BR-CO-17");
        page.keyboard().press("Escape");
        person.look();
        person.press("Save");
        assertThat(page).hasURL(Pattern.compile(".*/moorings/recurring/[0-9a-f-]{36}"));
        page.locator("#find").fill("ecluse");
        assertThat(page.locator("#found")).containsText("Écluse");
    }

    private static void run(Person person) {
        person.page
                .locator(".station", new Page.LocatorOptions().setHasText("Bill"))
                .click();
        person.page.getByText("Billing runs").first().click();
        person.press("Rehearse");
        person.sees("PDF and link to j.ecluse@lakeside.example");
        person.sees("832.74");
        person.look();
        person.press("Issue 1 invoice");
        person.runIsDone();
    }

    /** The payment link in the message about an invoice, once it is in the mailbox. */
    static String mailedLink(Installation installation, Person person, String number) {
        Page page = person.page;
        Installation.await("the message about " + number, () -> {
            page.navigate(installation.standinsAddress + "/mailbox?q=" + number);
            return page.locator("td a").count() > 0;
        });
        page.locator("td a").last().click();
        assertThat(page.locator("body")).containsText(number + ".pdf");
        return page.locator("a.link").first().getAttribute("href");
    }

    /** A customer made on the paper. */
    static void newCustomer(Person person, String name, String email) {
        Page page = person.page;
        page.locator("[name=who]").fill(name);
        page.locator("#newEmail").fill(email);
        person.press("Add this customer");
        assertThat(page.locator(".chooser")).containsText(email);
    }

    /** A one-off invoice typed on the paper, issued and sent; answers its number. */
    static String oneOff(Person person, String customer, String email, String text, String price) {
        Page page = person.page;
        person.goTo("/invoices/new?over=true");
        if (email != null) {
            newCustomer(person, customer, email);
        } else {
            page.locator("[name=who]").fill(customer);
            page.locator(".choice").first().click();
        }
        assertThat(page.locator(".chooser [name=customer]")).hasCount(1);
        page.locator("#text0").fill(text);
        page.locator("#price0").fill(price);
        page.locator("#price0").press("Tab");
        assertThat(page.locator("#rehearsal")).containsText("Receivables");
        person.look();
        person.press("Issue and send");
        assertThat(page).hasURL(Pattern.compile(".*/invoices/LW-2026-\\d{4}"));
        return page.url().substring(page.url().lastIndexOf('/') + 1);
    }

    /** A payer follows their link and pays all of it with a good card. */
    static void paidByCard(Page phone, String link) {
        phone.navigate(link);
        phone.locator(".pay").click();
        card(phone, "4111 1111 1111 1111");
        assertThat(phone.locator("h1")).hasText("Paid. Thank you.");
    }

    /** Pays on the card page that stands open. */
    static void card(Page page, String number) {
        page.locator("#number").fill(number);
        page.locator("#card button").click();
    }
}
