package exactum.core.problem;

import java.util.Optional;

/**
 * Something a person asked for that cannot be done: a stable code, and one sentence that says what happened, what was
 * kept and what to do. It is never thrown for a fault of our own; that is a {@link Bug}.
 */
public final class Refusal extends RuntimeException {
    private final String code;
    private final String field;

    /**
     * A refusal.
     *
     * @param code by which it is known to programs
     * @param sentence for a person: what is wrong and what was kept
     */
    public Refusal(String code, String sentence) {
        this(code, sentence, null);
    }

    private Refusal(String code, String sentence, String field) {
        super(sentence);
        this.code = code;
        this.field = field;
    }

    /** The same, of the field of a form beside which it is shown; what names a field already keeps it. */
    public Refusal at(String formField) {
        return field != null ? this : new Refusal(code, getMessage(), formField);
    }

    /** The same, said of a file: {@code “march.xml”: …}. */
    public Refusal of(String fileName) {
        return new Refusal(code, "“%s”: %s".formatted(fileName, getMessage()), field);
    }

    /** The field of a form that it is about, if it is about one. */
    public Optional<String> field() {
        return Optional.ofNullable(field);
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
