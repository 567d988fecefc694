package exactum.core.matching;

import exactum.core.bank.WaitingKind;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;

/** What a bank line may be. */
public sealed interface Candidate {

    /**
     * An open item.
     *
     * @param number of its document
     * @param issued the day of its document, or null where it is not known
     * @param early less to pay if paid early, or null
     */
    record Open(
            ClaimId claim,
            DocumentId document,
            String number,
            Whose whose,
            LocalDate issued,
            LocalDate due,
            Money left,
            EarlySettlement early)
            implements Candidate {

        /** What pays all of it on the day. */
        Money toPayOn(LocalDate day) {
            boolean inTime = early != null && !day.isAfter(early.until());
            return inTime ? left.minus(early.discount().min(left)) : left;
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Open o && claim.equals(o.claim) && left.equals(o.left);
        }

        @Override
        public int hashCode() {
            return claim.hashCode();
        }

        Open withLeft(Money other) {
            return new Open(claim, document, number, whose, issued, due, other, early);
        }
    }

    /**
     * Money that waits for the bank.
     *
     * @param references what the bank may carry with it: a payout's reference, the numbers that were paid
     * @param names who sends or gets it
     */
    record Waiting(
            WaitingId item, WaitingKind kind, List<String> references, List<String> names, LocalDate since, Money left)
            implements Candidate {
        public Waiting {
            references = List.copyOf(references);
            names = List.copyOf(names);
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Waiting w && item.equals(w.item) && left.equals(w.left);
        }

        @Override
        public int hashCode() {
            return item.hashCode();
        }

        Waiting withLeft(Money other) {
            return new Waiting(item, kind, references, names, since, other);
        }

        String words() {
            if (!names.isEmpty()) return kind.words() + " of " + names.getFirst();
            return String.join(" ", kind.words(), String.join(", ", references)).strip();
        }
    }

    /**
     * A document of which nothing is open any more; money for it again is a customer’s on account.
     *
     * @param how when and how it was paid, or empty
     */
    record Paid(DocumentId document, String number, Whose whose, String how) implements Candidate {}

    /**
     * A payment that may come back.
     *
     * @param references what the bank may carry with it: its end-to-end reference, the numbers that it paid
     * @param left what can come back of it, above zero
     */
    record Received(MeansId means, List<String> references, Whose whose, LocalDate on, Money left)
            implements Candidate {
        public Received {
            references = List.copyOf(references);
        }
    }

    /**
     * Credit on account that may have been given back.
     *
     * @param references what the bank may carry with it: the credit note's number
     * @param left what is there, above zero
     */
    record Credit(MeansId means, List<String> references, Whose whose, Money left, String words) implements Candidate {
        public Credit {
            references = List.copyOf(references);
        }
    }

    /** A standing rule; the first that is given goes before the others. */
    record Ruled(StandingRule rule) implements Candidate {}

    /**
     * Our own accounts, between which money is moved.
     *
     * @param accounts their numbers without blanks
     */
    record Ourselves(List<String> names, Set<String> accounts) implements Candidate {
        public Ourselves {
            names = List.copyOf(names);
            accounts = Set.copyOf(accounts);
        }
    }
}
