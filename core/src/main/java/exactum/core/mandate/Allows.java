package exactum.core.mandate;

import exactum.core.money.Money;
import exactum.core.scheme.SchemeTerms;
import exactum.core.text.Days;
import java.time.LocalDate;
import java.util.Optional;

/** What a mandate allows on a day. */
public final class Allows {
    private Allows() {}

    /** The day after which a mandate that is not used lapses: EPC016-06, 36 months after the latest collection presented; for one never used, after its signature (common practice, no source). */
    public static LocalDate lapsesAfter(Authority authority, Usage usage, LocalDate today) {
        SchemeTerms terms = authority.scheme().rules().termsOn(today);
        LocalDate since = usage.lastPresented() == null ? authority.signedOn() : usage.lastPresented();
        return since.plus(terms.dormant());
    }

    /** The state that a mandate has come to by itself by a day: its days are over, its count is used up, it was not used. */
    public static MandateState byDay(MandateState state, Authority authority, Usage usage, LocalDate today) {
        if (state.isOver()) return state;
        if (authority.validUntil() != null && today.isAfter(authority.validUntil())) return MandateState.EXPIRED;
        if (today.isAfter(lapsesAfter(authority, usage, today))) return MandateState.LAPSED;
        return state;
    }

    /** Why nothing may be collected on a day, in words that follow “mandate”; nothing where it may. */
    public static Optional<String> objection(MandateState state, Authority authority, Usage usage, LocalDate on) {
        MandateState then = byDay(state, authority, usage, on);
        if (then == MandateState.LAPSED && then != state)
            return Optional.of("lapses on " + Days.day(lapsesAfter(authority, usage, on)));
        if (then == MandateState.EXPIRED && then != state)
            return Optional.of("is valid until " + Days.day(authority.validUntil()));
        if (then != MandateState.ACTIVE) return Optional.of("is " + then.words());
        if (on.isBefore(authority.validFrom())) return Optional.of("is valid from " + Days.day(authority.validFrom()));
        return Optional.empty();
    }

    /** Why so much may not be collected at once; nothing where it may. */
    public static Optional<String> overCap(Authority authority, Money amount) {
        return authority.cap() == null || amount.compareTo(authority.cap()) <= 0
                ? Optional.empty()
                : Optional.of("allows %s at once".formatted(authority.cap().withCurrency()));
    }

    /** How many more may be collected, or null for any number. */
    public static Integer left(Authority authority, Usage usage) {
        return authority.most() == null ? null : Integer.valueOf(Math.max(0, authority.most() - usage.counted()));
    }
}
