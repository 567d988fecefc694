package exactum.core.collection;

import exactum.core.scheme.SchemeRules;
import exactum.core.scheme.SchemeTerms;
import exactum.core.text.Days;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;

/**
 * The day on which something is collected: never before it is due, never before scheme and notice allow, always a banking day.
 *
 * @param agreed the day it is due
 * @param on the day it is collected
 * @param handOver the last day on which the bank takes it for that day, until its cut-off
 * @param working how the day came about
 */
public record CollectionDay(LocalDate agreed, LocalDate on, LocalDate handOver, Working working) {

    /**
     * How a bank takes collections.
     *
     * @param leadOpenDays banking days between hand-over and collection; the scheme's own is the least
     * @param cutOff until when a file counts for the day
     */
    public record Bank(int leadOpenDays, LocalTime cutOff) {}

    /**
     * When the payer is told.
     *
     * @param on the day that they were told, or will be
     * @param days calendar days between notice and collection, as agreed with the payer
     * @param words what told them
     */
    public record Told(LocalDate on, int days, String words) {}

    /**
     * The earliest day.
     *
     * @param due when it is due
     * @param now the business's local time
     */
    public static CollectionDay earliest(SchemeRules rules, Bank bank, LocalDate due, Told told, LocalDateTime now) {
        SchemeTerms terms = rules.termsOn(now.toLocalDate());
        int lead = Math.max(terms.leadOpenDays(), bank.leadOpenDays());
        LocalDate handed = handedOver(rules, bank, now);
        LocalDate byLead = rules.calendar().plusOpenDays(handed, lead);
        LocalDate byNotice = told.on().plusDays(told.days());
        LocalDate wanted = later(due, later(byLead, byNotice));
        LocalDate on = rules.calendar().openOrNext(wanted);
        var working = Working.on(() -> "Collected on " + Days.weekday(on))
                .step(() -> "due on " + Days.weekday(due), "terms of the document")
                .step(
                        () -> "%s on %s, and %s ahead: not before %s"
                                .formatted(
                                        told.words(),
                                        Days.day(told.on()),
                                        Days.count(told.days(), "day"),
                                        Days.weekday(byNotice)),
                        terms.source() + ", advance notice")
                .step(
                        () -> "handed over on %s by %s, %s ahead: not before %s"
                                .formatted(
                                        Days.weekday(handed),
                                        bank.cutOff(),
                                        Days.count(lead, "banking day"),
                                        Days.weekday(byLead)),
                        terms.source() + ", and what the bank asks");
        if (!on.equals(wanted))
            working.step(
                    () -> "banks are shut on %s; the next banking day is %s"
                            .formatted(Days.weekday(wanted), Days.weekday(on)),
                    "TARGET calendar of the ECB");
        return new CollectionDay(due, on, rules.calendar().minusOpenDays(on, lead), working.done());
    }

    /** Whether the bank takes it no longer. */
    public boolean isTooLate(Bank bank, LocalDateTime now) {
        return now.isAfter(handOver.atTime(bank.cutOff()));
    }

    /** The first day for which the bank counts what it is given now. */
    private static LocalDate handedOver(SchemeRules rules, Bank bank, LocalDateTime now) {
        LocalDate today = now.toLocalDate();
        boolean inTime = rules.calendar().isOpen(today) && !now.toLocalTime().isAfter(bank.cutOff());
        return inTime ? today : rules.calendar().openOrNext(today.plusDays(1));
    }

    private static LocalDate later(LocalDate one, LocalDate other) {
        return one.isAfter(other) ? one : other;
    }
}
