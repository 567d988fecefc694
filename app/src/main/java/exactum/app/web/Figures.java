package exactum.app.web;

import java.util.Arrays;

/** How figures are written: what stands between thousands, and before decimals. */
public enum Figures {
    AS_LANGUAGE("language", ',', '.'),
    COMMA_POINT("1,234.56", ',', '.'),
    POINT_COMMA("1.234,56", '.', ','),
    BLANK_COMMA("1 234,56", '\u00a0', ','),
    APOSTROPHE_POINT("1’234.56", '’', '.');

    private final String code;
    private final char thousands;
    private final char decimals;

    Figures(String code, char thousands, char decimals) {
        this.code = code;
        this.thousands = thousands;
        this.decimals = decimals;
    }

    /** The stored name: an example, but for the first. */
    public String code() {
        return code;
    }

    /** What it is, in words. */
    public String words() {
        return this == AS_LANGUAGE ? "figures by language" : code;
    }

    /** A figure that is written in English, such as {@code 1,120.00} or {@code 13.5 %}. */
    String written(String english) {
        var written = new StringBuilder(english);
        for (int i = 0; i < written.length(); i++) {
            char c = written.charAt(i);
            if (c == ',') written.setCharAt(i, thousands);
            if (c == '.') written.setCharAt(i, decimals);
        }
        return written.toString();
    }

    /** The one with the stored name; null for null. */
    public static Figures of(String code) {
        return Arrays.stream(values())
                .filter(f -> f.code.equals(code))
                .findFirst()
                .orElse(null);
    }
}
