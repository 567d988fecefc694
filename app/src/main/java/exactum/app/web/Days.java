package exactum.app.web;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;

/** How days are written: with the month in letters, or in digits alone. */
public enum Days {
    AS_LANGUAGE("language", "d MMM uuuu"),
    YEAR_FIRST("2026-06-30", "uuuu-MM-dd"),
    POINTS("30.06.2026", "dd.MM.uuuu"),
    STROKES("30/06/2026", "dd/MM/uuuu");

    private final String code;
    private final DateTimeFormatter format;

    Days(String code, String pattern) {
        this.code = code;
        this.format = DateTimeFormatter.ofPattern(pattern);
    }

    /** The stored name: an example, but for the first. */
    public String code() {
        return code;
    }

    /** What it is, in words. */
    public String words() {
        return this == AS_LANGUAGE ? "dates by language" : code;
    }

    String written(LocalDate day) {
        return format.format(day);
    }

    /** The one with the stored name; null for null. */
    public static Days of(String code) {
        return Arrays.stream(values())
                .filter(d -> d.code.equals(code))
                .findFirst()
                .orElse(null);
    }
}
