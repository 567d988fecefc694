package exactum.core.matching;

import exactum.core.money.Money;
import exactum.core.text.Folding;
import java.util.UUID;

/**
 * How lines that repeat are treated: the first rule that a line meets says what it is.
 *
 * @param when what a line must meet
 * @param target what it is then, in words
 */
public record StandingRule(UUID id, String name, When when, String target) {

    /**
     * What a line must meet; empty texts and nulls for anything.
     *
     * @param account on which of our accounts
     * @param in whether money came in
     * @param counterparty what the other party's name holds
     * @param words what the text holds
     * @param least the smallest amount, without its sign
     * @param most the greatest
     */
    public record When(Object account, boolean in, String counterparty, String words, Money least, Money most) {

        /** Whether a line meets all of it. */
        public boolean isMetBy(Asked line) {
            Money amount = line.left().abs();
            return line.isIn() == in
                    && (account == null || account.equals(line.account()))
                    && holds(line.said().counterparty(), counterparty)
                    && holds(line.said().remittance() + " " + line.said().endToEndId(), words)
                    && (least == null || least.currency().equals(amount.currency()) && least.compareTo(amount) <= 0)
                    && (most == null || most.currency().equals(amount.currency()) && most.compareTo(amount) >= 0);
        }

        /** Whether it asks for anything that tells lines apart. */
        public boolean isTelling() {
            return !counterparty.isBlank() || !words.isBlank();
        }

        private static boolean holds(String text, String wanted) {
            return wanted.isBlank()
                    || Folding.of(text).contains(Folding.of(wanted).strip());
        }
    }
}
