package exactum.core.problem;

/** A fault of our own: an invariant that does not hold. */
public final class Bug extends RuntimeException {
    /** A fault of ours, said for who mends it. */
    public Bug(String sentence) {
        super("Exactum bug: " + sentence);
    }
}
