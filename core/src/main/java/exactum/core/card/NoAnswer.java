package exactum.core.card;

/** A processor gave no answer, or none that can be understood. */
public final class NoAnswer extends RuntimeException {
    private final boolean perhapsDone;
    private final boolean forLater;

    /**
     * No answer.
     *
     * @param perhapsDone whether what was asked for may have been done all the same; then it is asked about, never repeated blindly
     */
    public NoAnswer(String words, boolean perhapsDone, Throwable cause) {
        this(words, perhapsDone, false, cause);
    }

    private NoAnswer(String words, boolean perhapsDone, boolean forLater, Throwable cause) {
        super(words, cause);
        this.perhapsDone = perhapsDone;
        this.forLater = forLater;
    }

    /** It was asked too often (RFC 6585, 429 Too Many Requests) and did nothing. */
    public static NoAnswer forLater(String words, Throwable cause) {
        return new NoAnswer(words, false, true, cause);
    }

    public boolean isPerhapsDone() {
        return perhapsDone;
    }

    /** Whether it was not done, but may be when it is asked for again. */
    public boolean isForLater() {
        return forLater;
    }
}
