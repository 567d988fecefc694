package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.assertj.core.api.Assertions;

/** A person at the real pages, in Debian's Chromium; every page is looked at by axe, and the console must stay quiet. */
final class Person implements AutoCloseable {
    static final int LONGEST_JOURNEY_MS = 240_000;
    private final List<BrowserContext> profiles = new ArrayList<>();
    private final List<String> complaints = new ArrayList<>();
    private final List<String> expected = new ArrayList<>();
    private final Installation installation;
    final Page page = newPage(1280, 800);

    Person(Installation installation) {
        this.installation = installation;
    }

    /** Signs in as the harbour's administrator and stands on the day sheet. */
    void signIn() {
        page.navigate(installation.address + "/sign-in");
        fill("form", Map.of("username", "nora", "password", Harbour.PASSWORD));
        press("Sign in");
        assertThat(page.locator("h1").first()).isVisible();
    }

    /** The browser will complain of an answer that the story provokes. */
    void expects(String words) {
        expected.add(words);
    }

    /** Waits until what came in answers to being typed into or pressed. */
    void settled() {
        assertThat(page.locator(".htmx-request, .htmx-swapping, .htmx-added, .htmx-settling"))
                .hasCount(0);
    }

    /** Goes to an address within Larkwater Moorings, once what was pressed is answered. */
    void goTo(String path) {
        settled();
        page.navigate(installation.at(path));
    }

    Page newPage(int width, int height) {
        BrowserContext profile = Chromium.profile(width, height);
        profiles.add(profile);
        Page made = profile.newPage();
        made.onConsoleMessage(m -> {
            boolean leftWhileAsking =
                    m.text().contains("htmx:sendAbort") || m.text().contains("htmx:afterRequest");
            boolean foreseen = leftWhileAsking
                    || m.text().contains("422")
                    || expected.stream().anyMatch(m.text()::contains);
            if (m.type().equals("error") && !foreseen) complaints.add(made.url() + ": " + m.text());
        });
        made.onPageError(e -> complaints.add(made.url() + ": " + e));
        return made;
    }

    void fill(String form, Map<String, String> fields) {
        fields.forEach((name, value) -> {
            Locator field = page.locator(form + " [name=" + name + "]");
            if (field.evaluate("e => e.tagName").equals("SELECT")) field.selectOption(value);
            else field.fill(value);
        });
    }

    void press(String button) {
        button(button).click();
    }

    /** Moves the business date on by a day and waits until the journey has ended there. */
    void moveForwardTo(String date) {
        press("Move forward");
        press("a day");
        assertThat(page.locator(".corner")).containsText(date);
        assertThat(button("Move forward")).isVisible();
    }

    /** Moves the business date on until a day, such as “Wed 1 Jul 2026”, and waits until the journey has ended there. */
    void moveUntil(String day) {
        press("Move forward");
        page.locator("#forward-until").fill(day.replaceFirst("^[A-Z][a-z]{2} ", ""));
        press("Move");
        assertThat(page.locator(".corner"))
                .containsText(day, new LocatorAssertions.ContainsTextOptions().setTimeout(LONGEST_JOURNEY_MS));
        assertThat(button("Move forward")).isVisible();
    }

    Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** A run that stands open is worked through; the first one of an application that was just started takes its time. */
    void runIsDone() {
        assertThat(page.locator("#progress")).containsText("Done");
    }

    void sees(String text) {
        assertThat(page.locator("main")).containsText(text);
    }

    /** Looks at the page as it stands. */
    void look(Page at) {
        var serious = new AxeBuilder(at)
                        .setLegacyMode(
                                true) // our pages have no frames, and the other way loads a page of its own each time
                        .withTags(List.of("wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"))
                        .analyze()
                        .getViolations()
                        .stream()
                        .filter(v ->
                                v.getImpact().equals("serious") || v.getImpact().equals("critical"))
                        .map(v -> v.getId() + ": "
                                + v.getNodes().stream()
                                        .map(n -> n.getHtml())
                                        .limit(3)
                                        .toList())
                        .toList();
        Assertions.assertThat(serious).as(at.url()).isEmpty();
    }

    void look() {
        look(page);
    }

    @Override
    public void close() {
        profiles.forEach(BrowserContext::close);
        Assertions.assertThat(complaints)
                .as("what the browser's console complained of")
                .isEmpty();
    }
}
