package exactum.app.daysheet;

import java.time.LocalDate;

/**
 * One line of the day sheet.
 *
 * @param station which station it belongs to
 * @param mark the name of its mark
 * @param href opens what it is about
 * @param step the words of the suggested next step
 * @param stepAddress where the step leads: a page, or an address it is posted to
 * @param posted whether the step acts at once
 */
public record Decision(
        String station,
        String mark,
        String words,
        String whose,
        LocalDate since,
        String currency,
        long amountMinor,
        String href,
        String step,
        String stepAddress,
        boolean posted) {}
