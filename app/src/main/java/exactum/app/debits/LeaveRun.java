package exactum.app.debits;

import exactum.app.cards.CardPaymentBegins;
import exactum.app.settlement.Settled;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DebitRunId;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Signal;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What is paid otherwise before its run is handed over leaves the run, in the transaction that paid it. */
@Component
class LeaveRun {
    private final DebitStore debits;
    private final DebitGroupStore groupStore;
    private final DebitRunStore runs;

    LeaveRun(DebitStore debits, DebitGroupStore groupStore, DebitRunStore runs) {
        this.debits = debits;
        this.groupStore = groupStore;
        this.runs = runs;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void openChanged(Settled settled) {
        List<ClaimId> changed = settled.signals().stream()
                .filter(Signal.OpenChanged.class::isInstance)
                .map(s -> ((Signal.OpenChanged) s).claim())
                .toList();
        if (!changed.isEmpty())
            leave(settled.business(), debits.liveFor(settled.business(), changed, List.of(DebitStore.PLANNED)));
    }

    /** Who pays by card before the hand-over leaves the run as well; afterwards they would pay twice. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void cardBegins(CardPaymentBegins begins) {
        List<DebitStore.Debit> live = notInFlight(begins);
        if (leave(begins.business(), live)) notInFlight(begins);
    }

    private List<DebitStore.Debit> notInFlight(CardPaymentBegins begins) {
        List<DebitStore.Debit> live = debits.liveFor(begins.business(), begins.claims());
        live.stream()
                .filter(d -> d.state().equals(DebitStore.IN_FLIGHT))
                .findFirst()
                .ifPresent(d -> {
                    throw new Refusal(
                            "debit.in-flight",
                            "It is being collected from your account on %s already. Nothing was charged."
                                    .formatted(Texts.day(d.on())));
                });
        return live;
    }

    /** Answers whether anything was there to leave; what was handed over while we waited stays. */
    private boolean leave(BusinessId business, List<DebitStore.Debit> live) {
        List<DebitStore.Debit> planned =
                live.stream().filter(d -> d.state().equals(DebitStore.PLANNED)).toList();
        if (planned.isEmpty()) return false;
        List<DebitRunId> of =
                planned.stream().map(DebitStore.Debit::run).distinct().toList();
        runs.waitsForUs(business, of);
        var gone = debits.move(
                business,
                planned.stream().map(DebitStore.Debit::id).toList(),
                List.of(DebitStore.PLANNED),
                DebitStore.WITHDRAWN);
        debits.unused(business, gone);
        for (DebitRunId run : of) {
            groupStore.countGroups(business, run);
            runs.count(business, run);
        }
        return true;
    }
}
