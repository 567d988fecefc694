package exactum.formats.fuzz;

import exactum.formats.camt.Camt053Reader;

/** The target that a fuzzer calls with bytes of its own making. */
public final class StatementFuzz {
    private StatementFuzz() {}

    public static void fuzzerTestOneInput(byte[] file) {
        Fuzzed.read(file, Camt053Reader::read);
    }
}
