package exactum.core.scheme;

import java.time.LocalDate;
import java.time.Period;

/**
 * The time limits of a scheme from a day on. A change of the scheme adds a row; none is edited.
 *
 * @param from the first day that the row is in force
 * @param leadOpenDays banking days between hand-over at the bank and collection
 * @param earliestDays the most calendar days that a collection is handed over ahead
 * @param noticeDays calendar days between the advance notice and collection, unless agreed otherwise
 * @param returnOpenDays banking days after collection within which the payer's bank returns it
 * @param refund within which the payer may claim an authorised debit back; null where there is no such right
 * @param unauthorised within which an unauthorised debit may be claimed back; null where there is no such right
 * @param dormant after which a mandate that was not used lapses
 * @param source the document that says so
 */
public record SchemeTerms(
        LocalDate from,
        int leadOpenDays,
        int earliestDays,
        int noticeDays,
        int returnOpenDays,
        Period refund,
        Period unauthorised,
        Period dormant,
        String source) {}
