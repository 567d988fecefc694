package exactum.e2e;

import com.microsoft.playwright.Page;
import org.assertj.core.api.Assertions;

/** A person who works with the keyboard alone, and how long that takes: five keys a second, two seconds a decision. */
final class Typist {
    private static final int KEYS_A_SECOND = 5;
    private static final int SECONDS_A_DECISION = 2;
    private static final int FARTHEST = 60;
    private final Page page;
    private int keys;
    private int decisions;

    Typist(Page page) {
        this.page = page;
    }

    /** Goes on with Tab until the field or button is reached. */
    Typist to(String selector) {
        decisions++;
        for (int i = 0; i < FARTHEST; i++) {
            Object there = page.evaluate("s => document.activeElement?.matches(s) ?? false", selector);
            if (Boolean.TRUE.equals(there)) return this;
            press("Tab");
        }
        throw new AssertionError("Tab does not lead to " + selector);
    }

    /** Looks at what stands there and makes up their mind. */
    Typist decide() {
        decisions++;
        return this;
    }

    Typist type(String text) {
        decisions++;
        keys += text.length();
        page.keyboard().type(text);
        return this;
    }

    Typist press(String key) {
        keys++;
        page.keyboard().press(key);
        return this;
    }

    /** How long a person would have taken so far, in seconds. */
    int seconds() {
        return keys / KEYS_A_SECOND + decisions * SECONDS_A_DECISION;
    }

    void isWithin(int seconds) {
        Assertions.assertThat(seconds())
                .as("%d keys, %d decisions", keys, decisions)
                .isLessThan(seconds);
    }
}
