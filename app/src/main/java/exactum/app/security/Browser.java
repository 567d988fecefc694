package exactum.app.security;

import java.util.List;

/** A browser in words a person knows again, from what it says of itself (RFC 9110, 10.1.5). */
final class Browser {
    private record Known(String sign, String words) {}

    /** In this order: most of them say that they are the later ones too. */
    private static final List<Known> PROGRAMS = List.of(
            new Known("Edg/", "Edge"),
            new Known("Firefox/", "Firefox"),
            new Known("Chrom", "Chrome"),
            new Known("Safari/", "Safari"));

    private static final List<Known> SYSTEMS = List.of(
            new Known("Android", "Android"),
            new Known("iPhone", "an iPhone"),
            new Known("iPad", "an iPad"),
            new Known("Windows", "Windows"),
            new Known("Mac OS", "a Mac"),
            new Known("Linux", "Linux"));

    private Browser() {}

    /** {@code Firefox on Windows}; what is not known is “a browser”. */
    static String words(String agent) {
        String said = agent == null ? "" : agent;
        return first(PROGRAMS, said, "a browser") + " on " + first(SYSTEMS, said, "an unknown system");
    }

    private static String first(List<Known> known, String said, String otherwise) {
        return known.stream()
                .filter(k -> said.contains(k.sign()))
                .map(Known::words)
                .findFirst()
                .orElse(otherwise);
    }
}
