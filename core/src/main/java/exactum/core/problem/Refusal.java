package exactum.core.problem;

/**
 * Something a person asked for that cannot be done: a stable code, and one sentence that says what happened, what was
 * kept and what to do. It is never thrown for a fault of our own; that is a {@link Bug}.
 */
public final class Refusal extends RuntimeException {
    private final String code;

    /**
     * A refusal.
     *
     * @param code by which it is known to programs
     * @param sentence for a person: what is wrong and what was kept
     */
    public Refusal(String code, String sentence) {
        super(sentence);
        this.code = code;
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
