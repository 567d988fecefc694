package exactum.app.debits;

import exactum.app.audit.Audit;
import exactum.app.outside.Outside;
import exactum.app.setup.BankAccount;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.collection.CollectionDay;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DebitRunId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClientException;

/** Takes a run back: at any time before it is handed over, and until the bank's cut-off afterwards. */
@Component
public class WithdrawRun {
    private final DebitRunStore runs;
    private final DebitStore debits;
    private final DebitGroupStore groupStore;
    private final DebitFileStore files;
    private final RunBank bank;
    private final Outside outside;
    private final Audit audit;
    private final TransactionTemplate transaction;

    WithdrawRun(
            DebitRunStore runs,
            DebitStore debits,
            DebitGroupStore groupStore,
            DebitFileStore files,
            RunBank bank,
            Outside outside,
            Audit audit,
            TransactionTemplate transaction) {
        this.runs = runs;
        this.debits = debits;
        this.groupStore = groupStore;
        this.files = files;
        this.bank = bank;
        this.outside = outside;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * Takes it back; a second time changes nothing.
     *
     * @throws Refusal after the cut-off, or if the bank does not give it back
     */
    public void withdraw(BusinessId business, DebitRunId id) {
        DebitRun run = runs.find(business, id).orElseThrow(NotHere::new);
        if (run.state() == DebitRun.State.WITHDRAWN) return;
        if (run.state() == DebitRun.State.HANDED_OVER) {
            requireBeforeCutOff(run);
            askBank(run);
        }
        transaction.executeWithoutResult(s -> {
            DebitRun now = runs.lock(business, id).orElseThrow(NotHere::new);
            if (now.state() == DebitRun.State.WITHDRAWN) return;
            if (now.state() != run.state())
                throw new Refusal(
                        "debit.moved",
                        "Run %d is %s by now. Nothing was withdrawn. Look at it again."
                                .formatted(now.number(), now.state().words()));
            all(business, now, "withdrawn");
        });
    }

    private void requireBeforeCutOff(DebitRun run) {
        LocalDateTime now = bank.now(run.business());
        BankAccount account = bank.of(run);
        CollectionDay.Bank takes = bank.takes(account);
        LocalDate first = groupStore.groups(run.business(), run.id()).stream()
                .map(DebitGroupStore.Group::on)
                .min(LocalDate::compareTo)
                .orElseThrow();
        LocalDate last = run.scheme().rules().calendar().minusOpenDays(first, Math.max(takes.leadOpenDays(), 1));
        if (now.isAfter(last.atTime(takes.cutOff())))
            throw new Refusal(
                    "debit.cut-off",
                    "The bank gave until %s, %s. Nothing was withdrawn: what it collects can be given back as a refund."
                            .formatted(Texts.weekday(last), takes.cutOff()));
    }

    private void askBank(DebitRun run) {
        String address = bank.of(run).profile().debitUrl();
        if (address == null) return;
        String reference = files.ofRun(run.business(), run.id()).orElseThrow().reference();
        try {
            var answer = outside.post(address + "/" + reference + "/withdraw", Map.of(), null);
            if (!Outside.text(answer, "status").equals("withdrawn"))
                throw new Refusal(
                        "debit.not-given-back",
                        "The bank does not give it back: %s. Nothing was withdrawn."
                                .formatted(Outside.text(answer, "words")));
        } catch (RestClientException noAnswer) {
            throw new Refusal(
                    "debit.unreachable",
                    "The bank does not answer: %s. Nothing was withdrawn. Press again."
                            .formatted(Outside.words(noAnswer)));
        }
    }

    /** Withdraws all of it that was not collected, in the transaction that is open. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void all(BusinessId business, DebitRun run, String why) {
        List<CollectionId> ids = debits.ofRun(business, run.id(), Integer.MAX_VALUE).stream()
                .map(DebitStore.Debit::id)
                .toList();
        List<CollectionId> gone =
                debits.move(business, ids, List.of(DebitStore.PLANNED, DebitStore.IN_FLIGHT), DebitStore.WITHDRAWN);
        debits.unused(business, gone);
        groupStore.countGroups(business, run.id());
        runs.count(business, run.id());
        runs.move(business, run.id(), run.state(), DebitRun.State.WITHDRAWN);
        audit.record(business, "withdrew a run of collections", "run %d: %s".formatted(run.number(), why));
    }
}
