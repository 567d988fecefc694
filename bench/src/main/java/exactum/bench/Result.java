package exactum.bench;

import java.util.Locale;

/** What was done for so many things, and a plain COPY of the very same rows in the same run. */
record Result(int things, double seconds, SameRows.Copy copy) {
    double ratio() {
        return seconds / copy.seconds();
    }

    /** How much more a thing costs than it did in a smaller run. */
    double growthFrom(Result smaller) {
        return (seconds / things) / (smaller.seconds / smaller.things);
    }

    /** How much more a row costs COPY than it did in a smaller run: what database and machine grow by without us. */
    double copyGrowthFrom(Result smaller) {
        return (copy.seconds() / copy.rows()) / (smaller.copy.seconds() / smaller.copy.rows());
    }

    void print(String what) {
        System.out.printf(
                Locale.ROOT,
                "%,d %s: %.1f s, %,d rows; COPY of the same rows %.1f s; ratio %.2f%n",
                things,
                what,
                seconds,
                copy.rows(),
                copy.seconds(),
                ratio());
    }
}
