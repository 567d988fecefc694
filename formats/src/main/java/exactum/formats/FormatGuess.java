package exactum.formats;

import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a file seems to be, by its first bytes, for who chose the wrong one. */
public final class FormatGuess {
    /** So many bytes are enough to tell. */
    public static final int BYTES = 2048;

    private static final Pattern ROOT = Pattern.compile(
            "<(?:[\\w.-]+:)?([A-Za-z][\\w.-]*)(?:\\s[^>]*?xmlns(?::[\\w.-]+)?=[\"']([^\"']{1,200})[\"'])?");

    private FormatGuess() {}

    /** {@code CSV}, {@code a PDF}, {@code camt.054.001.08}; “nothing we know” where it is none of them. */
    public static String of(byte[] head) {
        String start = new String(head, 0, Math.min(head.length, BYTES), StandardCharsets.ISO_8859_1);
        if (start.isBlank()) return "an empty file";
        if (start.startsWith("%PDF")) return "a PDF";
        if (start.startsWith("PK")) return "a ZIP archive or a spreadsheet";
        if (start.startsWith("\u001f\u008b")) return "a compressed file";
        if (start.startsWith("\u00ff\u00fe") || start.startsWith("\u00fe\u00ff")) return "text in UTF-16";
        String text = start.replace("\u00ef\u00bb\u00bf", "").strip();
        if (text.startsWith("<")) return xml(text);
        if (text.startsWith("{1:") || text.startsWith(":20:")) return "MT940";
        if (text.startsWith("{") || text.startsWith("[")) return "JSON";
        String first = text.lines().findFirst().orElse("");
        return first.contains(",") || first.contains(";") ? "CSV" : "nothing we know";
    }

    /** Whether a file may be CSV of whatever shape: text in columns, and none of what we know otherwise. */
    public static boolean mayBeCsv(byte[] head) {
        String guess = of(head);
        if (guess.equals("CSV") || guess.equals("text in UTF-16")) return true;
        String first = new String(head, StandardCharsets.ISO_8859_1)
                .lines()
                .findFirst()
                .orElse("");
        return guess.equals("nothing we know") && first.matches(".*[\\t|^].*");
    }

    private static String xml(String text) {
        if (text.toLowerCase(java.util.Locale.ROOT).contains("<html")) return "a web page";
        Matcher root = ROOT.matcher(text.replaceAll("(?s)<\\?.*?\\?>|<!--.*?-->", ""));
        if (!root.find()) return "XML";
        String space = root.group(2);
        return space != null && space.startsWith("urn:iso:std:iso:20022:tech:xsd:")
                ? space.substring(space.lastIndexOf(':') + 1)
                : "XML with the root “" + root.group(1) + "”";
    }
}
