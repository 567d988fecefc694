package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Customers out and in as files, two who are the same, and what something costs whom and when. */
@ExtendWith(OneInstallation.class)
class CustomersAndCatalogueTest {
    private static void upload(Person person, String name, byte[] content) {
        person.goTo("/customers/import");
        person.page.locator("#file").setInputFiles(new FilePayload(name, "text/csv", content));
        person.press("Rehearse");
    }

    @Test
    void of_500_customers_that_are_changed_outside_only_the_changed_ones_change(Installation installation)
            throws IOException {
        installation.begin(BILLED);
        var file = new StringBuilder("code,name,email,address,country,currency,contacts\n");
        for (int i = 1; i <= 500; i++)
            file.append(
                    "RT-%1$03d,Zephyr %1$d,z%1$d@lakeside.example,Quay %1$d|Reedharbour,IE,EUR,Mate %1$d <m%1$d@lakeside.example> reminders\n"
                            .formatted(i));
        try (var person = new Person(installation)) {
            person.signIn();
            upload(person, "all.csv", file.toString().getBytes(StandardCharsets.UTF_8));
            assertThat(person.page.locator("#good")).hasText("500 customers");
            person.press("Import 500 customers");
            person.sees("The good lines are imported.");
            person.goTo("/customers?q=zephyr");
            Download download = person.page.waitForDownload(() -> person.page
                    .getByText("Export", new Page.GetByTextOptions().setExact(true))
                    .click());
            String out = Files.readString(download.path());
            upload(
                    person,
                    "changed.csv",
                    out.replace("z7@lakeside.example", "seven@lakeside.example")
                            .replace("Mate 9 <", "Skipper <")
                            .getBytes(StandardCharsets.UTF_8));
            assertThat(person.page.locator("#changed")).hasText("2 customers");
            assertThat(person.page.locator("#unchanged")).hasText("498 customers");
            person.sees("z7@lakeside.example → seven@lakeside.example");
            person.look();
            person.press("Import 2 customers");
            person.sees("The good lines are imported.");
            person.goTo("/audit?q=RT-00");
            person.sees("seven@lakeside.example");
            person.sees("Skipper");
        }
    }

    @Test
    void a_file_of_another_making_is_read_as_its_columns_are_named_and_two_who_are_the_same_are_merged(
            Installation installation) {
        installation.begin(BILLED);
        String file = """
                Kunden-Nr.;Firma;Straße;PLZ;Ort;Land;E-Mail
                K-1;Segelverein Köhler;Seeweg 4;88131;Lindau;DE;kasse@see.example
                K-2;Segelverein Köhler;Seeweg 4;88131;Lindau;DE;
                """;
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            upload(person, "theirs.csv", file.getBytes(Charset.forName("windows-1252")));
            assertThat(page.locator("h1")).containsText("What the columns are");
            assertThat(page.locator("#f-encoding")).hasValue("windows-1252");
            page.locator("#f-separator").selectOption("comma");
            assertThat(page.locator("#columns tbody tr")).hasCount(1);
            person.settled();
            page.locator("#f-separator").selectOption("semicolon");
            assertThat(page.locator("#columns tbody tr")).hasCount(7);
            person.look();
            person.press("Rehearse");
            person.press("Import 2 customers");
            person.sees("The good lines are imported.");

            person.goTo("/customers?q=K-2");
            page.locator("#customers a[data-open]").click();
            page.getByText("Merge", new Page.GetByTextOptions().setExact(true)).click();
            assertThat(page.locator("#others")).isVisible();
            person.settled();
            person.look();
            page.locator("#others a[data-open]").click();
            person.sees("It cannot be undone");
            person.look();
            person.press("Merge into Segelverein Köhler");
            assertThat(page.locator("h1")).containsText("K-1");
            person.goTo("/customers?q=segelverein");
            assertThat(page.locator("#customers tbody tr")).hasCount(1);
        }
    }

    @Test
    void a_price_by_customer_group_and_date_says_which_won_and_why(Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            person.goTo("/customers/groups");
            person.fill("form.sheet", Map.of("name", "Clubs"));
            person.press("Add a group");
            page.locator("details.group summary").click();
            page.locator("#delivery-0").selectOption("link");
            page.locator("#billed-0 button").click();
            assertThat(page.locator("details.group summary")).containsText("e-mail with link");
            person.look();
            person.goTo("/customers");
            page.locator("#customers a[data-open]").first().click();
            String who = page.locator("h1 span").first().textContent();
            page.locator("#change summary").click();
            page.locator("#f-group").selectOption("Clubs");
            person.press("Save the group");
            page.locator("#billed summary").click();
            assertThat(page.locator("#billed")).containsText("as for Clubs");
            person.look();

            person.goTo("/catalogue");
            page.locator("#items a[data-open]").first().click();
            price(person, Map.of("price", "600.00", "group", "Clubs", "validFrom", "1 May 2026"));
            price(person, Map.of("price", "590.00", "who", who, "validFrom", "1 Jul 2026"));
            page.locator("#f-ask-who").fill(who);
            page.locator("#f-day").fill("2 Jun 2026");
            person.press("Say");
            assertThat(page.locator("#answer")).containsText("For the group Clubs: 600.00 from 1 May 2026");
            page.locator("#f-day").fill("2 Jul 2026");
            person.press("Say");
            assertThat(page.locator("#answer b").first()).containsText("590.00");
            assertThat(page.locator("#answer")).containsText("does not hold: for this customer goes before");
            person.look();

            person.goTo("/customers");
            page.locator("#customers a[data-open]").first().click();
            page.getByText("New invoice").click();
            page.locator("#text0").fill("Summer berth, 12 m");
            assertThat(page.locator("#price0")).hasValue("600.00");
            page.locator("#date").fill("2 Jul 2026");
            page.locator("#date").press("Tab");
            assertThat(page.locator("#price0")).hasValue("590.00");
            page.locator("#text1").fill("Hull wash");
            page.locator("#price1").fill("45");
            page.locator("[aria-label='Put line 2 into the catalogue']").click();
            assertThat(page.locator(".good[role=status]")).containsText("Hull wash is in the catalogue");
            assertThat(page).hasURL(Pattern.compile(".*/invoices/new.*"));
        }
    }

    private static void price(Person person, Map<String, String> fields) {
        person.fill("#prices form:has(#f-tariff)", fields);
        person.press("Add the price");
        assertThat(person.page.locator("#prices tbody")).containsText(fields.get("price"));
    }
}
