package exactum.app.cardruns;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.audit.Audit;
import exactum.app.cards.AskForNewCard;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import org.springframework.stereotype.Component;

/** What a business day brings to cards on file: runs that were killed half-way go on, and what is due is proposed or charged. */
@Component
public class CardWork {
    private final FindSetup setup;
    private final PlanCardRun plan;
    private final ChargeCardRun charge;
    private final CardRunStore runs;
    private final CardSettingStore settings;
    private final AskForNewCard ask;
    private final Approvals approvals;

    CardWork(
            FindSetup setup,
            PlanCardRun plan,
            ChargeCardRun charge,
            CardRunStore runs,
            CardSettingStore settings,
            AskForNewCard ask,
            Approvals approvals) {
        this.approvals = approvals;
        this.ask = ask;
        this.setup = setup;
        this.plan = plan;
        this.charge = charge;
        this.runs = runs;
        this.settings = settings;
    }

    /** The day’s runs, by how the business has it; cash sales are charged in any case. */
    public void day(BusinessId business, LocalDate today) {
        for (CardRun left : runs.inState(business, CardRun.State.CHARGING)) charge.execute(business, left.id());
        ask.all(business, today);
        CardSettings how = settings.of(business);
        if (how.timer() != CardSettings.Timer.CHARGES) sales(business, today);
        if (how.timer() == CardSettings.Timer.OFF) return;
        for (CardRun old : runs.inState(business, CardRun.State.REHEARSED))
            if (old.madeBy().equals(Audit.who()) && !waits(old)) plan.drop(business, old.id());
        LocalDate until = how.moment().until(today);
        for (Currency currency : currencies(business))
            run(business, currency, until, CardRun.Scope.ALL, how.timer() == CardSettings.Timer.CHARGES);
    }

    /** Charges the cash sales that cards on file pay. */
    void sales(BusinessId business, LocalDate today) {
        for (Currency currency : currencies(business)) run(business, currency, today, CardRun.Scope.CASH_SALES, true);
    }

    /** Makes a run, unless one like it waits for a second person. */
    private void run(BusinessId business, Currency currency, LocalDate until, CardRun.Scope scope, boolean charges) {
        boolean waits = runs.inState(business, CardRun.State.REHEARSED).stream()
                .anyMatch(r -> r.scope() == scope && r.total().currency().equals(currency) && waits(r));
        if (waits) return;
        CardRunId id = plan.rehearse(business, currency, until, "", scope);
        if (runs.find(business, id).orElseThrow().chargeable() == 0) plan.drop(business, id);
        else if (charges && charge.start(business, id)) charge.execute(business, id);
    }

    private boolean waits(CardRun run) {
        return approvals.isAsked(run.business(), ApprovalKind.CARD_RUN, run.id().value());
    }

    private List<Currency> currencies(BusinessId business) {
        return setup.processors(business).stream()
                .filter(ProcessorAccount::isOn)
                .map(ProcessorAccount::currency)
                .distinct()
                .toList();
    }
}
