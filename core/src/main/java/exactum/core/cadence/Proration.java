package exactum.core.cadence;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;

/** How a part of a period is charged. */
public enum Proration {
    /** A period is charged in full or not at all. */
    NONE("none", "a part of a period is not charged apart") {
        @Override
        long days(LocalDate from, LocalDate until) {
            return ChronoUnit.DAYS.between(from, until);
        }
    },
    /** By the days of the period: 19 of the 28 days of February 2026 (actual days over the days of the period; common practice, no source). */
    DAYS("days of the period", "a part of a period is charged by its days") {
        @Override
        long days(LocalDate from, LocalDate until) {
            return ChronoUnit.DAYS.between(from, until);
        }
    },
    /** Each month has 30 days: 21 of 30 from 10 February (30E/360, ISDA 2006 Definitions, section 4.16(g)). */
    THIRTY_360("30/360", "a part of a period is charged by 30 days a month") {
        @Override
        long days(LocalDate from, LocalDate until) {
            long months = 12L * (until.getYear() - from.getYear()) + until.getMonthValue() - from.getMonthValue();
            return 30 * months + Math.min(until.getDayOfMonth(), 30) - Math.min(from.getDayOfMonth(), 30);
        }
    };

    private final String word;
    private final String words;

    Proration(String word, String words) {
        this.word = word;
        this.words = words;
    }

    /** The days from a day up to another, by this count. */
    abstract long days(LocalDate from, LocalDate until);

    /** The stored name, which is also how it is shown. */
    public String word() {
        return word;
    }

    /** The rule as it is said. */
    public String words() {
        return words;
    }

    /** The way with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Proration of(String word) {
        return Arrays.stream(values())
                .filter(p -> p.word.equals(word))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no proration is called “" + word + "”"));
    }

    /**
     * Which part of whole periods a time takes.
     *
     * @param from its first day
     * @param until the day after its last; not after from for none
     * @param whole the periods that it lies in, in order
     */
    public Fraction fraction(LocalDate from, LocalDate until, List<ServicePeriod> whole) {
        return new Fraction(
                whole.stream()
                        .map(period -> piece(later(from, period.from()), earlier(until, period.until()), period))
                        .filter(piece -> piece.days() > 0)
                        .toList(),
                words);
    }

    private Fraction.Piece piece(LocalDate from, LocalDate until, ServicePeriod of) {
        if (!from.isBefore(until)) return new Fraction.Piece(0, 1);
        if (from.equals(of.from()) && until.equals(of.until())) return Fraction.Piece.WHOLE;
        return new Fraction.Piece(days(from, until), days(of.from(), of.until()));
    }

    private static LocalDate later(LocalDate a, LocalDate b) {
        return a.isAfter(b) ? a : b;
    }

    private static LocalDate earlier(LocalDate a, LocalDate b) {
        return a.isBefore(b) ? a : b;
    }
}
