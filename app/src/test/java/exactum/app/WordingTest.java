package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * What people read is worded by the project's vocabulary: everyday acts have everyday names, one word for one thing, no
 * exclamation marks. Looks at every template, and at every text in the code that is a sentence or the name of a button.
 */
class WordingTest {
    private static final Map<String, String> BANNED = new TreeMap<>(Map.ofEntries(
            Map.entry("\\bKeep\\b", "Save"),
            Map.entry("\\b[Rr]ead in\\b", "Import"),
            Map.entry("\\b[Aa]fresh\\b|\\b[Aa]new\\b", "again, Start over"),
            Map.entry("\\b[Ll]et it go on\\b|\\b[Gg]o on with it\\b", "Resume"),
            Map.entry("\\b[Nn]ot done\\b", "That did not work"),
            Map.entry("\\bwithout a home\\b|\\b[Ww]ithout a name\\b|\\bhomeless\\b", "unmatched, unexplained"),
            Map.entry("\\bsums?\\b(?!\\()", "amount"),
            Map.entry("\\bhanded back\\b|\\bhand back\\b", "returned"),
            Map.entry(
                    "\\bforthwith\\b|\\bhence\\b|\\bhenceforth\\b|\\bthereof\\b|\\bwhereof\\b|\\bthereby\\b|\\bshall\\b|\\bfor want of\\b|\\byours to say\\b|\\botherwise there\\b",
                    "plain words"),
            Map.entry("\\bhomed\\b|\\babode\\b|\\bbethink\\b", "plain words"),
            Map.entry(
                    "\\b[Ee]rror occurred\\b|\\b[Oo]ops\\b|\\b[Ii]nvalid\\b|\\b[Ff]ailed to\\b",
                    "what happened, what was kept, what to do"),
            Map.entry("[a-z]!(\\s|$)", "no exclamation marks"),
            Map.entry("\\byou must\\b|\\byour fault\\b|\\bforgot to\\b", "no blame"),
            Map.entry("(?<![Ss]ecurity )\\b[Dd]eposits?\\b", "prepayment, security deposit"),
            Map.entry("\\b[Rr]econcil(?!iation)\\w+", "match, tie out"),
            Map.entry("\\b[Dd]unning\\b", "reminder"),
            Map.entry("\\bsubscriptions?\\b", "recurring invoice"),
            Map.entry("\\b[Pp]roducts?\\b", "catalogue item"),
            Map.entry("\\bclients?\\b(?! certificate)", "customer"),
            Map.entry("\\b[Tt]ransactions?\\b", "bank line, payment"),
            Map.entry("\\bsubmit\\b|\\bSubmit\\b", "the act: Issue, Save, Match")));

    private static final Pattern COMMENT = Pattern.compile("(?s)<!--.*?-->");
    private static final Pattern SPOKEN_ATTRIBUTE =
            Pattern.compile("(?:th:text|th:placeholder|placeholder|th:aria-label|aria-label|title)=\"([^\"]*)\"");
    private static final Pattern EXPRESSION = Pattern.compile("\\$\\{([^}]*)\\}");
    private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\\\n]|\\\\.)*)\"");

    private record Text(Path file, String words) {}

    @Test
    void nothing_that_people_read_holds_a_banned_word() throws IOException {
        var found = new ArrayList<String>();
        List<Text> texts = Stream.concat(templates(), sentences()).toList();
        assertThat(texts).hasSizeGreaterThan(400);
        for (Text text : texts) {
            BANNED.forEach((pattern, instead) -> Pattern.compile(pattern)
                    .matcher(text.words())
                    .results()
                    .map(MatchResult::group)
                    .forEach(word ->
                            found.add("%s: “%s” in “%s”; say %s".formatted(text.file(), word, text.words(), instead))));
        }
        assertThat(found).isEmpty();
    }

    @Test
    void the_list_finds_what_it_bans() {
        assertThat(BANNED.keySet().stream()
                        .filter(p ->
                                Pattern.compile(p).matcher("Read in the file").find()))
                .hasSize(1);
        assertThat(BANNED.keySet().stream()
                        .filter(p -> Pattern.compile(p)
                                .matcher("Payment of the sum failed to be handed back!")
                                .find()))
                .hasSize(4);
        assertThat(BANNED.keySet().stream()
                        .filter(p -> Pattern.compile(p)
                                .matcher("Issue 41 invoices. Nothing was saved.")
                                .find()))
                .isEmpty();
    }

    private static Stream<Text> templates() throws IOException {
        var texts = new ArrayList<Text>();
        for (Path file : files(Path.of("src/main/resources/templates"), ".html")) {
            String html = COMMENT.matcher(Files.readString(file)).replaceAll(" ");
            SPOKEN_ATTRIBUTE.matcher(html).results().forEach(m -> texts.add(new Text(file, spoken(m.group(1)))));
            for (String visible :
                    html.replaceAll("(?s)<(script|style|svg).*?</\\1>", " ").split("<[^>]*>"))
                if (!visible.isBlank()) texts.add(new Text(file, visible.strip()));
        }
        return texts.stream();
    }

    /** What of an expression is read: its texts between quotation marks or bars, not the names of what it looks up. */
    private static String spoken(String expression) {
        String words = EXPRESSION
                .matcher(expression)
                .replaceAll(m -> Pattern.compile("'([^']*)'")
                        .matcher(m.group(1))
                        .results()
                        .map(q -> q.group(1))
                        .reduce("", (a, b) -> a + " " + b)
                        .replace("$", ""));
        return words.replace("|", "");
    }

    /** Texts of the code that have a blank and a letter: sentences, and names of more than one word. */
    private static Stream<Text> sentences() throws IOException {
        var texts = new ArrayList<Text>();
        for (String root : List.of("src/main/java", "../core/src/main/java", "../formats/src/main/java")) {
            for (Path file : files(Path.of(root), ".java")) {
                if (file.toString().matches(".*(Store|Proof|Bug|SepaRules)\\.java"))
                    continue; // SepaRules: the published words of a form
                for (String line : Files.readString(file).lines().toList()) {
                    if (line.strip().startsWith("*")
                            || line.strip().startsWith("//")
                            || line.contains("Bug(")
                            || line.contains("LOG.")) continue;
                    LITERAL.matcher(line)
                            .results()
                            .map(m -> m.group(1))
                            .filter(t -> t.matches("[A-Z“%].*[a-z] .*|[A-Z][a-z]+"))
                            .forEach(t -> texts.add(new Text(file, t)));
                }
            }
        }
        return texts.stream();
    }

    private static List<Path> files(Path root, String ending) throws IOException {
        try (Stream<Path> all = Files.walk(root)) {
            return all.filter(f -> f.toString().endsWith(ending)).sorted().toList();
        }
    }
}
