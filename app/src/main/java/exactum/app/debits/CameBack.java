package exactum.app.debits;

import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.CollectionId;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * What a bank says of a collection that did not hold.
 *
 * @param line of the statement that says so, or null
 * @param collection which, where its reference is ours; else null
 * @param amount that went back, above zero
 * @param charged what the bank took on top in the same line, zero for nothing
 * @param reason by its code, or empty
 */
public record CameBack(
        CameBackId id,
        Source source,
        BankAccountId account,
        BankLineId line,
        CollectionId collection,
        Said said,
        Money amount,
        Money charged,
        String reason,
        LocalDate on,
        State state) {

    /** What told us, and by which words of the bank it is known. */
    public enum Source {
        REPORT("report"),
        NOTICE("notice"),
        STATEMENT("statement");

        private final String words;

        Source(String words) {
            this.words = words;
        }

        /** The stored name. */
        public String words() {
            return words;
        }

        static Source of(String words) {
            for (Source one : values()) if (one.words.equals(words)) return one;
            throw new IllegalArgumentException(words);
        }
    }

    /** What the bank says of which collection it was; each may be empty. */
    public record Said(String endToEnd, String mandate, String payer) {}

    /** What became of it. */
    public enum State {
        NEW("new"),
        TAKEN_IN("taken in"),
        /** Another source told of the same before. */
        SAME("same"),
        SET_ASIDE("set aside");

        private final String words;

        State(String words) {
            this.words = words;
        }

        /** The stored name. */
        public String words() {
            return words;
        }

        static State of(String words) {
            for (State one : values()) if (one.words.equals(words)) return one;
            throw new IllegalArgumentException(words);
        }
    }

    CameBack of(CollectionId other) {
        return new CameBack(id, source, account, line, other, said, amount, charged, reason, on, state);
    }
}
