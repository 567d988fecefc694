package exactum.formats.fuzz;

import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.util.function.Consumer;

/** What a fuzzer may find of a reader: whatever it is given, it reads it or refuses it with a sentence that can be shown. */
final class Fuzzed {
    private Fuzzed() {}

    static void read(byte[] file, Consumer<InputStream> reader) {
        try {
            reader.accept(new LimitedInput(new ByteArrayInputStream(file), 1 << 20));
        } catch (Refusal refused) {
            if (refused.sentence().length() > 1000)
                throw new AssertionError("a sentence of " + refused.sentence().length() + " characters");
        }
    }
}
