package exactum.app.debits;

import exactum.app.settlement.Settled;
import exactum.core.ids.ClaimId;
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
    private final DebitRunStore runs;

    LeaveRun(DebitStore debits, DebitRunStore runs) {
        this.debits = debits;
        this.runs = runs;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void openChanged(Settled settled) {
        List<ClaimId> changed = settled.signals().stream()
                .filter(Signal.OpenChanged.class::isInstance)
                .map(s -> ((Signal.OpenChanged) s).claim())
                .toList();
        if (changed.isEmpty()) return;
        List<DebitStore.Debit> planned = debits.liveFor(settled.business(), changed).stream()
                .filter(d -> d.state().equals(DebitStore.PLANNED))
                .toList();
        if (planned.isEmpty()) return;
        var gone = debits.move(
                settled.business(),
                planned.stream().map(DebitStore.Debit::id).toList(),
                List.of(DebitStore.PLANNED),
                DebitStore.WITHDRAWN);
        debits.unused(settled.business(), gone);
        planned.stream().map(DebitStore.Debit::run).distinct().forEach(run -> {
            debits.countGroups(settled.business(), run);
            runs.count(settled.business(), run);
        });
    }
}
