package exactum.core.terms;

import exactum.core.cadence.ServicePeriod;
import java.time.LocalDate;
import java.util.Optional;

/**
 * The days of one document that due days are counted from.
 *
 * @param issue its own date
 * @param acceptance when it was accepted, or null
 * @param service the time it is for, or null
 * @param downPaid when the first part was paid, or null while it is not
 */
public record Anchors(LocalDate issue, LocalDate acceptance, ServicePeriod service, LocalDate downPaid) {
    /** Of a document that says no more than its date. */
    public static Anchors of(LocalDate issue) {
        return new Anchors(issue, null, null, null);
    }

    /** Of a document for some time. */
    public static Anchors of(LocalDate issue, ServicePeriod service) {
        return new Anchors(issue, null, service, null);
    }

    /** The same, with the day on which it was accepted; null for none. */
    public Anchors accepted(LocalDate day) {
        return new Anchors(issue, day, service, downPaid);
    }

    /** The same, with the day that the first part was paid. */
    public Anchors paid(LocalDate day) {
        return new Anchors(issue, acceptance, service, day);
    }

    /** The day of an anchor that the document itself has; none of one that it does not say. */
    Optional<LocalDate> day(Anchor anchor, LocalDate fixed) {
        return Optional.ofNullable(
                switch (anchor) {
                    case ISSUE -> issue;
                    case MONTH_END -> issue.withDayOfMonth(issue.lengthOfMonth());
                    case ACCEPTANCE -> acceptance;
                    case SERVICE_START -> service == null ? null : service.from();
                    case SERVICE_END -> service == null ? null : service.until().minusDays(1);
                    case FIXED -> fixed;
                    case DOWN_PAID -> downPaid;
                });
    }
}
