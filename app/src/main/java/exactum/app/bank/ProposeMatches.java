package exactum.app.bank;

import exactum.app.documents.ListDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.app.waiting.FindWaiting;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.matching.BankLineMatcher;
import exactum.core.matching.Candidate;
import exactum.core.matching.MatchIndex;
import exactum.core.matching.Proposal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Says what unmatched lines may be, for all of them at once against everything that is open; changes nothing. */
@Component
public class ProposeMatches {
    private final FindBankLines lines;
    private final FindClaims claims;
    private final FindWaiting waiting;
    private final ListDocuments findDocuments;
    private final BusinessClock clock;

    ProposeMatches(
            FindBankLines lines,
            FindClaims claims,
            FindWaiting waiting,
            ListDocuments findDocuments,
            BusinessClock clock) {
        this.lines = lines;
        this.claims = claims;
        this.waiting = waiting;
        this.findDocuments = findDocuments;
        this.clock = clock;
    }

    /** The oldest unmatched lines with what they may be. */
    @Transactional(readOnly = true)
    public List<Proposed> unmatched(BusinessId business, int most) {
        return propose(business, lines.unmatched(business, most));
    }

    /** What lines may be, in their order; nothing for those that are matched. */
    @Transactional(readOnly = true)
    public List<Proposed> propose(BusinessId business, List<BankLine> wanted) {
        List<BankLine> open = wanted.stream().filter(l -> !l.isMatched()).toList();
        if (open.isEmpty())
            return wanted.stream().map(l -> proposed(l, List.of(), Map.of())).toList();
        List<FindClaims.Open> owed = claims.allOpen(business);
        List<Candidate> others = others(business, open, owed);
        Map<ClaimId, DocumentId> documents =
                owed.stream().collect(Collectors.toMap(FindClaims.Open::claim, FindClaims.Open::document));
        boolean discounts = owed.stream().anyMatch(o -> o.early() != null);
        Map<LocalDate, BankLineMatcher> matchers = new HashMap<>();
        return wanted.stream()
                .map(l -> proposed(
                        l,
                        l.isMatched()
                                ? List.of()
                                : matchers.computeIfAbsent(
                                                discounts ? l.bookedOn() : LocalDate.EPOCH,
                                                day -> matcher(owed, others, day))
                                        .propose(l.said(), l.left()),
                        documents))
                .toList();
    }

    private static Proposed proposed(BankLine line, List<Proposal> proposals, Map<ClaimId, DocumentId> documents) {
        Set<DocumentId> about = proposals.isEmpty()
                ? Set.of()
                : proposals.getFirst().parts().stream()
                        .filter(Proposal.Part.ForClaim.class::isInstance)
                        .map(p -> documents.get(((Proposal.Part.ForClaim) p).claim()))
                        .collect(Collectors.toSet());
        return new Proposed(line, proposals, about);
    }

    private static BankLineMatcher matcher(List<FindClaims.Open> owed, List<Candidate> others, LocalDate day) {
        var candidates = new ArrayList<>(others);
        owed.forEach(o -> candidates.add(new Candidate.Open(
                o.claim(),
                o.document(),
                o.number(),
                o.customer(),
                o.customerName(),
                o.due(),
                o.left(),
                o.discountOn(day))));
        return new BankLineMatcher(new MatchIndex(candidates));
    }

    private List<Candidate> others(BusinessId business, List<BankLine> open, List<FindClaims.Open> owed) {
        var candidates = new ArrayList<Candidate>();
        waiting.open(business)
                .forEach(w -> candidates.add(new Candidate.Waiting(
                        w.item().id(),
                        w.item().kind(),
                        w.references(),
                        w.customerName(),
                        w.item().since(),
                        w.item().left().amount())));
        List<StatementLine> said = open.stream().map(BankLine::said).toList();
        Set<Integer> lengths = findDocuments.numberKeyLengths(business);
        findDocuments
                .settledByNumberKey(business, BankLineMatcher.numberKeys(said, lengths), clock.today(business))
                .forEach(d -> candidates.add(new Candidate.Paid(d.id(), d.number(), d.customer(), d.customerName())));
        return candidates;
    }
}
