package exactum.app.debits;

import exactum.app.audit.Audit;
import exactum.app.database.AtOnce;
import exactum.app.database.Ids;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.app.setup.BankAccount;
import exactum.app.web.Texts;
import exactum.core.collection.Candidate;
import exactum.core.collection.CollectionDay;
import exactum.core.collection.Planned;
import exactum.core.collection.Planning;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.Sequence;
import exactumdb.tables.records.DebitRunItemRecord;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Plans a run: every open item that might be collected, in or out with its reason. Nothing is changed by it. */
@Component
public class PlanDebitRun {
    private static final int CHUNK = 5_000;
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
        List<CandidateStore.Found> found = candidates.find(run.business(), run.filter(), run.until());
        Map<ClaimId, CandidateStore.Found> byClaim = new HashMap<>();
        found.forEach(f -> byClaim.put(f.candidate().claim(), f));
        Map<DocumentId, Mandate> covering = covering(
                run.business(),
                found.stream().map(f -> f.candidate().document()).distinct().toList());
        LocalDateTime now = bank.now(run.business());
        List<Candidate> whole = found.stream()
                .map(f -> with(f.candidate(), covering.get(f.candidate().document()), now.toLocalDate()))
                .filter(c -> isAsked(c, run))
                .toList();
        var asked = new Planning.Asked(
                run.scheme(),
                bank.takes(account),
                now,
                run.until(),
                Money.ofMinor(
                        run.scheme().rules().currency().getCurrencyCode(),
                        settings.of(run.business()).leastMinor()));
        List<Planned> plan = Planning.of(
                asked,
                whole,
                candidates.credit(
                        run.business(), run.scheme().rules().currency().getCurrencyCode()));
        write(run, account, plan, byClaim, covering);
    }

    private Map<DocumentId, Mandate> covering(BusinessId business, List<DocumentId> documents) {
        Map<DocumentId, Mandate> covering = new ConcurrentHashMap<>();
        AtOnce.each(AtOnce.slices(documents, CHUNK), some -> covering.putAll(mandates.covering(business, some)));
        return covering;
    }

    /** Those of another scheme's mandates have a run of their own; what has none at all is shown wherever it may belong. */
    private static boolean isAsked(Candidate c, DebitRun run) {
        boolean picked = !run.filter().documents().isEmpty();
        return picked || c.mandate() == null
                ? picked || run.scheme() == Scheme.SEPA_CORE
                : c.mandate().authority().scheme() == run.scheme();
    }

    private void write(
            DebitRun run,
            BankAccount account,
            List<Planned> plan,
            Map<ClaimId, CandidateStore.Found> byClaim,
            Map<DocumentId, Mandate> covering) {
        var rows = new ArrayList<DebitRunItemRecord>(CHUNK);
        int no = 0;
        int out = 0;
        Money total = Money.zero(run.scheme().rules().currency());
        for (Planned planned : plan) {
            Candidate c = planned.candidate();
            Mandate mandate = covering.get(c.document());
            RunItem.Collect collect = planned instanceof Planned.In in ? collect(in, mandate, account) : null;
            if (collect == null) out++;
            else total = total.plus(collect.amount());
            RunItem.Out left = planned instanceof Planned.Out o ? new RunItem.Out(o.reason(), o.words()) : null;
            rows.add(DebitRunStore.row(
                    run.business(),
                    run.id(),
                    new RunItem(
                            ++no,
                            c.claim(),
                            c.document(),
                            c.number(),
                            c.customer(),
                            byClaim.get(c.claim()).customerName(),
                            c.due(),
                            c.left(),
                            c.tries(),
                            collect,
                            left,
                            null)));
            if (rows.size() < CHUNK) continue;
            runs.insertItems(rows);
            rows.clear();
        }
        runs.insertItems(rows);
        runs.planned(run.business(), run.id(), no, out, total);
    }

    private static RunItem.Collect collect(Planned.In in, Mandate mandate, BankAccount account) {
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
    static Candidate with(Candidate c, Mandate mandate, LocalDate today) {
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
                mandate == null ? null : mandate.covering(),
                c.hindrances(),
                told,
                c.tries());
    }
}
