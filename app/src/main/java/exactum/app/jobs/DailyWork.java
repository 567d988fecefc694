package exactum.app.jobs;

import exactum.app.billing.CommitBillingRun;
import exactum.app.billing.PlanBillingRun;
import exactum.app.cards.AskProcessor;
import exactum.app.clock.PlayDays;
import exactum.app.messages.SendMessages;
import exactum.app.payouts.TakeInPayouts;
import exactum.app.statements.TakeInStatements;
import java.time.LocalDate;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** The work of one business day: take in what was reported, bill what is due, send what waits. */
@Component
public class DailyWork implements PlayDays.DayWork {
    private final AskProcessor ask;
    private final TakeInPayouts payouts;
    private final TakeInStatements statements;
    private final PlanBillingRun plan;
    private final CommitBillingRun commit;
    private final SendMessages send;

    DailyWork(
            AskProcessor ask,
            TakeInPayouts payouts,
            TakeInStatements statements,
            PlanBillingRun plan,
            CommitBillingRun commit,
            SendMessages send) {
        this.ask = ask;
        this.payouts = payouts;
        this.statements = statements;
        this.plan = plan;
        this.commit = commit;
        this.send = send;
    }

    @Override
    public void work(LocalDate day) {
        ask.askAll();
        payouts.fetch();
        statements.fetch();
        UUID run = plan.plan(day);
        if (commit.start(run)) commit.execute(run);
        send.sendAll();
    }
}
