package exactum.formats.fuzz;

import exactum.formats.csv.PayoutCsv;

/** The target that a fuzzer calls with bytes of its own making. */
public final class PayoutFuzz {
    private PayoutFuzz() {}

    public static void fuzzerTestOneInput(byte[] file) {
        Fuzzed.read(file, PayoutCsv::read);
    }
}
