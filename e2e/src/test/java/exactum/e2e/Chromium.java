package exactum.e2e;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** Debian's Chromium, started once for all stories; each person in it has a profile of their own. */
final class Chromium {
    private static final Playwright PLAYWRIGHT =
            Playwright.create(new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    private static final Browser BROWSER = PLAYWRIGHT
            .chromium()
            .launch(new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium-headless-shell"))
                    .setArgs(List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-quic",
                            "--no-first-run",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync")));

    private static final double PATIENCE_MS = 60_000;

    static {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
        Runtime.getRuntime().addShutdownHook(new Thread(PLAYWRIGHT::close));
    }

    private Chromium() {}

    /** A profile with nothing in it yet, for a window of a size. */
    static BrowserContext profile(int width, int height) {
        BrowserContext profile = BROWSER.newContext(
                new Browser.NewContextOptions().setViewportSize(width, height).setLocale("en-GB"));
        profile.setDefaultTimeout(PATIENCE_MS);
        return profile;
    }
}
