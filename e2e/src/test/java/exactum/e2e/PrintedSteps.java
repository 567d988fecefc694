package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import com.microsoft.playwright.options.SelectOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;

/**
 * Steps of the documentation, walked as they are written: typed, chosen and pressed by the names that stand on the screen. A sentence
 * that nobody could follow is a failure.
 */
final class PrintedSteps {
    private static final Pattern STEP = Pattern.compile("(?m)^(\\d+)\\. (.+)$");
    private static final Pattern SENTENCE =
            Pattern.compile("[^.“`*\\[]*(?:“[^”]*”|`[^`]*`|\\*[^*]*\\*|\\[[^)]*\\)|[^.“`*\\[])*\\.");
    private static final Pattern TYPED = Pattern.compile("`([^`]+)` into \\*([^*]+)\\*");
    private static final Pattern NAMED = Pattern.compile("\\*([^*]+)\\*");
    private static final Pattern SEEN = Pattern.compile("“([^”]+)”");
    private static final Pattern CHOSEN = Pattern.compile("`([^`]+)` at \\*([^*]+)\\*");
    private static final Pattern FILE = Pattern.compile("\\[[^]]*]\\(([^)]+)\\) into \\*([^*]+)\\*");
    private final Path file;
    private final Page page;
    private final String printedAddress;

    PrintedSteps(Path file, Page page, String printedAddress) {
        this.file = file;
        this.page = page;
        this.printedAddress = printedAddress;
    }

    /** Walks all of them, and says how many there were. */
    int walk() throws IOException {
        List<MatchResult> steps = STEP.matcher(Files.readString(file)).results().toList();
        for (MatchResult step : steps) {
            List<String> sentences = SENTENCE.matcher(step.group(2))
                    .results()
                    .map(m -> m.group().strip())
                    .toList();
            if (!String.join(" ", sentences).equals(step.group(2)))
                throw new AssertionError("step %s does not end with a sentence".formatted(step.group(1)));
            for (String sentence : sentences) {
                try {
                    follow(sentence);
                } catch (AssertionError | RuntimeException e) {
                    throw new AssertionError(
                            "step %s, “%s”, at %s: %s"
                                    .formatted(
                                            step.group(1),
                                            sentence,
                                            page.url(),
                                            page.locator("body").innerText()),
                            e);
                }
            }
        }
        return steps.size();
    }

    private void follow(String sentence) {
        switch (sentence.split(" ")[0]) {
            case "Open" -> page.navigate(printedAddress);
            case "Go" -> goTo(only(NAMED, sentence).group(1).split(" → "));
            case "Type" -> {
                List<MatchResult> typed = TYPED.matcher(sentence).results().toList();
                if (typed.size() != sentence.split("`[^`]+`", -1).length - 1)
                    throw new AssertionError("it is not said into what that is typed");
                typed.forEach(m -> type(m.group(2), m.group(1)));
            }
            case "Choose" -> {
                MatchResult m = only(CHOSEN, sentence);
                page.getByLabel(m.group(2), exactly()).selectOption(new SelectOption().setLabel(m.group(1)));
            }
            case "Put" -> {
                MatchResult m = only(FILE, sentence);
                page.getByLabel(m.group(2), exactly()).setInputFiles(file.resolveSibling(m.group(1)));
            }
            case "Press" -> press(only(NAMED, sentence).group(1));
            case "You" ->
                assertThat(page.locator("body"))
                        .containsText(only(SEEN, sentence).group(1));
            default -> throw new AssertionError("nobody knows what to do");
        }
    }

    private static MatchResult only(Pattern pattern, String sentence) {
        return pattern.matcher(sentence).results().findFirst().orElseThrow();
    }

    private static Page.GetByLabelOptions exactly() {
        return new Page.GetByLabelOptions().setExact(true);
    }

    private void goTo(String[] places) {
        click(page.locator("header nav a", new Page.LocatorOptions().setHasText(Pattern.compile("^\\s*" + places[0]))));
        Locator here = page.locator("nav.pages a.here");
        if (!here.innerText().equals(places[1]))
            click(page.getByRole(
                    AriaRole.LINK,
                    new Page.GetByRoleOptions().setName(places[1]).setExact(true)));
        assertThat(here).hasText(places[1]);
    }

    private void click(Locator one) {
        one.first().click();
        page.waitForLoadState(LoadState.NETWORKIDLE);
        settled();
    }

    /** What was asked for without a new page has come, and the date stands. */
    private void settled() {
        assertThat(page.locator(".htmx-request, #moving"))
                .hasCount(0, new LocatorAssertions.HasCountOptions().setTimeout(Person.LONGEST_JOURNEY_MS));
    }

    private void type(String field, String text) {
        Locator named = page.getByLabel(field, exactly())
                .or(page.getByPlaceholder(field, new Page.GetByPlaceholderOptions().setExact(true)))
                .filter(new Locator.FilterOptions().setVisible(true))
                .first();
        named.fill(text);
        named.press("Tab");
        settled();
    }

    private void press(String name) {
        Pattern whole = Pattern.compile("^\\s*" + name.replaceAll("[.()?*+]", "\\\\$0") + "\\s*$");
        click(page.locator("button, a, summary", new Page.LocatorOptions().setHasText(whole))
                .filter(new Locator.FilterOptions().setVisible(true)));
    }
}
