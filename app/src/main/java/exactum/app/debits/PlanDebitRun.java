package exactum.app.debits;

import exactum.app.audit.Audit;
import exactum.app.database.AtOnce;
import exactum.app.database.Ids;
import exactum.app.mandates.FindMandates;
import exactum.app.setup.BankAccount;
import exactum.app.web.Texts;
import exactum.core.collection.Candidate;
import exactum.core.collection.CollectionDay;
import exactum.core.collection.Covering;
import exactum.core.collection.Planned;
import exactum.core.collection.Planning;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.Sequence;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Plans a run: every open item that might be collected, in or out with its reason. Nothing is changed by it. */
@Component
public class PlanDebitRun {
    private static final int MOST_AHEAD = 60;
    private final CandidateStore candidates;
    private final FindMandates mandates;
    private final DebitRunStore runs;
    private final DebitSettingStore settings;
    private final RunBank bank;

    PlanDebitRun(
            CandidateStore candidates,
            FindMandates mandates,
            DebitRunStore runs,
            DebitSettingStore settings,
            RunBank bank) {
        this.candidates = candidates;
        this.mandates = mandates;
        this.runs = runs;
        this.settings = settings;
        this.bank = bank;
    }

    /** Begins a run and plans it. */
    @Transactional
    public DebitRunId rehearse(BusinessId business, Scheme scheme, LocalDate until, DebitRun.Filter filter) {
        LocalDate today = bank.now(business).toLocalDate();
        if (until.isBefore(today) || until.isAfter(today.plusDays(MOST_AHEAD)))
            throw new Refusal(
                            "debit.until",
                            "A run collects until a day between today and %s. Nothing was planned."
                                    .formatted(Texts.day(today.plusDays(MOST_AHEAD))))
                    .at("until");
        BankAccount account = bank.account(business, scheme);
        Money zero = Money.zero(scheme.rules().currency());
        var run = new DebitRun(
                business,
                new DebitRunId(Ids.next()),
                runs.nextNumber(business),
                account.id(),
                scheme,
                today,
                until,
                filter,
                DebitRun.State.PLANNING,
                0,
                0,
                zero,
                0,
                zero,
                Audit.who());
        runs.insert(run);
        plan(run, account);
        return run.id();
    }

    /** Drops a rehearsal that nobody committed; nothing for any other. */
    @Transactional
    public void drop(BusinessId business, DebitRunId id) {
        runs.lock(business, id)
                .filter(r -> r.state() == DebitRun.State.REHEARSED)
                .ifPresent(r -> runs.drop(business, id));
    }

    private void plan(DebitRun run, BankAccount account) {
        LocalDateTime now = bank.now(run.business());
        String currency = run.scheme().rules().currency().getCurrencyCode();
        var asked = new Planning.Asked(
                run.scheme(),
                bank.takes(account),
                now,
                run.until(),
                Money.ofMinor(currency, settings.of(run.business()).leastMinor()));
        var written = new Written(run, account, new Planning(asked, candidates.credit(run.business(), currency)));
        AtOnce.<List<CandidateStore.Found>>handedOn(
                taken -> candidates.each(
                        run.business(),
                        run.filter(),
                        run.until(),
                        some -> taken.accept(covered(run.business(), some, now.toLocalDate()))),
                written::plan);
        runs.planned(run.business(), run.id(), written.no, written.out, written.total);
    }

    private List<CandidateStore.Found> covered(BusinessId business, List<CandidateStore.Found> some, LocalDate today) {
        Map<DocumentId, Covering> covering = mandates.planned(
                business,
                some.stream().map(f -> f.candidate().document()).distinct().toList());
        return some.stream()
                .map(f -> new CandidateStore.Found(
                        with(f.candidate(), covering.get(f.candidate().document()), today), f.customerName()))
                .toList();
    }

    /** Those of another scheme's mandates have a run of their own; what has none at all is shown wherever it may belong. */
    private static boolean isAsked(Candidate c, DebitRun run) {
        boolean picked = !run.filter().documents().isEmpty();
        return picked || c.mandate() == null
                ? picked || run.scheme() == Scheme.SEPA_CORE
                : c.mandate().authority().scheme() == run.scheme();
    }

    /** What is planned so far, and written down. */
    private final class Written {
        private final DebitRun run;
        private final BankAccount account;
        private final Planning planning;
        private int no;
        private int out;
        private Money total;

        private Written(DebitRun run, BankAccount account, Planning planning) {
            this.run = run;
            this.account = account;
            this.planning = planning;
            this.total = Money.zero(run.scheme().rules().currency());
        }

        private void plan(List<CandidateStore.Found> some) {
            runs.insertItems(some.stream()
                    .filter(f -> isAsked(f.candidate(), run))
                    .map(f -> DebitRunStore.row(run.business(), run.id(), item(f)))
                    .toList());
        }

        private RunItem item(CandidateStore.Found found) {
            Candidate c = found.candidate();
            Planned planned = planning.next(c);
            RunItem.Collect collect = planned instanceof Planned.In in ? collect(in, c.mandate(), account) : null;
            RunItem.Out left = planned instanceof Planned.Out o ? new RunItem.Out(o.reason(), o.words()) : null;
            if (collect == null) out++;
            else total = total.plus(collect.amount());
            return new RunItem(
                    ++no,
                    c.claim(),
                    c.document(),
                    c.number(),
                    c.customer(),
                    found.customerName(),
                    c.due(),
                    c.left(),
                    c.tries(),
                    collect,
                    left,
                    null);
        }
    }

    private static RunItem.Collect collect(Planned.In in, Covering mandate, BankAccount account) {
        return new RunItem.Collect(
                mandate.id(),
                mandate.revision(),
                in.amount(),
                in.credit(),
                in.discount(),
                in.day().on(),
                Sequence.next(
                        mandate.authority().isOneOff(),
                        in.isLast(),
                        mandate.usage().everCollected(),
                        account.profile().usesFirst()),
                in.isLast());
    }

    /** With its mandate; a payer who was not told yet is told today. */
    static Candidate with(Candidate c, Covering mandate, LocalDate today) {
        int days = mandate == null ? 0 : mandate.authority().noticeDays();
        CollectionDay.Told told = c.told() == null
                ? new CollectionDay.Told(today, days, "no notice went yet; one goes on")
                : new CollectionDay.Told(c.told().on(), days, c.told().words());
        return new Candidate(
                c.claim(),
                c.document(),
                c.number(),
                c.customer(),
                c.due(),
                c.left(),
                c.early(),
                mandate,
                c.hindrances(),
                told,
                c.tries());
    }
}
