package exactum.core.mandate;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * What a payer agreed to.
 *
 * @param signedOn may be before it is valid
 * @param validFrom the first day on which may be collected
 * @param validUntil the last, or null
 * @param isOneOff whether it is for one collection
 * @param agreedCount how many collections were agreed, or null
 * @param cap the most of one collection, or null
 * @param noticeDays calendar days of advance notice, as agreed
 */
public record Authority(
        Scheme scheme,
        LocalDate signedOn,
        LocalDate validFrom,
        LocalDate validUntil,
        boolean isOneOff,
        Integer agreedCount,
        Money cap,
        int noticeDays) {
    private static final int MOST_COLLECTIONS = 9_999;
    private static final int MOST_NOTICE = 90;

    /**
     * Checks all of it at once.
     *
     * @throws Refusal naming everything that cannot be
     */
    public Authority {
        List<Refusal> wrong = new ArrayList<>();
        if (validUntil != null && validUntil.isBefore(validFrom))
            wrong.add(new Refusal("mandate.until", "It ends before it begins.").at("validUntil"));
        if (agreedCount != null && (agreedCount < 1 || agreedCount > MOST_COLLECTIONS))
            wrong.add(new Refusal("mandate.count", "Between 1 and 9,999 collections can be agreed.").at("agreedCount"));
        if (isOneOff && agreedCount != null && agreedCount > 1)
            wrong.add(new Refusal("mandate.one-off", "A one-off mandate is for one collection.").at("agreedCount"));
        if (cap != null && !cap.isPositive())
            wrong.add(new Refusal("mandate.cap", "The most of one collection is above zero.").at("cap"));
        if (cap != null && !cap.currency().equals(scheme.rules().currency()))
            wrong.add(new Refusal(
                            "mandate.currency",
                            "%s collects %s only."
                                    .formatted(scheme.words(), scheme.rules().currency()))
                    .at("cap"));
        if (noticeDays < 1 || noticeDays > MOST_NOTICE)
            wrong.add(new Refusal("mandate.notice", "Between 1 and 90 days of notice can be agreed.").at("noticeDays"));
        if (!wrong.isEmpty()) throw Refusal.all(wrong);
    }

    /** How many it allows in all, or null for any number. */
    public Integer most() {
        return isOneOff ? Integer.valueOf(1) : agreedCount;
    }
}
