package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A payer at their page: once with a new card, several at once, in their language, and with a card that was saved. */
@ExtendWith(OneInstallation.class)
class PayerStoriesTest {
    private static final String AGUIAR = "t.aguiar@lakeside.example";
    private static final String GOOD = "4111 1111 1111 1111";

    @ParameterizedTest
    @CsvSource({"1280, 800", "390, 844"})
    void from_the_link_over_a_new_card_to_the_confirmation_and_what_else_is_open(
            int width, int height, Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String first = Harbour.oneOff(person, "T. Aguiar", AGUIAR, "Crane lift", "96.00");
            String second = Harbour.oneOff(person, "T. Aguiar", null, "Mast crane", "40.00");
            String third = Harbour.oneOff(person, "T. Aguiar", null, "Winter storage", "80.00");
            String link = Harbour.mailedLink(installation, person, first);
            Page phone = person.newPage(width, height);
            phone.navigate(link);
            assertThat(phone.locator("#also-open")).isVisible();
            person.look(phone);
            phone.locator("#figure button.pay").click();
            Harbour.card(phone, GOOD);
            assertThat(phone.locator("h1")).hasText("Paid. Thank you.");
            assertThat(phone.locator("#confirmation")).containsText(first);
            assertThat(phone.locator("#else")).containsText(second);
            person.look(phone);

            phone.getByText("See and pay").first().click();
            phone.locator("#items input[type=checkbox]").first().check();
            phone.locator("#items input[type=checkbox]").last().check();
            assertThat(phone.locator("#figure button.pay")).hasText("Pay €\u00a0147.60");
            phone.locator("details summary").first().click();
            phone.locator("#amount").fill("100");
            assertThat(phone.locator("#figure button.pay")).hasText("Pay €\u00a0100.00");
            assertThat(phone.locator("#parts-paid")).containsText("50.80 of €\u00a098.40 for " + third);
            assertThat(phone.locator("#figure")).containsText("or the wallet of your device");
            person.look(phone);
            phone.locator("#figure button.pay").click();
            phone.locator("#wallet button").click();
            assertThat(phone.locator("h1")).hasText("Payment received. Thank you.");
            assertThat(phone.locator("#confirmation")).containsText("Visa in a wallet");
            assertThat(phone.locator("#confirmation")).containsText("47.60 of it is still open");
            phone.getByText("Payments so far").click();
            assertThat(phone.locator("#payments tr")).hasCount(2);
            person.look(phone);
            installation.booksAgree(person);
        }
    }

    @Test
    void in_german_a_card_is_saved_with_the_payment_the_next_is_paid_with_it_and_it_is_removed(
            Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String first = Harbour.oneOff(person, "T. Aguiar", AGUIAR, "Crane lift", "96.00");
            Page phone = person.newPage(390, 844);
            phone.navigate(Harbour.mailedLink(installation, person, first));
            phone.getByText("Deutsch").click();
            assertThat(phone.locator("html")).hasAttribute("lang", "de");
            assertThat(phone.locator("h1")).hasText("Rechnung " + first);
            phone.locator("#keeping summary").click();
            phone.locator("[name=keep]").check();
            person.look(phone);
            phone.locator("#figure button.pay").click();
            Harbour.card(phone, GOOD);
            assertThat(phone.locator("h1")).hasText("Bezahlt. Vielen Dank.");

            String second = Harbour.oneOff(person, "T. Aguiar", null, "Mast crane", "40.00");
            phone.navigate(Harbour.mailedLink(installation, person, second));
            assertThat(phone.locator("#with")).containsText("Visa mit den Endziffern 1111, gültig bis 12/29");
            phone.locator("#figure button.pay").click();
            assertThat(phone.locator("h1")).hasText("Bezahlt. Vielen Dank.");
            assertThat(phone.locator("#confirmation")).containsText("Visa mit den Endziffern 1111");

            phone.navigate(Harbour.mailedLink(installation, person, second));
            phone.getByText("Gespeicherte Zahlungswege").click();
            assertThat(phone.locator("#cards")).containsText("Visa mit den Endziffern 1111");
            person.look(phone);
            phone.locator("[name=agreed]").check();
            phone.locator("button.pay").click();
            Harbour.card(phone, "5555 5555 5555 4444");
            Locator newest = phone.locator("#cards tr").first();
            assertThat(newest).containsText("Mastercard mit den Endziffern 4444");
            assertThat(newest).containsText("Wird zuerst belastet");
            phone.getByText("Zuerst belasten").click();
            assertThat(phone.getByText("Sie wird von jetzt an zuerst belastet."))
                    .isVisible();
            assertThat(phone.locator("#cards tr").first()).containsText("Visa mit den Endziffern 1111");
            person.look(phone);
            for (int cards = 2; cards > 0; cards--) {
                assertThat(phone.locator("#cards tr")).hasCount(cards);
                phone.locator("#cards button:text-is('Entfernen')").first().click();
            }
            assertThat(phone.getByText("Es ist keine Karte gespeichert.")).isVisible();
            assertThat(installation.count("select count(*) from card_on_file where state = 'removed'"))
                    .isEqualTo(2);
            installation.booksAgree(person);
        }
    }

    @Test
    void no_number_of_a_card_reaches_the_application_and_one_that_is_typed_into_it_is_refused(
            Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String number = Harbour.oneOff(person, "T. Aguiar", AGUIAR, "Crane lift", "96.00");
            Page phone = person.newPage(390, 844);
            String link = Harbour.mailedLink(installation, person, number);
            phone.navigate(link);
            phone.locator("#figure button.pay").click();
            for (String refused : List.of("4012 8888 8888 1881", "5105 1051 0510 5100")) {
                Harbour.card(phone, refused);
                assertThat(phone.locator(".problem")).containsText("Not accepted");
            }
            Page other = phone.context().newPage();
            other.navigate(link + "/address");
            other.locator("#lines").fill("My card is 5555 5555 5555 4444");
            other.locator("button.pay").click();
            assertThat(other.locator("body")).containsText("holds the number of a payment card");
            Harbour.card(phone, GOOD);
            assertThat(phone.locator("h1")).hasText("Paid. Thank you.");
            for (String used : List.of(GOOD, "4012 8888 8888 1881", "5105 1051 0510 5100", "5555 5555 5555 4444")) {
                assertThat(installation.holding(used)).isEmpty();
                assertThat(installation.holding(used.replace(" ", ""))).isEmpty();
            }
        }
    }

    @Test
    void a_card_given_by_phone_is_typed_at_the_processor_by_one_of_us(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Harbour.oneOff(person, "T. Aguiar", AGUIAR, "Crane lift", "96.00");
            String customer = installation.text("select id::text from customer where name = 'T. Aguiar'");
            person.goTo("/customers/" + customer);
            person.press("Given by phone");
            person.page.getByText("Open the processor’s page").click();
            assertThat(person.page.locator("body")).containsText("By phone: type what the cardholder says.");
            Harbour.card(person.page, GOOD);
            assertThat(person.page.locator("#cards")).containsText("Visa ending 1111");
            person.look();
            person.page.locator("#cards").getByText("Remove").click();
            assertThat(person.page.locator("#cards")).containsText("removed: by nora");
        }
    }

    @Test
    void an_address_is_corrected_by_the_payer_and_taken_over_by_a_person(Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            String number = Harbour.oneOff(person, "T. Aguiar", AGUIAR, "Crane lift", "96.00");
            Page phone = person.newPage(390, 844);
            phone.navigate(Harbour.mailedLink(installation, person, number));
            phone.getByText("Correct the billing address").click();
            phone.locator("#lines").fill("The Old Boathouse\nReedharbour");
            phone.locator("button.pay").click();
            assertThat(phone.locator("[role=status]")).containsText("We look at it");
            person.look(phone);
            person.goTo("/day");
            person.page.getByText("Compare").click();
            assertThat(person.page.locator("#compare")).containsText("The Old Boathouse");
            person.look();
            person.press("Change the customer");
            assertThat(person.page).hasURL(Pattern.compile(".*/day"));
            assertThat(installation.count("select count(*) from customer where address like 'The Old Boathouse%'"))
                    .isEqualTo(1);
        }
    }
}
