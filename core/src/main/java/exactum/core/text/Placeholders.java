package exactum.core.text;

import exactum.core.problem.Refusal;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A text of one's own with places that are filled in, each a name in braces: {@code Please pay {amount} by {due date}.} Braces that
 * are to stay are doubled. What is filled in is never looked at again, whatever it holds.
 */
public record Placeholders(String text) {
    private static final Pattern PLACE = Pattern.compile("\\{\\{([^{}]*)}}|\\{([^{}]*)}");

    /** The names that are used, in their order. */
    public List<String> names() {
        return PLACE.matcher(text)
                .results()
                .filter(Placeholders::isPlace)
                .map(r -> r.group(2).strip())
                .toList();
    }

    private static boolean isPlace(MatchResult found) {
        return found.group(2) != null;
    }

    /**
     * The same text, if it uses none but the names that are known.
     *
     * @throws Refusal that names the first one that is not, and those that are
     */
    public Placeholders requireAmong(Collection<String> known) {
        for (String name : names()) {
            if (known.contains(name)) continue;
            throw new Refusal(
                    "placeholder.unknown",
                    "{%s} stands for nothing. There are %s. Nothing was saved."
                            .formatted(
                                    CleanText.harmless(name, 40),
                                    String.join(
                                            ", ",
                                            known.stream()
                                                    .map(k -> "{" + k + "}")
                                                    .toList())));
        }
        return this;
    }

    /** The text with its places filled in; one without a value is left empty. */
    public String filled(Map<String, String> values) {
        return PLACE.matcher(text)
                .replaceAll(r -> Matcher.quoteReplacement(
                        isPlace(r) ? values.getOrDefault(r.group(2).strip(), "") : "{" + r.group(1) + "}"));
    }
}
