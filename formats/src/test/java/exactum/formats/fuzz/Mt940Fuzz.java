package exactum.formats.fuzz;

import exactum.formats.mt940.Mt940Reader;

/** The target that a fuzzer calls with bytes of its own making. */
public final class Mt940Fuzz {
    private Mt940Fuzz() {}

    public static void fuzzerTestOneInput(byte[] file) {
        Fuzzed.read(file, Mt940Reader::read);
    }
}
