package exactum.app.tieout;

import exactum.core.ledger.AccountCode;
import java.time.YearMonth;
import java.util.List;

/**
 * The tie-outs of a month, and how far they are signed.
 *
 * @param closed whether the month is closed
 * @param next whether it is the one whose turn it is to be closed
 * @param over whether its last day has passed
 * @param drafts how many drafts carry a date in it
 */
public record MonthEnd(
        YearMonth month,
        boolean closed,
        boolean next,
        boolean over,
        List<Line> lines,
        List<Signature> past,
        int drafts) {

    /**
     * One account.
     *
     * @param signature the one that counts, or null
     * @param endsEarly whether its statements leave out weekdays at the end of the month
     */
    public record Line(AccountTieOut tieOut, Signature signature, boolean endsEarly) {

        /** Whether it was signed as it stands now. */
        public boolean isSigned() {
            return signature != null && signature.isOf(tieOut);
        }

        /** Whether what was signed is not what stands there now. */
        public boolean isChanged() {
            return signature != null && !signature.isOf(tieOut);
        }

        /** Whether nothing is said, nothing booked and nothing stands there, so that there is nothing to sign. */
        public boolean isIdle() {
            return tieOut.said().isZero()
                    && tieOut.booked().isZero()
                    && tieOut.items().isEmpty()
                    && tieOut.gap() == null;
        }

        boolean waits() {
            return !isSigned() && !isIdle();
        }

        boolean isOf(AccountCode account, String currency) {
            return tieOut.account().equals(account)
                    && tieOut.said().currency().getCurrencyCode().equals(currency);
        }
    }

    public MonthEnd {
        lines = List.copyOf(lines);
        past = List.copyOf(past);
    }

    /** Those that wait for a signature. */
    public List<Line> waiting() {
        return lines.stream().filter(Line::waits).toList();
    }

    public long signed() {
        return lines.stream().filter(Line::isSigned).count();
    }

    /** How many need a signature. */
    public long toSign() {
        return lines.stream().filter(l -> !l.isIdle()).count();
    }

    public boolean mayClose() {
        return next && over && waiting().isEmpty();
    }
}
