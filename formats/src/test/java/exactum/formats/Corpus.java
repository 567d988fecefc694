package exactum.formats;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.GZIPOutputStream;

/** Files that a bank, a processor or a person may hand in, each with what must come of it. Small ones; the large are made here. */
final class Corpus {
    private Corpus() {}

    /**
     * A file.
     *
     * @param says part of the sentence it is refused with, or null where it is taken
     */
    record Case(String name, byte[] file, String says) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Case taken(String name, String file) {
        return new Case(name, file.getBytes(UTF_8), null);
    }

    static Case refused(String name, String file, String says) {
        return new Case(name, file.getBytes(UTF_8), says);
    }

    static Case refused(String name, byte[] file, String says) {
        return new Case(name, file, says);
    }

    static byte[] gzip(String text) {
        var out = new ByteArrayOutputStream();
        try (var zip = new GZIPOutputStream(out)) {
            zip.write(text.getBytes(UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /** Files of other kinds that are chosen by mistake, and what each is called. */
    static List<Case> otherKinds(String xmlRefusal) {
        var cases = new ArrayList<Case>();
        cases.add(refused("a PDF", "%PDF-1.7\n%âãÏÓ\n1 0 obj", "This is a PDF"));
        cases.add(refused("a spreadsheet", "PK\u0003\u0004rest", "This is a ZIP archive or a spreadsheet"));
        cases.add(refused("gzip", gzip("x".repeat(5000)), "This is a compressed file"));
        cases.add(refused("MT940 of a bank", "{1:F01BANKDEFFXXXX0000000000}{4:\n:20:X\n", "This is MT940"));
        cases.add(refused("MT940 bare", ":20:STARTUMS\n:25:1/2\n", "This is MT940"));
        cases.add(refused("JSON object", "{\"a\":1}", "This is JSON"));
        cases.add(refused("JSON list", "[1,2]", "This is JSON"));
        cases.add(refused("a web page", "<!DOCTYPE html><html><body>Sign in</body></html>", "This is a web page"));
        cases.add(refused("prose", "Dear bank\nplease send", "This is nothing we know"));
        cases.add(refused("another XML", "<?xml version=\"1.0\"?><Invoice xmlns=\"urn:x\"><a/></Invoice>", xmlRefusal));
        return cases;
    }
}
