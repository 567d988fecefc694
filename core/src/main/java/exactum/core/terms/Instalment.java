package exactum.core.terms;

import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import exactum.core.working.Working;
import java.time.LocalDate;

/**
 * One dated part of an invoice.
 *
 * @param seq its place, from 1
 * @param amount above zero
 * @param due the day it falls due, also where that is only expected
 * @param expected whether the day is counted again once the first part is paid
 * @param description as printed, or empty
 * @param method by which it is to be paid, or empty
 * @param early less to pay if paid early, or null
 * @param working why this day
 */
public record Instalment(
        int seq,
        Money amount,
        LocalDate due,
        boolean expected,
        String description,
        String method,
        EarlySettlement early,
        Working working) {}
