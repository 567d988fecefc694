package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.SelectOption;
import java.util.regex.Pattern;

/** A paper while a person types on it. */
final class Paper {
    private final Person person;
    private final Page page;

    private Paper(Person person) {
        this.person = person;
        page = person.page;
    }

    /** An empty paper of a kind, with a customer on it. */
    static Paper of(Person person, String kinds, String customer) {
        person.goTo("/" + kinds + "/new?over=true");
        person.page.locator(".chooser [name=who]").fill(customer);
        person.page.locator(".chooser .choice").first().click();
        assertThat(person.page.locator(".chooser [name=customer]")).hasCount(1);
        return new Paper(person);
    }

    /** The paper that stands open. */
    static Paper here(Person person) {
        return new Paper(person);
    }

    Paper line(int i, String text, String quantity, String price) {
        return line(i, text, quantity, price, "standard");
    }

    /** A line of another rate. */
    Paper line(int i, String text, String quantity, String price, String rate) {
        page.locator("#text" + i).fill(text);
        if (!rate.equals("standard")) page.locator("#tax" + i).selectOption(rate);
        page.locator("#qty" + i).fill(quantity);
        return type("#price" + i, price);
    }

    Paper type(String field, String value) {
        answered(() -> {
            page.locator(field).fill(value);
            page.locator(field).press("Tab");
        });
        return this;
    }

    Paper choose(String field, String value) {
        answered(() -> page.locator(field).selectOption(value));
        return this;
    }

    Paper chooseWords(String field, String words) {
        answered(() -> page.locator(field).selectOption(new SelectOption().setLabel(words)));
        return this;
    }

    Paper check(String field) {
        answered(() -> page.locator(field).check());
        return this;
    }

    /** Presses something, and waits until the paper has answered and is ready for more. */
    Paper press(String button) {
        answered(() -> page.locator(button).click());
        return this;
    }

    private void answered(Runnable typing) {
        page.waitForResponse(r -> r.url().contains("typed"), typing);
        assertThat(page.locator("#typed.htmx-request, #typed.htmx-swapping, #typed.htmx-settling"))
                .hasCount(0);
    }

    /** Issues it and sends it; answers its number. */
    String issue() {
        assertThat(page.locator("#rehearsal")).isVisible();
        person.look();
        person.press("Issue and send");
        assertThat(page).hasURL(Pattern.compile(".*/invoices/[A-Z]+-2026-\\d{4}"));
        return page.url().substring(page.url().lastIndexOf('/') + 1);
    }
}
