package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static exactum.e2e.Installation.Beginning.HARBOUR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A payer sends more than was asked for: it is named wherever they or we look, and the next invoice takes it. */
@ExtendWith(OneInstallation.class)
class PaidTooMuchTest {
    private static final String AGUIAR = "t.aguiar@lakeside.example";

    @ParameterizedTest
    @CsvSource({"1280, 800", "390, 844"})
    void what_was_sent_too_much_is_named_everywhere_and_the_next_invoice_takes_it(
            int width, int height, Installation installation) {
        installation.begin(HARBOUR);
        try (var person = new Person(installation)) {
            person.signIn();
            Page page = person.page;
            String first = Harbour.oneOff(person, "T. Aguiar", AGUIAR, "Crane lift", "96.00");
            Page phone = person.newPage(width, height);
            phone.navigate(Harbour.mailedLink(installation, person, first));
            assertThat(phone.locator("#transfer")).containsText("118.08");
            assertThat(phone.locator("img.code")).isVisible();
            String reference = phone.locator("#transfer dd").last().textContent();
            person.look(phone);

            installation.transfer("EUR", "T. Aguiar", "120.00", reference);
            person.goTo("/day");
            person.moveForwardTo("Tue 2 Jun 2026");
            person.goTo("/unmatched");
            page.locator("#unmatched a[data-open]").first().click();
            Locator opened = page.locator("tbody.opened");
            assertThat(opened).containsText("1.92");
            person.settled();
            person.look();
            opened.locator(".maybe button").first().click();
            assertThat(page.locator("#unmatched-totals")).containsText("Every bank line is matched");

            namedToUs(person, first);
            namedToThePayer(installation, person, phone);

            String second = nextTakesIt(person);
            phone.navigate(Harbour.mailedLink(installation, person, second));
            assertThat(phone.locator("#open")).containsText("47.28");
            assertThat(phone.locator("body")).containsText("1.92");
            person.look(phone);
            assertThat(installation.count("select sum(left_minor) from means")).isZero();
            installation.booksAgree(person);
        }
    }

    private static void namedToUs(Person person, String invoice) {
        Page page = person.page;
        person.goTo("/invoices/" + invoice);
        assertThat(page.locator("#standing")).hasText("paid");
        assertThat(page.locator("#credit-left")).containsText("€\u00a01.92");
        person.goTo("/payments");
        assertThat(page.locator("main tbody tr").first()).containsText("1.92");
        page.locator("main tbody a[data-open]").first().click();
        assertThat(page.locator("#left")).hasText("1.92");
        person.goTo("/customers");
        page.locator("main tbody a[data-open]").first().click();
        assertThat(page.locator(".stand-figures")).containsText("Credit on account");
        assertThat(page.locator(".stand-figures")).containsText("1.92");
        person.look();
    }

    private static void namedToThePayer(Installation installation, Person person, Page phone) {
        phone.reload();
        assertThat(phone.locator("#credit")).containsText("€\u00a01.92 is left on your account with us");
        person.look(phone);
        phone.getByText("Payments so far").first().click();
        assertThat(phone.locator("#payments")).containsText("120.00");
        Installation.await("the confirmation", () -> {
            person.page.navigate(installation.standinsAddress + "/mailbox?q=120.00");
            return person.page.locator("td a").count() > 0;
        });
        person.page.locator("td a").first().click();
        assertThat(person.page.locator("body")).containsText("1.92 is left on your account");
    }

    private static String nextTakesIt(Person person) {
        Paper next = Paper.of(person, "invoices", "T. Aguiar").line(0, "Mast crane", "1", "40.00");
        assertThat(person.page.locator("#typed")).containsText("€\u00a01.92 is on account");
        if (!person.page.locator("#useCredit").isChecked()) next.check("#useCredit");
        return next.issue();
    }
}
