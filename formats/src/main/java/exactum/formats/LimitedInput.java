package exactum.formats;

import exactum.core.problem.Refusal;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Refuses, before it is in memory, a file that is larger than it may be. */
public final class LimitedInput extends FilterInputStream {
    private final long limitBytes;
    private long readBytes;

    /**
     * Reads as far as so many bytes.
     *
     * @param limitBytes of which one more is refused
     */
    public LimitedInput(InputStream in, long limitBytes) {
        super(in);
        this.limitBytes = limitBytes;
    }

    @Override
    public int read() throws IOException {
        int one = super.read();
        if (one >= 0) count(1);
        return one;
    }

    @Override
    public int read(byte[] buffer, int offset, int length) throws IOException {
        int read = super.read(buffer, offset, length);
        if (read > 0) count(read);
        return read;
    }

    @Override
    public boolean markSupported() {
        return false;
    }

    private void count(int bytes) {
        readBytes += bytes;
        if (readBytes > limitBytes) {
            throw new Refusal(
                    "file.too-large",
                    "The file is larger than the %d KB that are allowed. Nothing was stored. Split it, or raise the limit in the settings."
                            .formatted(limitBytes / 1024));
        }
    }
}
