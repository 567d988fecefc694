package exactum.formats.fuzz;

import exactum.formats.pain.Debit;
import exactum.formats.pain.DebitGroup;
import exactum.formats.pain.DebitHeader;
import exactum.formats.pain.Pain002Reader;
import exactum.formats.pain.Pain008Reader;

/** The target that a fuzzer calls with bytes of its own making: each is read as a file of debits and as a status report. */
public final class DebitFuzz {
    private static final Pain008Reader.Visitor NOBODY = new Pain008Reader.Visitor() {
        @Override
        public void header(DebitHeader read) {}

        @Override
        public void debit(DebitGroup group, Debit debit) {}
    };

    private DebitFuzz() {}

    public static void fuzzerTestOneInput(byte[] file) {
        Fuzzed.read(file, Pain002Reader::read);
        Fuzzed.read(file, in -> Pain008Reader.read(in, NOBODY));
    }
}
