package exactum.core.card;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;

/** Until when a card is good: through the last day of its month (ISO/IEC 7813; common practice, no single source). */
public final class CardExpiry {
    private static final DateTimeFormatter WORDS = DateTimeFormatter.ofPattern("MM/yy");

    private CardExpiry() {}

    /** Whether it can be charged on the day. */
    public static boolean isGoodOn(YearMonth expires, LocalDate day) {
        return !day.isAfter(expires.atEndOfMonth());
    }

    /** The day from which a new card is asked for: two months before the first day on which it is good no more. */
    public static LocalDate askFrom(YearMonth expires) {
        return expires.plusMonths(1).atDay(1).minusMonths(2);
    }

    /** As it is printed on a card: {@code 05/28}. */
    public static String words(YearMonth expires) {
        return WORDS.format(expires);
    }
}
