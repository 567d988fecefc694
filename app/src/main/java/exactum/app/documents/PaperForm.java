package exactum.app.documents;

import exactum.app.web.Texts;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ledger.AccountCode;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * What stands on a paper while it is typed: texts, and what they come to. Each problem belongs to a field and is shown
 * there; nothing typed is lost.
 */
public abstract class PaperForm {
    protected final Map<String, String> fields;
    protected final Map<String, String> problems = new LinkedHashMap<>();
    protected final Setting setting;
    private final TypedLines lines;

    /**
     * What a paper is typed in.
     *
     * @param income the account of what is sold without a catalogue item
     */
    public record Setting(Currency currency, AccountCode income, LocalDate today) {}

    protected PaperForm(Map<String, String> fields, Setting setting) {
        this.fields = new LinkedHashMap<>(fields);
        this.setting = setting;
        lines = new TypedLines(this.fields, problems, setting.currency(), setting.income());
    }

    /** The text of a field; empty where nothing was typed. */
    public String get(String field) {
        return fields.getOrDefault(field, "").strip();
    }

    public String get(String field, String otherwise) {
        String text = get(field);
        return text.isEmpty() ? otherwise : text;
    }

    /** The id that a new one is saved under, however often it is sent; none where the page gave none. */
    public Optional<UUID> key() {
        try {
            return Optional.of(UUID.fromString(get("key")));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    /** The problem of a field, or null. */
    public String problem(String field) {
        return problems.get(field);
    }

    /** Notes a problem of a field. */
    public void problem(String field, String words) {
        problems.putIfAbsent(field, words);
    }

    public boolean hasProblems() {
        return !problems.isEmpty();
    }

    public Currency currency() {
        return setting.currency();
    }

    public Map<String, String> fields() {
        return fields;
    }

    /** Whether tax comes on top of the prices or is inside them. */
    public PriceMode mode() {
        return get("mode").equals(PriceMode.TAX_INCLUDED.words()) ? PriceMode.TAX_INCLUDED : PriceMode.PLUS_TAX;
    }

    /** How many line rows stand on the paper: those typed, and an empty one to go on with. */
    public int rows() {
        return lines.rows();
    }

    /** The lines that are typed; a line in trouble is left out and its problem kept. */
    public List<Line> lines() {
        return lines.lines();
    }

    /** The line with the index, as far as it is typed. */
    public Optional<Line> line(int i) {
        return lines.line(i);
    }

    protected int whole(String field, int otherwise) {
        String text = get(field);
        if (text.isEmpty()) return otherwise;
        if (text.matches("-?\\d{1,3}")) return Integer.parseInt(text);
        problem(field, "“%s” is not a whole number.".formatted(text));
        return otherwise;
    }

    protected LocalDate date(String field, LocalDate otherwise) {
        if (get(field).isEmpty()) return otherwise;
        try {
            return TypedDate.parse(get(field), setting.today());
        } catch (Refusal wrong) {
            problem(field, wrong.sentence());
            return otherwise;
        }
    }

    /** A refusal that names every problem there is. */
    protected Refusal refused(String code) {
        return new Refusal(
                code, String.join(" ", problems.values()) + " Nothing was saved; what you typed still stands here.");
    }

    protected static String text(LocalDate date) {
        return date == null ? "" : Texts.day(date);
    }
}
