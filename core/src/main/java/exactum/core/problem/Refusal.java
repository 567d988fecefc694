package exactum.core.problem;

import java.util.List;
import java.util.Optional;

/**
 * Something a person asked for that cannot be done: a stable code, and one sentence that says what happened, what was
 * kept and what to do. It is never thrown for a fault of our own; that is a {@link Bug}.
 */
public final class Refusal extends RuntimeException {
    private final String code;
    private final String field;
    private final List<Refusal> parts;

    /**
     * A refusal.
     *
     * @param code by which it is known to programs
     * @param sentence for a person: what is wrong and what was kept
     */
    public Refusal(String code, String sentence) {
        this(code, sentence, null, List.of());
    }

    private Refusal(String code, String sentence, String field, List<Refusal> parts) {
        super(sentence);
        this.code = code;
        this.field = field;
        this.parts = parts;
    }

    /** All that is wrong with a form at once; one alone stands for itself. */
    public static Refusal all(List<Refusal> parts) {
        if (parts.size() == 1) return parts.getFirst();
        return new Refusal(
                "form.several",
                "There are %d things to correct. Nothing was saved.".formatted(parts.size()),
                null,
                List.copyOf(parts));
    }

    /** The same, of the field of a form beside which it is shown; what names a field already keeps it. */
    public Refusal at(String formField) {
        return field != null ? this : new Refusal(code, getMessage(), formField, parts);
    }

    /** The same, said of a file: {@code “march.xml”: …}. */
    public Refusal of(String fileName) {
        return new Refusal(code, "“%s”: %s".formatted(fileName, getMessage()), field, parts);
    }

    /** The field of a form that it is about, if it is about one. */
    public Optional<String> field() {
        return Optional.ofNullable(field);
    }

    /** What is wrong with each field, where it is about several; empty else. */
    public List<Refusal> parts() {
        return parts;
    }

    /** The stable code, such as {@code statement.does-not-add-up}. */
    public String code() {
        return code;
    }

    /** The sentence for the person. */
    public String sentence() {
        return getMessage();
    }
}
