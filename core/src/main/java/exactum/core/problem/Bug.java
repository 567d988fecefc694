package exactum.core.problem;

/** A fault of our own: an invariant that does not hold. */
public final class Bug extends RuntimeException {
    public Bug(String sentence) {
        super("Exactum bug: " + sentence);
    }
}
