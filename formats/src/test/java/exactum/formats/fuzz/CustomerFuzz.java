package exactum.formats.fuzz;

import exactum.formats.csv.CustomerCsv;

/** The target that a fuzzer calls with bytes of its own making. */
public final class CustomerFuzz {
    private CustomerFuzz() {}

    public static void fuzzerTestOneInput(byte[] file) {
        Fuzzed.read(file, CustomerCsv::read);
    }
}
