package exactum.app.debits;

import exactum.core.collection.Retrying;
import exactum.core.ledger.AccountCode;
import java.util.Arrays;
import java.util.List;

/**
 * How a business collects over mandates.
 *
 * @param retry how often and when it tries again
 * @param leastMinor items below it are not collected, in minor units
 * @param horizonDays how many days ahead a run looks that is proposed by itself
 * @param isTogether whether several open items of a payer go in one debit
 * @param timer what is done each day by itself
 * @param feeMinor what a payer is billed for a debit that came back, in minor units; zero for nothing
 * @param charges where it is booked what the bank takes for one
 */
public record DebitSettings(
        Retrying.Policy retry,
        long leastMinor,
        int horizonDays,
        boolean isTogether,
        Timer timer,
        long feeMinor,
        Charges charges) {
    /** What most businesses do. */
    static final DebitSettings USUAL =
            new DebitSettings(Retrying.Policy.USUAL, 100, 5, false, Timer.OFF, 0, Charges.USUAL);

    /**
     * Where it is booked what a bank takes for a debit that came back.
     *
     * @param account or null for the one of bank charges
     * @param tags of the posting
     */
    public record Charges(AccountCode account, List<String> tags) {
        static final Charges USUAL = new Charges(null, List.of());

        public Charges {
            tags = List.copyOf(tags);
        }
    }

    DebitSettings withFee(long minor) {
        return new DebitSettings(retry, leastMinor, horizonDays, isTogether, timer, minor, charges);
    }

    DebitSettings withTimer(Timer other) {
        return new DebitSettings(retry, leastMinor, horizonDays, isTogether, other, feeMinor, charges);
    }

    DebitSettings withCharges(Charges other) {
        return new DebitSettings(retry, leastMinor, horizonDays, isTogether, timer, feeMinor, other);
    }

    /** What is done each day by itself. */
    public enum Timer {
        OFF("off", "nothing: runs are made by hand"),
        PROPOSES("proposes", "a run is proposed; a person looks, commits and hands it over"),
        COLLECTS(
                "collects",
                "what has to be handed over that day is handed over, unless a second person has to say yes");

        private final String code;
        private final String words;

        Timer(String code, String words) {
            this.code = code;
            this.words = words;
        }

        /** The stored name. */
        public String code() {
            return code;
        }

        public String words() {
            return words;
        }

        static Timer of(String code) {
            return Arrays.stream(values())
                    .filter(t -> t.code.equals(code))
                    .findFirst()
                    .orElseThrow();
        }
    }
}
