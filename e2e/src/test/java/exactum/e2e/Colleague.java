package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.Map;

/** Somebody who is invited, joins, and signs in with a page of their own. */
final class Colleague {
    private static final String PASSWORD = "a-long-password";

    private Colleague() {}

    /** Invites by the first of two pages, joins on the second, and stands on the day sheet there. */
    static Page joins(Person person, String name, String login, String role) {
        person.goTo("/people");
        person.fill("form[action$='/people/invitations']", Map.of("name", name));
        person.page
                .locator("form[action$='/people/invitations'] [value=" + role + "]")
                .check();
        person.press("Make the invitation");
        String address = person.page.locator("#made-address").textContent();
        Page own = person.newPage(1280, 800);
        own.navigate(address);
        person.look(own);
        own.locator("#login").fill(login);
        own.locator("#password").fill(PASSWORD);
        own.locator("button.main").click();
        own.locator("#username").fill(login);
        own.locator("#password").fill(PASSWORD);
        own.locator("button.main").click();
        assertThat(own.locator("h1")).hasText("Day sheet");
        return own;
    }
}
