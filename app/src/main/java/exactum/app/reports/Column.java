package exactum.app.reports;

import java.util.Locale;

/** A column of a report; figures stand to the right, money is added up. */
public record Column(String name, boolean figure) {
    static Column words(String name) {
        return new Column(name, false);
    }

    static Column figure(String name) {
        return new Column(name, true);
    }

    /** Its name in a file: {@code days_late}. */
    public String plain() {
        return name.toLowerCase(Locale.ROOT).replace('–', '-').replaceAll("[^a-z0-9-]+", "_");
    }
}
