package exactum.core.arrears;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/** Laws on late payment between businesses: on which day a half-year’s reference rate is read, and what recovery costs as a fixed sum. */
public enum LateLaw {
    /** Directive 2011/7/EU: the rate in force on 1 January and 1 July (Art. 5), and EUR 40 (Art. 6), the least that states provide. */
    EU("Directive 2011/7/EU", 0, Map.of("EUR", bands(0L, 4_000L))),
    /**
     * Late Payment of Commercial Debts (Interest) Act 1998, section 5A: GBP 40, 70 from 1,000, 100 from 10,000; the rate in force on
     * 30 June and 31 December, by the Rate of Interest (No. 3) Order 2002.
     */
    UK(
            "Late Payment of Commercial Debts (Interest) Act 1998",
            1,
            Map.of("GBP", bands(0L, 4_000L, 100_000L, 7_000L, 1_000_000L, 10_000L)));

    private final String words;
    private final int daysBefore;
    private final Map<String, NavigableMap<Long, Long>> fixed;

    LateLaw(String words, int daysBefore, Map<String, NavigableMap<Long, Long>> fixed) {
        this.words = words;
        this.daysBefore = daysBefore;
        this.fixed = fixed;
    }

    private static NavigableMap<Long, Long> bands(Long... fromAndSum) {
        var bands = new TreeMap<Long, Long>();
        for (int i = 0; i < fromAndSum.length; i += 2) bands.put(fromAndSum[i], fromAndSum[i + 1]);
        return bands;
    }

    /** Its title. */
    public String words() {
        return words;
    }

    /** The law of a name; an {@link IllegalArgumentException} for any other. */
    public static LateLaw of(String name) {
        return Arrays.stream(values())
                .filter(l -> l.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no law is called “" + name + "”"));
    }

    /** The first day of the half-year that a day is in. */
    public static LocalDate halfYear(LocalDate day) {
        return LocalDate.of(day.getYear(), day.getMonthValue() <= 6 ? 1 : 7, 1);
    }

    /** The day whose reference rate counts in the half-year of a day. */
    public LocalDate fixing(LocalDate day) {
        return halfYear(day).minusDays(daysBefore);
    }

    /** The fixed sum for recovering a debt; zero where the law names none in its currency. */
    public Money compensation(Money debt) {
        NavigableMap<Long, Long> bands = fixed.getOrDefault(debt.currency().getCurrencyCode(), bands());
        Map.Entry<Long, Long> band = bands.floorEntry(debt.minor());
        return Money.ofMinor(debt.currency().getCurrencyCode(), band == null ? 0 : band.getValue());
    }
}
