package exactum.formats.fuzz;

import exactum.formats.einvoice.EInvoiceReader;

/** The target that a fuzzer calls with bytes of its own making, which are read as an e-invoice. */
public final class EInvoiceFuzz {
    private EInvoiceFuzz() {}

    public static void fuzzerTestOneInput(byte[] file) {
        Fuzzed.read(file, EInvoiceReader::read);
    }
}
