package exactum.app.jobs;

import exactum.app.billing.CommitBillingRun;
import exactum.app.cards.AskProcessor;
import exactum.app.clock.PlayDays;
import exactum.app.payouts.TakeInPayouts;
import exactum.app.statements.TakeInStatements;
import java.time.LocalDate;
import org.springframework.stereotype.Component;

/** The work of one business day: take in what was reported, bill what is due. The outbox sends what that makes. */
@Component
public class DailyWork implements PlayDays.DayWork {
    private final AskProcessor ask;
    private final TakeInPayouts payouts;
    private final TakeInStatements statements;
    private final CommitBillingRun billing;

    DailyWork(AskProcessor ask, TakeInPayouts payouts, TakeInStatements statements, CommitBillingRun billing) {
        this.ask = ask;
        this.payouts = payouts;
        this.statements = statements;
        this.billing = billing;
    }

    @Override
    public void work(LocalDate day) {
        ask.askAll();
        payouts.fetch();
        statements.fetch();
        billing.runFor(day);
    }
}
