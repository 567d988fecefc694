package exactum.app.jobs;

import exactum.app.bank.ImportStatements;
import exactum.app.bank.SelfMatching;
import exactum.app.billing.CommitBillingRun;
import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.cardruns.CardWork;
import exactum.app.cards.AskProcessor;
import exactum.app.chargebacks.TakeInChargebacks;
import exactum.app.daysheet.NightLog;
import exactum.app.daysheet.Troubles;
import exactum.app.debits.DebitWork;
import exactum.app.installation.PlayDays;
import exactum.app.payouts.ImportPayouts;
import exactum.app.reminders.Reminders;
import exactum.app.reports.DaySums;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * The work of one business day, for every business: take in what was reported, bill what is due. A source that fails stops
 * neither the others nor the billing; it is a decision until it answers again. The outbox sends what all that makes.
 */
@Component
public class DailyWork implements PlayDays.DayWork {
    private static final Logger LOG = LoggerFactory.getLogger(DailyWork.class);
    private static final UUID BILLING = new UUID(0, 0);
    private static final UUID CARDS = new UUID(0, 1);
    private static final UUID MATCHING = new UUID(0, 2);
    private static final UUID BOOKING = new UUID(0, 3);
    private static final UUID DEBITS = new UUID(0, 4);
    private static final UUID CARD_RUNS = new UUID(0, 6);
    private static final UUID REMINDERS = new UUID(0, 7);
    private static final UUID REPORTS = new UUID(0, 5);
    private static final UUID SUMS = new UUID(0, 8);
    private final FindBusinesses businesses;
    private final FindSetup setup;
    private final AskProcessor ask;
    private final TakeInChargebacks chargebacks;
    private final ImportPayouts payouts;
    private final ImportStatements statements;
    private final SelfMatching selfMatching;
    private final CommitBillingRun billing;
    private final DebitWork debits;
    private final CardWork cardRuns;
    private final Reminders reminders;
    private final DaySums sums;
    private final Troubles troubles;
    private final NightLog nights;

    DailyWork(
            FindBusinesses businesses,
            FindSetup setup,
            AskProcessor ask,
            TakeInChargebacks chargebacks,
            ImportPayouts payouts,
            ImportStatements statements,
            SelfMatching selfMatching,
            CommitBillingRun billing,
            DebitWork debits,
            CardWork cardRuns,
            Reminders reminders,
            DaySums sums,
            Troubles troubles,
            NightLog nights) {
        this.businesses = businesses;
        this.setup = setup;
        this.ask = ask;
        this.chargebacks = chargebacks;
        this.payouts = payouts;
        this.statements = statements;
        this.selfMatching = selfMatching;
        this.billing = billing;
        this.debits = debits;
        this.cardRuns = cardRuns;
        this.reminders = reminders;
        this.sums = sums;
        this.troubles = troubles;
        this.nights = nights;
    }

    @Override
    public void work(LocalDate day) {
        businesses.all().stream().map(Business::id).forEach(b -> work(b, day));
    }

    /** The work of one business. */
    public void work(BusinessId business, LocalDate day) {
        var steps = new ArrayList<>(takenIn(business));
        steps.add(guarded(business, "Debits collected", BOOKING, () -> debits.book(business, day)));
        steps.add(guarded(business, "Matching", MATCHING, () -> selfMatching.run(business, day)));
        steps.add(guarded(business, "Billing", BILLING, () -> billing.runFor(business, day)));
        steps.add(guarded(business, "Debits", DEBITS, () -> debits.day(business, day)));
        steps.add(guarded(business, "Card runs", CARD_RUNS, () -> cardRuns.day(business, day)));
        steps.add(guarded(business, "Reminders", REMINDERS, () -> reminders.day(business, day)));
        steps.add(guarded(business, "Sums for reports", SUMS, () -> sums.keep(business, day)));
        nights.record(business, day, steps);
    }

    /** Takes in what banks and processors have reported. */
    public void takeIn(BusinessId business) {
        takenIn(business);
    }

    private List<NightLog.Step> takenIn(BusinessId business) {
        var steps = new ArrayList<NightLog.Step>();
        steps.add(guarded(business, "Card payments", CARDS, () -> ask.askAll(business)));
        for (ProcessorAccount p : setup.processors(business))
            steps.add(guarded(business, p.name(), p.id().value(), () -> {
                payouts.fetch(p);
                chargebacks.fetch(p);
            }));
        for (BankAccount a : setup.bankAccounts(business))
            steps.add(guarded(business, a.name(), a.id().value(), () -> statements.fetch(business, a)));
        steps.add(guarded(business, "Status reports", REPORTS, () -> debits.takeIn(business)));
        return steps;
    }

    private NightLog.Step guarded(BusinessId business, String source, UUID id, Runnable work) {
        Instant began = Instant.now();
        String problem = "";
        try {
            work.run();
        } catch (Refusal refused) {
            problem = refused.sentence();
        } catch (RuntimeException fault) {
            LOG.error("the day’s work on {} of business {} failed", source, business, fault);
            problem = "%s failed on our side; the rest of the day’s work was done.".formatted(source);
        }
        if (problem.isEmpty()) troubles.gone(business, source, id);
        else troubles.note(business, source, id, problem);
        return new NightLog.Step(source, began, Instant.now(), problem);
    }
}
