package exactum.core.matching;

import exactum.core.matching.Proposal.Part;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/** Puts proposals for a line together. */
final class Drafts {
    private final Asked asked;
    private final Money letGo;
    private final List<Proposal> made = new ArrayList<>();

    /**
     * Proposals for a line.
     *
     * @param letGo how much may be missing of an open item and is let go; null for nothing
     */
    Drafts(Asked asked, Money letGo) {
        this.asked = asked;
        this.letGo = letGo;
    }

    List<Proposal> made() {
        return made;
    }

    /** One part, and what is more than it as the remainder. */
    void whole(Part part, Reason... reasons) {
        add(List.of(part), asked.left().minus(part.amount()), reasons);
    }

    void add(List<Part> parts, Money remainder, Reason... reasons) {
        List<Reason> said = Arrays.stream(reasons).filter(Objects::nonNull).toList();
        made.add(new Proposal(asked.left(), parts, remainder, said));
    }

    /** The items in order, as far as the money reaches; what is beyond them is the remainder. */
    void items(List<Candidate.Open> items, boolean discounted, Reason... reasons) {
        var parts = new ArrayList<Part>();
        Money rest = fill(items, discounted, asked.day(), parts);
        add(parts, rest, reasons);
    }

    /** The items, and what is more than they come to on the payer's account. */
    void itemsAndRest(List<Candidate.Open> items, Reason... reasons) {
        var parts = new ArrayList<Part>();
        Money rest = fill(items, false, asked.day(), parts);
        Whose whose = items.getFirst().whose();
        parts.add(new Part.OnAccount(whose.id(), rest, rest.text() + " on account of " + whose.name()));
        add(parts, rest.withMinor(0), reasons);
    }

    /** The items in full, and what the bank kept of it as its charge. */
    void itemsLessCharge(List<Candidate.Open> items, Money charge, Reason... reasons) {
        var parts = new ArrayList<Part>();
        items.forEach(o -> parts.add(part(o, o.left(), o.left().withMinor(0))));
        parts.add(new Part.BankCharge(charge.negated(), "bank charge of " + charge.text()));
        add(parts, charge.withMinor(0), reasons);
    }

    private Money fill(List<Candidate.Open> items, boolean discounted, LocalDate day, List<Part> parts) {
        Money rest = asked.left();
        for (Candidate.Open one : items) {
            Money wanted = discounted ? one.toPayOn(day) : one.left();
            Money part = rest.min(wanted);
            if (!part.isPositive()) continue;
            parts.add(part(one, part, wanted.minus(part)));
            rest = rest.minus(part);
        }
        return rest;
    }

    private Part part(Candidate.Open one, Money part, Money missing) {
        boolean isLetGo = letGo != null
                && missing.isPositive()
                && missing.currency().equals(letGo.currency())
                && missing.compareTo(letGo) <= 0;
        String of = one.number() + " of " + one.whose().name();
        String words = isLetGo
                ? "%s, of which %s is let go".formatted(of, missing.text())
                : missing.isPositive() ? "part of " + of : of;
        return new Part.ForClaim(
                one.claim(), one.whose().id(), one.number(), part, part, isLetGo ? missing : part.withMinor(0), words);
    }
}
