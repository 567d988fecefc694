package exactum.app.cards;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.documents.QuoteInvoiced;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What a card was authorised for on a quote is taken as soon as its invoice is issued, if that is issued. */
@Component
class CaptureAtIssue {
    private final AuthorisationStore store;
    private final SchedulerClient scheduler;

    CaptureAtIssue(AuthorisationStore store, SchedulerClient scheduler) {
        this.store = store;
        this.scheduler = scheduler;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void invoiced(QuoteInvoiced what) {
        boolean any = store.ofDocument(what.business(), what.quote()).stream()
                .anyMatch(a -> a.state() == Authorisation.State.AUTHORISED);
        if (any) CardJob.scheduleCapture(scheduler, what);
    }
}
