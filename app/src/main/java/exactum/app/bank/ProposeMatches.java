package exactum.app.bank;

import exactum.app.settlement.FindClaims;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.matching.Asked;
import exactum.core.matching.Matching;
import exactum.core.matching.Proposal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
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
    private final DayRates rates;
    private final ProposalStampStore stamps;
    private final Map<BusinessId, Known> last = new ConcurrentHashMap<>();

    ProposeMatches(
            FindBankLines lines,
            FindClaims claims,
            MatchCandidates candidates,
            BankNoticeStore notices,
            MatchSettings settings,
            DayRates rates,
            ProposalStampStore stamps) {
        this.lines = lines;
        this.claims = claims;
        this.candidates = candidates;
        this.notices = notices;
        this.settings = settings;
        this.rates = rates;
        this.stamps = stamps;
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
        if (wanted.stream().allMatch(BankLine::isMatched))
            return wanted.stream().map(l -> proposed(l, List.of(), Map.of())).toList();
        Known known = known(business);
        return wanted.stream()
                .map(l -> proposed(
                        l,
                        l.isMatched() ? List.of() : known.byLine().getOrDefault(l.id(), List.of()),
                        known.documents()))
                .toList();
    }

    /**
     * What was worked out last.
     *
     * @param stamp of what it was worked out from
     */
    private record Known(String stamp, Map<BankLineId, List<Proposal>> byLine, Map<ClaimId, DocumentId> documents) {}

    /** Worked out again only where something that it rests on has changed. */
    private Known known(BusinessId business) {
        String stamp = stamps.of(business);
        Known before = last.get(business);
        if (before != null && before.stamp().equals(stamp)) return before;
        Known fresh = workOut(business, stamp);
        last.put(business, fresh);
        return fresh;
    }

    private Known workOut(BusinessId business, String stamp) {
        List<BankLine> all = lines.unmatched(business, MOST_TOGETHER);
        List<FindClaims.Open> owed = claims.allOpen(business);
        List<List<Proposal>> proposals = new Matching(
                        candidates.of(business, all, owed),
                        lines.memory(business, all),
                        settings.of(business).letGo(),
                        rates.of(business, all, owed))
                .propose(asked(business, all));
        Map<BankLineId, List<Proposal>> byLine = new HashMap<>();
        for (int i = 0; i < all.size(); i++) byLine.put(all.get(i).id(), proposals.get(i));
        return new Known(
                stamp,
                byLine,
                owed.stream().collect(Collectors.toMap(FindClaims.Open::claim, FindClaims.Open::document)));
    }

    /** The lines with what notices say of them. */
    private List<Asked> asked(BusinessId business, List<BankLine> all) {
        Map<BankLineId, String> more =
                notices.wordsOf(business, all.stream().map(BankLine::id).toList());
        return all.stream()
                .map(l -> new Asked(l.said().withMore(more.getOrDefault(l.id(), "")), l.left(), l.account()))
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
}
