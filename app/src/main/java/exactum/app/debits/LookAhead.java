package exactum.app.debits;

import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.core.collection.Candidate;
import exactum.core.collection.CollectionDay;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.DocumentId;
import exactum.core.mandate.Allows;
import exactum.core.mandate.MandateState;
import exactum.core.scheme.SchemeRules;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Says what will be collected when, from the mandates as they stand and what is in flight. */
@Component
class LookAhead implements FindDebits {
    private final CandidateStore candidates;
    private final DebitStore debits;
    private final DebitRunStore runs;
    private final CameBackStore cameBack;
    private final FindMandates mandates;
    private final RunBank bank;

    LookAhead(
            CandidateStore candidates,
            DebitStore debits,
            DebitRunStore runs,
            CameBackStore cameBack,
            FindMandates mandates,
            RunBank bank) {
        this.candidates = candidates;
        this.debits = debits;
        this.runs = runs;
        this.cameBack = cameBack;
        this.mandates = mandates;
        this.bank = bank;
    }

    @Override
    public List<Expected> expected(BusinessId business, DocumentId document) {
        Mandate mandate = mandates.covering(business, List.of(document)).get(document);
        if (mandate == null) return List.of();
        List<Candidate> items = candidates.ofDocument(business, document);
        Map<ClaimId, DebitStore.Debit> live = new HashMap<>();
        debits.liveFor(business, items.stream().map(Candidate::claim).toList())
                .forEach(d -> d.items().keySet().forEach(claim -> live.put(claim, d)));
        var expected = new ArrayList<Expected>();
        for (Candidate c : items) {
            DebitStore.Debit d = live.get(c.claim());
            if (d != null) expected.add(inRun(c, d, mandate));
            else ahead(business, c, mandate).ifPresent(expected::add);
        }
        return expected;
    }

    private static Expected inRun(Candidate c, DebitStore.Debit d, Mandate mandate) {
        return new Expected(
                c.claim(),
                d.on(),
                d.items().get(c.claim()),
                mandate.reference().value(),
                mandate.payer().ending(),
                d.state().equals(DebitStore.IN_FLIGHT),
                null);
    }

    private Optional<Expected> ahead(BusinessId business, Candidate candidate, Mandate mandate) {
        SchemeRules rules = mandate.authority().scheme().rules();
        boolean can = mandate.state() == MandateState.ACTIVE
                && candidate.left().currency().equals(rules.currency())
                && !candidate.hindrances().disputed()
                && !candidate.hindrances().inFlight()
                && !bank.accounts(business, mandate.authority().scheme()).isEmpty();
        Integer left = Allows.left(mandate.authority(), mandate.usage());
        if (!can || left != null && left == 0) return Optional.empty();
        LocalDateTime now = bank.now(business);
        Candidate c = PlanDebitRun.with(candidate, mandate.covering(), now.toLocalDate());
        LocalDate notBefore = c.hindrances().notBefore();
        LocalDate due = notBefore != null && notBefore.isAfter(c.due()) ? notBefore : c.due();
        CollectionDay day = CollectionDay.earliest(
                rules, bank.takes(bank.account(business, mandate.authority().scheme())), due, c.told(), now);
        return Optional.of(new Expected(
                c.claim(),
                day.on(),
                c.left(),
                mandate.reference().value(),
                mandate.payer().ending(),
                false,
                day.working()));
    }

    @Override
    public Optional<DebitRun> run(BusinessId business, DebitRunId id) {
        return runs.find(business, id);
    }

    @Override
    public List<RunItem> items(BusinessId business, DebitRunId id) {
        return runs.items(business, id, 1, Integer.MAX_VALUE);
    }

    @Override
    public List<CameBackId> waiting(BusinessId business) {
        return cameBack.inState(business, CameBack.State.NEW, Integer.MAX_VALUE).stream()
                .map(CameBack::id)
                .toList();
    }
}
