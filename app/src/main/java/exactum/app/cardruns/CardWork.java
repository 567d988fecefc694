package exactum.app.cardruns;

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

    CardWork(
            FindSetup setup,
            PlanCardRun plan,
            ChargeCardRun charge,
            CardRunStore runs,
            CardSettingStore settings,
            AskForNewCard ask) {
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
            if (old.madeBy().equals(Audit.who())) plan.drop(business, old.id());
        LocalDate until = how.moment().until(today);
        for (Currency currency : currencies(business))
            run(business, currency, until, CardRun.Scope.ALL, how.timer() == CardSettings.Timer.CHARGES);
    }

    /** Charges the cash sales that cards on file pay. */
    void sales(BusinessId business, LocalDate today) {
        for (Currency currency : currencies(business)) run(business, currency, today, CardRun.Scope.CASH_SALES, true);
    }

    private void run(BusinessId business, Currency currency, LocalDate until, CardRun.Scope scope, boolean charges) {
        CardRunId id = plan.rehearse(business, currency, until, "", scope);
        if (runs.find(business, id).orElseThrow().chargeable() == 0) plan.drop(business, id);
        else if (charges && charge.start(business, id)) charge.execute(business, id);
    }

    private List<Currency> currencies(BusinessId business) {
        return setup.processors(business).stream()
                .filter(ProcessorAccount::isOn)
                .map(ProcessorAccount::currency)
                .distinct()
                .toList();
    }
}
