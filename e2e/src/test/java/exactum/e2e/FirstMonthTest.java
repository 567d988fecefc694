package exactum.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What the documentation says of a first month, done by somebody who knows nothing else. */
class FirstMonthTest {
    private static final Path PAGE = Path.of("../docs/first-month.md");
    private static final Pattern COMMAND = Pattern.compile("(?m)^ {4}(\\./exactum .+)$");

    @Test
    void a_stranger_installs_sets_up_a_business_and_closes_a_first_month() throws Exception {
        try (var stranger = new StartedByScript();
                BrowserContext profile = Chromium.profile(1280, 800)) {
            String address = "";
            for (var command : COMMAND.matcher(Files.readString(PAGE)).results().toList())
                address = stranger.run(command.group(1));
            profile.setDefaultTimeout(20_000);
            int steps = new PrintedSteps(PAGE, profile.newPage(), address).walk();
            assertThat(steps).isEqualTo(17);
        }
    }
}
