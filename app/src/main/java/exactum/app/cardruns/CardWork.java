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

    /** The day’s runs, by how the business has it. */
    public void day(BusinessId business, LocalDate today) {
        for (CardRun left : runs.inState(business, CardRun.State.CHARGING)) charge.execute(business, left.id());
        ask.all(business, today);
        CardSettings how = settings.of(business);
        CardSettings.Timer timer = how.timer();
        if (timer == CardSettings.Timer.OFF) return;
        for (CardRun old : runs.inState(business, CardRun.State.REHEARSED))
            if (old.madeBy().equals(Audit.who())) plan.drop(business, old.id());
        for (Currency currency : currencies(business)) {
            CardRunId id = plan.rehearse(business, currency, how.moment().until(today), "");
            if (runs.find(business, id).orElseThrow().chargeable() == 0) plan.drop(business, id);
            else if (timer == CardSettings.Timer.CHARGES && charge.start(business, id)) charge.execute(business, id);
        }
    }

    private List<Currency> currencies(BusinessId business) {
        return setup.processors(business).stream()
                .filter(ProcessorAccount::isOn)
                .map(ProcessorAccount::currency)
                .distinct()
                .toList();
    }
}
