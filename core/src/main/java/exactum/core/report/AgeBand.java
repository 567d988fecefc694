package exactum.core.report;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;

/**
 * How old something owed is, by the days since it fell due: the usual ageing schedule of 30-day bands. Common practice; the
 * schedule stands in any textbook of financial accounting under ageing of receivables.
 */
public enum AgeBand {
    NOT_DUE("not due", Integer.MIN_VALUE, 0),
    UP_TO_30("1–30 days", 1, 30),
    UP_TO_60("31–60 days", 31, 60),
    UP_TO_90("61–90 days", 61, 90),
    OVER_90("over 90 days", 91, Integer.MAX_VALUE);

    private final String words;
    private final int first;
    private final int last;

    AgeBand(String words, int first, int last) {
        this.words = words;
        this.first = first;
        this.last = last;
    }

    public String words() {
        return words;
    }

    /** The first day late that belongs to it; the least whole number for what is not due. */
    public int first() {
        return first;
    }

    /** The last day late that belongs to it. */
    public int last() {
        return last;
    }

    /** The band of something due on a day, as of another; on its due day it is not late. */
    public static AgeBand of(LocalDate due, LocalDate asOf) {
        long late = ChronoUnit.DAYS.between(due, asOf);
        for (AgeBand band : values()) if (late <= band.last) return band;
        return OVER_90;
    }
}
