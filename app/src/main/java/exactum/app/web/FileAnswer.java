package exactum.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpHeaders;

/**
 * Answers with a text file that is written as it is made. Where the making fails it is never ended as if it were whole: before
 * the first bytes have gone the failure is answered instead, afterwards the transfer breaks off.
 */
public final class FileAnswer {
    private FileAnswer() {}

    /** What the file holds. */
    public interface Content {
        void writeTo(Writer to) throws IOException;
    }

    /** Sends it in UTF-8, to be saved under the name. */
    public static void send(HttpServletResponse response, String type, String name, Content content)
            throws IOException {
        response.setContentType(type + ";charset=utf-8");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"%s\"".formatted(name));
        boolean whole = false;
        try {
            var out = new OutputStreamWriter(new StaysOpen(response.getOutputStream()), StandardCharsets.UTF_8);
            content.writeTo(out);
            out.close();
            whole = true;
        } finally {
            if (!whole && !response.isCommitted()) response.reset();
        }
        response.flushBuffer();
    }

    /** Whoever closes the file does not end the answer. */
    private static final class StaysOpen extends FilterOutputStream {
        StaysOpen(OutputStream out) {
            super(out);
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            out.write(bytes, from, length);
        }

        @Override
        public void flush() {
            // The answer is sent as its buffer fills, so that a failure before that can still be told.
        }

        @Override
        public void close() {
            // Ended by the one who answers.
        }
    }
}
