package exactum.core.collection;

import exactum.core.scheme.SchemeRules;
import exactum.core.scheme.SchemeTerms;
import exactum.core.text.Days;
import exactum.core.working.Working;
import java.time.LocalDate;

/**
 * Until when a collection may come back.
 *
 * @param collected the day it was collected
 * @param returned the last day on which the payer's bank returns it; after it, it is final but for claims
 * @param refund the last day on which the payer may claim it back, or null where they may not
 * @param unauthorised the last day on which a payer who never agreed may claim it back, or null
 */
public record Windows(
        LocalDate collected, LocalDate returned, LocalDate refund, LocalDate unauthorised, Working working) {

    /** The windows of what was collected on a day. */
    public static Windows of(SchemeRules rules, LocalDate collected) {
        SchemeTerms terms = rules.termsOn(collected);
        LocalDate returned = rules.calendar().plusOpenDays(collected, terms.returnOpenDays());
        LocalDate refund = terms.refund() == null ? null : collected.plus(terms.refund());
        LocalDate unauthorised = terms.unauthorised() == null ? null : collected.plus(terms.unauthorised());
        var working = Working.on(() -> "Final after " + Days.weekday(returned))
                .step(() -> "collected on " + Days.weekday(collected), "")
                .step(
                        () -> "returned by the bank within %s: until %s"
                                .formatted(Days.count(terms.returnOpenDays(), "banking day"), Days.weekday(returned)),
                        terms.source());
        if (refund == null) working.step("an authorised debit cannot be claimed back", terms.source());
        else
            working.step(
                            () -> "claimed back by the payer within 8 weeks: until " + Days.day(refund),
                            "Directive (EU) 2015/2366, Art. 76 and 77")
                    .step(
                            () -> "claimed back as not authorised within 13 months: until " + Days.day(unauthorised),
                            "Directive (EU) 2015/2366, Art. 71");
        return new Windows(collected, returned, refund, unauthorised, working.done());
    }
}
