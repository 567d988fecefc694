package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.BILLED;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.regex.Pattern;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Cards that are authorised first, charged by themselves later, tried again, and refused for good. */
@ExtendWith(OneInstallation.class)
class CardStoriesTest {
    private static final String GOOD = "4111 1111 1111 1111";
    private static final String SHORT_ONCE = "6011 1111 1111 1117";
    private static final String STOLEN_LATER = "3530 1113 3330 0000";

    /** 760.40 authorised as the quote is accepted, 758.15 invoiced and taken, 2.25 let go. */
    @ParameterizedTest
    @CsvSource({"1280, 800", "390, 844"})
    void a_card_is_authorised_for_a_quote_and_its_invoice_takes_less(int width, int height, Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            Paper paper = Paper.of(person, "quotes", "Écluse")
                    .line(0, "Winter storage", "1", "760.40")
                    .choose("#mode", "tax included")
                    .choose("#asks", "AUTHORISED");
            String number = paper.issue();
            Page phone = person.newPage(width, height);
            phone.navigate(Harbour.mailedLink(installation, person, number));
            phone.locator("#name").fill("Jeanne Écluse");
            phone.locator("#typed").check();
            phone.locator("#accept .pay").click();
            assertThat(phone.locator("body")).containsText("A card is authorised for €\u00a0760.40 now");
            person.look(phone);
            phone.locator("#authorise .pay").click();
            Harbour.card(phone, GOOD);
            assertThat(phone.locator("#promised")).containsText("authorised for €\u00a0760.40 until 8 Jun 2026");
            person.look(phone);
            assertThat(installation.count("select count(*) from collection")).isZero();

            person.goTo("/invoices/" + number);
            person.press("Look at its draft first");
            Paper.here(person).type("#price0", "758.15");
            String invoice = Paper.here(person).issue();
            Installation.await(
                    "the capture",
                    () -> installation.count("select count(*) from card_authorisation where state = 'ended'") == 1);
            person.goTo("/invoices/" + invoice);
            assertThat(person.page.locator("main")).containsText("758.15");
            assertThat(installation.count(
                            "select left_minor from claim c join document d on d.id = c.document_id where d.number = '"
                                    + invoice + "'"))
                    .isZero();
            String id = installation.text("select id::text from card_authorisation");
            person.goTo("/authorisations/" + id);
            assertThat(person.page.locator("#captured")).hasText("758.15");
            assertThat(person.page.locator("#released")).hasText("2.25");
            person.look();
            installation.booksAgree(person);
        }
    }

    private static void keep(Page phone, String link, String card) {
        phone.navigate(link);
        phone.locator("#keeping summary").click();
        phone.locator("[name=keep]").check();
        phone.locator("#figure button.pay").click();
        Harbour.card(phone, card);
        assertThat(phone.locator("h1")).containsText("Thank you.");
    }

    /** What is billed from now on is charged to cards on file as it is issued. */
    private static void chargesByItself(Installation installation, Person person) {
        installation.execute(
                "insert into billed_how (business_id, pays_by) values (1, 'collected') on conflict (business_id, customer_id, group_id) do update set pays_by = 'collected'");
        person.goTo("/card-runs");
        person.page.locator("#f-timer").selectOption("charges");
        person.page.locator("#f-moment").selectOption("issue");
        person.page.locator("#how button").click();
        assertThat(person.page.locator("#f-timer")).hasValue("charges");
        person.look();
    }

    @ParameterizedTest
    @CsvSource({"1280, 800", "390, 844"})
    void a_card_that_was_saved_is_charged_the_next_month_refused_for_now_tried_again_and_paid(
            int width, int height, Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            var days = new DebitSteps(installation, person);
            keep(person.newPage(width, height), Harbour.mailedLink(installation, person, "LW-2026-0001"), SHORT_ONCE);
            chargesByItself(installation, person);
            days.forwardTo("Wed 1 Jul 2026");
            person.goTo("/card-runs");
            person.page.getByText("Run 1").click();
            assertThat(person.page.locator("#plan")).containsText("rejected: too little money on the account");
            person.look();
            person.goTo("/invoices/LW-2026-0002");
            assertThat(person.page.locator("#card-charge")).containsText("on 4 Jul 2026, after 1 try that was refused");
            days.forwardTo("Sat 4 Jul 2026");
            person.goTo("/invoices/LW-2026-0002");
            assertThat(person.page.locator("main")).containsText("Card payment collected");
            assertThat(installation.count("select count(*) from claim where left_minor > 0"))
                    .isZero();
            assertThat(installation.count("select count(*) from receipt")).isEqualTo(2);
            installation.booksAgree(person);
        }
    }

    @ParameterizedTest
    @CsvSource({"1280, 800", "390, 844"})
    void a_card_that_is_refused_for_good_is_asked_about_by_mail_and_the_payer_gives_a_mandate_instead(
            int width, int height, Installation installation) {
        installation.begin(BILLED);
        try (var person = new Person(installation)) {
            person.signIn();
            var debits = new DebitSteps(installation, person);
            debits.setUp();
            Page phone = person.newPage(width, height);
            keep(phone, Harbour.mailedLink(installation, person, "LW-2026-0001"), STOLEN_LATER);
            chargesByItself(installation, person);
            debits.collectByItself();
            debits.forwardTo("Wed 1 Jul 2026");
            Installation.await("the message that the card was refused", () -> {
                person.page.navigate(installation.standinsAddress + "/mailbox?q=not+accepted");
                return person.page.locator("td a").count() > 0;
            });
            person.page.locator("td a").last().click();
            assertThat(person.page.locator("body")).containsText("832.74 for LW-2026-0002");
            phone.navigate(person.page.locator("a.link").first().getAttribute("href"));
            phone.getByText("Pay by direct debit, now and from now on").click();
            phone.locator("#iban").fill(DebitSteps.iban(3));
            phone.locator("#typed").check();
            phone.locator("#agree").check();
            phone.getByText("Give the mandate").click();
            assertThat(phone.locator("h1")).hasText("Thank you. Your mandate is given.");
            person.look(phone);
            debits.forwardTo("Sat 18 Jul 2026");
            debits.matchCertain();
            person.goTo("/invoices/LW-2026-0002");
            assertThat(installation.count("select count(*) from claim where left_minor > 0"))
                    .isZero();
            assertThat(installation.count("select count(*) from card_on_file where state = 'refused for good'"))
                    .isEqualTo(1);
            installation.booksAgree(person);
        }
    }

    @ParameterizedTest
    @CsvSource({"1280, 800", "390, 844"})
    void a_cash_sale_each_month_is_charged_by_itself_and_once_it_is_refused(
            int width, int height, Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            var days = new DebitSteps(installation, person);
            String first = Harbour.oneOff(person, "T. Aguiar", "t.aguiar@lakeside.example", "Crane lift", "96.00");
            Page phone = person.newPage(width, height);
            String link = Harbour.mailedLink(installation, person, first);
            keep(phone, link, GOOD);
            person.goTo("/recurring/new");
            person.page.waitForResponse(
                    r -> r.url().endsWith("/typed"),
                    () -> person.page.locator("[name=name]").fill("Sauna"));
            person.page.locator("[name=who]").fill("Aguiar");
            person.page.locator(".chooser .choice").first().click();
            Paper.here(person).type("#text0", "Sauna and showers").type("#price0", "24.00");
            Paper.here(person).check("#cashSale");
            assertThat(person.page.locator("#sentence")).containsText("as a cash sale and charged to the card on file");
            person.look();
            person.press("Save");
            assertThat(person.page).hasURL(Pattern.compile(".*/moorings/recurring/[0-9a-f-]{36}"));
            days.forwardTo("Wed 1 Jul 2026");
            Installation.await("the first sales", () -> paid(installation) == 2);
            phone.navigate(link.replaceAll("\\?.*", "") + "/methods");
            phone.locator("#cards button").click();
            String second = Harbour.oneOff(person, "T. Aguiar", null, "Mast crane", "40.00");
            keep(phone, Harbour.mailedLink(installation, person, second), STOLEN_LATER);
            days.forwardTo("Sat 1 Aug 2026");
            Installation.await(
                    "the refusal",
                    () -> installation.count("select count(*) from card_on_file where state = 'refused for good'")
                            == 1);
            person.goTo("/invoices/CS-2026-0003");
            assertThat(person.page.locator("#card-charge"))
                    .containsText("No card on file paid this cash sale. It is open, as an invoice is");
            person.look();
            assertThat(paid(installation)).isEqualTo(2);
            installation.booksAgree(person);
        }
    }

    /** How many cash sales have nothing open. */
    private static long paid(Installation installation) {
        return installation.count(
                "select count(*) from document d where d.kind = 'cash sale' and not exists (select 1 from claim c where c.document_id = d.id and c.left_minor > 0)");
    }
}
