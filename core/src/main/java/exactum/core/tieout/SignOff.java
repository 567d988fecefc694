package exactum.core.tieout;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;

/** When a tie-out may be signed for a month. Common practice, no source. */
public final class SignOff {
    private static final int FRIDAY = 5;

    private SignOff() {}

    /**
     * Lets what was seen be signed, or says why not.
     *
     * @param name of the account
     * @param unexplained what no name explains
     * @param gap whether a statement is missing before the end of the month
     * @param told the day whose end it tells
     * @param end the last day of the month
     * @param note what the person adds; needed where statements leave out weekdays at the end of the month
     * @throws Refusal where something is unexplained or missing, or the note is
     */
    public static void require(
            String name, Money unexplained, boolean gap, LocalDate told, LocalDate end, String note) {
        if (!unexplained.isZero())
            throw new Refusal(
                    "tie-out.unexplained",
                    "%s of %s has no name yet, so it cannot be signed. Nothing was saved."
                            .formatted(unexplained.withCurrency(), name));
        if (gap)
            throw new Refusal(
                    "tie-out.gap",
                    "A statement of %s is missing before the end of the month, so it cannot be signed. Nothing was saved."
                            .formatted(name));
        if (endsEarly(told, end) && note.isBlank())
            throw new Refusal(
                            "tie-out.short",
                            "What the bank says of %s ends on %s, before the month does. Read the next statement, or note why none comes. Nothing was saved."
                                    .formatted(name, told))
                    .at("note");
    }

    /** Whether a weekday is left between the day whose end is told and the end of the month, of which a statement could tell. */
    public static boolean endsEarly(LocalDate told, LocalDate end) {
        return told.plusDays(1)
                .datesUntil(end.plusDays(1).isAfter(told) ? end.plusDays(1) : told.plusDays(1))
                .anyMatch(d -> d.getDayOfWeek().getValue() <= FRIDAY);
    }
}
