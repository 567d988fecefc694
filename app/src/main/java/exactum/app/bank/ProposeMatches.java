package exactum.app.bank;

import exactum.app.settlement.FindClaims;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.matching.Asked;
import exactum.core.matching.Candidate;
import exactum.core.matching.Matching;
import exactum.core.matching.Proposal;
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
    private static final int MOST_TOGETHER = 20_000;
    private final FindBankLines lines;
    private final FindClaims claims;
    private final MatchCandidates candidates;
    private final BankNoticeStore notices;
    private final MatchSettings settings;

    ProposeMatches(
            FindBankLines lines,
            FindClaims claims,
            MatchCandidates candidates,
            BankNoticeStore notices,
            MatchSettings settings) {
        this.lines = lines;
        this.claims = claims;
        this.candidates = candidates;
        this.notices = notices;
        this.settings = settings;
    }

    /** The oldest unmatched lines with what they may be. */
    @Transactional(readOnly = true)
    public List<Proposed> unmatched(BusinessId business, int most) {
        return propose(business, lines.unmatched(business, most));
    }

    /**
     * What lines may be, in their order; nothing for those that are matched. All that are unmatched are looked at together, so
     * that what another line takes is not proposed here as well.
     */
    @Transactional(readOnly = true)
    public List<Proposed> propose(BusinessId business, List<BankLine> wanted) {
        List<BankLine> open = wanted.stream().filter(l -> !l.isMatched()).toList();
        if (open.isEmpty())
            return wanted.stream().map(l -> proposed(l, List.of(), Map.of())).toList();
        List<BankLine> all = together(business, open);
        List<FindClaims.Open> owed = claims.allOpen(business);
        List<Candidate> known = candidates.of(business, all, owed);
        List<List<Proposal>> proposals = new Matching(
                        known,
                        lines.memory(business, all),
                        settings.of(business).letGo())
                .propose(asked(business, all));
        Map<Object, List<Proposal>> byLine = new HashMap<>();
        for (int i = 0; i < all.size(); i++) byLine.put(all.get(i).id(), proposals.get(i));
        Map<ClaimId, DocumentId> documents =
                owed.stream().collect(Collectors.toMap(FindClaims.Open::claim, FindClaims.Open::document));
        return wanted.stream()
                .map(l -> proposed(l, byLine.getOrDefault(l.id(), List.of()), documents))
                .toList();
    }

    /** The lines with what notices say of them. */
    private List<Asked> asked(BusinessId business, List<BankLine> all) {
        Map<BankLineId, String> more =
                notices.wordsOf(business, all.stream().map(BankLine::id).toList());
        return all.stream()
                .map(l -> new Asked(l.said().withMore(more.getOrDefault(l.id(), "")), l.left(), l.account()))
                .toList();
    }

    private List<BankLine> together(BusinessId business, List<BankLine> open) {
        List<BankLine> unmatched = lines.unmatched(business, MOST_TOGETHER);
        Set<Object> there = unmatched.stream().map(BankLine::id).collect(Collectors.toSet());
        var all = new ArrayList<>(unmatched);
        open.stream().filter(l -> !there.contains(l.id())).forEach(all::add);
        return all;
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
}
