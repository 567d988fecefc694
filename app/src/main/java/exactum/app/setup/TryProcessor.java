package exactum.app.setup;

/** Asks a processor whether address and key are right; changes nothing on either side. */
public interface TryProcessor {
    /** How it went: good or not, in one sentence. */
    record Result(boolean good, String sentence) {}

    Result tryIt(ProcessorAccount processor);
}
