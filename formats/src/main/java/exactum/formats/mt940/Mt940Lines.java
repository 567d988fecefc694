package exactum.formats.mt940;

import exactum.core.problem.Refusal;
import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** A text a line at a time; a line that is no UTF-8 is taken as windows-1252, as banks write both (common practice, no source). */
final class Mt940Lines {
    private static final int LONGEST = 4000;
    private static final Charset OLDER = Charset.forName("windows-1252");
    private final InputStream in;
    private int number;

    Mt940Lines(InputStream in) {
        this.in = new BufferedInputStream(in);
    }

    /** The next line without its end, or null at the end of the file. */
    String next() throws IOException {
        var bytes = new ByteArrayOutputStream();
        int b = in.read();
        if (b < 0) return null;
        number++;
        while (b >= 0 && b != '\n') {
            if (b == 0) throw refused("holds a NUL byte, which no statement has");
            if (b != '\r') bytes.write(b);
            if (bytes.size() > LONGEST) throw refused("has more than 4,000 characters");
            b = in.read();
        }
        return text(bytes.toByteArray());
    }

    int number() {
        return number;
    }

    Refusal refused(String what) {
        return new Refusal("statement.field", "Line %d of the file %s. Nothing was stored.".formatted(number, what));
    }

    private static String text(byte[] bytes) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException older) {
            return new String(bytes, OLDER);
        }
    }
}
