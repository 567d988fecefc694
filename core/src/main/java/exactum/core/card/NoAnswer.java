package exactum.core.card;

/** A processor gave no answer, or none that can be understood. */
public final class NoAnswer extends RuntimeException {
    private final boolean perhapsDone;

    /**
     * No answer.
     *
     * @param perhapsDone whether what was asked for may have been done all the same; then it is asked about, never repeated blindly
     */
    public NoAnswer(String words, boolean perhapsDone, Throwable cause) {
        super(words, cause);
        this.perhapsDone = perhapsDone;
    }

    public boolean isPerhapsDone() {
        return perhapsDone;
    }
}
