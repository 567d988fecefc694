package exactum.app.cardruns;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.web.Texts;
import exactum.core.card.CardPlanning;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Plans a run: every open item that a card on file may pay, in or out with its reason. Nothing is changed or charged by it. */
@Component
public class PlanCardRun {
    static final int MOST_AHEAD = 60;
    private final CardCandidateStore candidates;
    private final CardRunStore runs;
    private final CardSettingStore settings;
    private final FindSetup setup;
    private final BusinessClock clock;

    PlanCardRun(
            CardCandidateStore candidates,
            CardRunStore runs,
            CardSettingStore settings,
            FindSetup setup,
            BusinessClock clock) {
        this.candidates = candidates;
        this.runs = runs;
        this.settings = settings;
        this.setup = setup;
        this.clock = clock;
    }

    /**
     * Begins a run and plans it.
     *
     * @param until the last due day that it looks at; what is due later is charged before its day
     */
    @Transactional
    public CardRunId rehearse(BusinessId business, Currency currency, LocalDate until, String words) {
        return rehearse(business, currency, until, words, CardRun.Scope.ALL);
    }

    /** The same of some kinds of documents only. */
    @Transactional
    public CardRunId rehearse(
            BusinessId business, Currency currency, LocalDate until, String words, CardRun.Scope scope) {
        LocalDate today = clock.today(business);
        if (until.isAfter(today.plusDays(MOST_AHEAD)))
            throw new Refusal(
                            "card-run.until",
                            "A run charges what is due by %s at the latest. Nothing was planned."
                                    .formatted(Texts.day(today.plusDays(MOST_AHEAD))))
                    .at("until");
        Money nothing = Money.zero(currency);
        var run = new CardRun(
                business,
                new CardRunId(Ids.next()),
                runs.nextNumber(business),
                today,
                until,
                words,
                scope,
                CardRun.State.PLANNING,
                0,
                0,
                nothing,
                new CardRun.Tally(0, nothing, 0, 0),
                Audit.who());
        runs.insert(run);
        plan(run);
        return run.id();
    }

    /** Drops a rehearsal that nobody committed; nothing for any other. */
    @Transactional
    public void drop(BusinessId business, CardRunId id) {
        runs.lock(business, id)
                .filter(r -> r.state() == CardRun.State.REHEARSED)
                .ifPresent(r -> runs.drop(business, id));
    }

    private void plan(CardRun run) {
        String currency = run.total().currency().getCurrencyCode();
        var asked = new CardPlanning.Asked(
                run.date(),
                run.until(),
                Money.ofMinor(currency, settings.of(run.business()).leastMinor()));
        var planning = new CardPlanning(asked, candidates.credit(run.business(), currency));
        var written = new Written(run);
        Set<ProcessorId> processors = setup
                .processorsFor(run.business(), run.total().currency())
                .stream()
                .map(ProcessorAccount::id)
                .collect(Collectors.toSet());
        candidates.each(
                run.business(),
                currency,
                run.date(),
                run.until(),
                run.words(),
                run.scope(),
                processors,
                some -> runs.insertItems(some.stream()
                        .map(f -> CardRunStore.row(run, written.item(f, planning.next(f.item()))))
                        .toList()));
        runs.planned(run.business(), run.id(), written.no, written.out, written.total);
    }

    /** What is planned so far. */
    private static final class Written {
        private int no;
        private int out;
        private Money total;

        private Written(CardRun run) {
            total = run.total();
        }

        private CardRunItem item(CardCandidateStore.Found found, CardPlanning.Planned planned) {
            CardPlanning.Item i = planned.item();
            CardRunItem.Charge charge = planned instanceof CardPlanning.Planned.In in
                    ? new CardRunItem.Charge(found.card(), in.amount(), in.credit(), in.discount())
                    : null;
            CardRunItem.Out left =
                    planned instanceof CardPlanning.Planned.Out o ? new CardRunItem.Out(o.reason(), o.words()) : null;
            if (charge == null) out++;
            else total = total.plus(charge.amount());
            return new CardRunItem(
                    ++no,
                    i.claim(),
                    i.document(),
                    i.number(),
                    i.customer(),
                    found.customerName(),
                    i.due(),
                    i.left(),
                    i.tries(),
                    charge,
                    left,
                    null);
        }
    }
}
