package exactum.core.cadence;

import exactum.core.working.Working;
import java.time.LocalDate;

/**
 * One date of a recurring invoice.
 *
 * @param index counted from 0
 * @param date the invoice date
 * @param makeOn the day it is made, some days before its date
 * @param period the time it covers
 * @param working why this date and this period
 */
public record Occurrence(int index, LocalDate date, LocalDate makeOn, ServicePeriod period, Working working) {}
