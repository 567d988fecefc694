package exactum.app.debits;

import exactum.app.audit.Audit;
import exactum.app.outside.Outside;
import exactum.app.setup.BankAccount;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.collection.CollectionDay;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DebitRunId;
import exactum.core.problem.Refusal;
import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;

/**
 * Hands a run over: from this moment its file is written and never changes, and what is in it is in flight. Where the bank takes
 * files itself it is sent; that it goes is written down first, so that a lost answer is asked for again and never collects twice:
 * the bank knows the file by its reference.
 */
@Component
public class HandOver {
    static final String SENDING = "sending";
    static final String BY_HAND = "to be given to the bank by hand";
    static final String TAKEN = "taken by the bank";
    private final DebitRunStore runs;
    private final DebitStore debits;
    private final DebitGroupStore groupStore;
    private final DebitFileStore files;
    private final WriteDebitFile write;
    private final WithdrawRun withdraw;
    private final RunBank bank;
    private final Outside outside;
    private final Audit audit;
    private final TransactionTemplate transaction;

    HandOver(
            DebitRunStore runs,
            DebitStore debits,
            DebitGroupStore groupStore,
            DebitFileStore files,
            WriteDebitFile write,
            WithdrawRun withdraw,
            RunBank bank,
            Outside outside,
            Audit audit,
            TransactionTemplate transaction) {
        this.runs = runs;
        this.debits = debits;
        this.groupStore = groupStore;
        this.files = files;
        this.write = write;
        this.withdraw = withdraw;
        this.bank = bank;
        this.outside = outside;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * Hands it over; a second time changes nothing.
     *
     * @throws Refusal if the bank takes it no longer for its first day, or refuses the file
     */
    public void handOver(BusinessId business, DebitRunId id) {
        DebitFileStore.File file = transaction.execute(s -> written(business, id));
        runs.find(business, id).ifPresent(run -> debits.moved(run.made()));
        if (file != null && file.answer().equals(SENDING)) send(business, id);
    }

    private DebitFileStore.File written(BusinessId business, DebitRunId id) {
        DebitRun run = runs.lock(business, id).orElseThrow(NotHere::new);
        if (run.state() == DebitRun.State.HANDED_OVER)
            return files.ofRun(business, id).orElseThrow();
        if (run.state() != DebitRun.State.READY)
            throw new Refusal(
                    "debit.not-ready",
                    "Run %d is %s, so it cannot be handed over."
                            .formatted(run.number(), run.state().words()));
        groupStore.countGroups(business, id);
        runs.count(business, id);
        requireInTime(run);
        DebitFileStore.File file = write.write(run);
        debits.handOver(business, id);
        runs.move(business, id, DebitRun.State.READY, DebitRun.State.HANDED_OVER);
        boolean isSent = bank.of(run).profile().debitUrl() != null;
        files.answer(business, file.id(), isSent ? SENDING : BY_HAND);
        audit.record(
                business, "handed over a run of collections", "run %d, %s".formatted(run.number(), file.reference()));
        return files.ofRun(business, id).orElseThrow();
    }

    private void requireInTime(DebitRun run) {
        LocalDateTime now = bank.now(run.business());
        BankAccount account = bank.of(run);
        CollectionDay.Bank takes = bank.takes(account);
        for (DebitGroupStore.Group g : groupStore.groups(run.business(), run.id())) {
            LocalDate last = run.scheme().rules().calendar().minusOpenDays(g.on(), Math.max(takes.leadOpenDays(), 1));
            if (g.count() > 0 && now.isAfter(last.atTime(takes.cutOff())))
                throw new Refusal(
                        "debit.too-late",
                        "%s takes what it collects on %s until %s, %s. Nothing was handed over. Withdraw the run and rehearse another."
                                .formatted(account.name(), Texts.weekday(g.on()), Texts.weekday(last), takes.cutOff()));
        }
    }

    /** Sends the file, or again; the bank knows it by its reference. */
    void send(BusinessId business, DebitRunId id) {
        DebitRun run = runs.find(business, id).orElseThrow(NotHere::new);
        DebitFileStore.File file = files.ofRun(business, id).orElseThrow(NotHere::new);
        var content = new ByteArrayOutputStream((int) file.bytes());
        files.content(business, file.id(), content);
        JsonNode answer;
        try {
            answer = outside.postFile(
                    bank.of(run).profile().debitUrl(),
                    Map.of(),
                    MediaType.APPLICATION_XML_VALUE,
                    content.toByteArray());
        } catch (RestClientException noAnswer) {
            throw new Refusal(
                    "debit.unreachable",
                    "The bank does not answer: %s. The run counts as handed over and is sent again by itself until the bank answers."
                            .formatted(Outside.words(noAnswer)));
        }
        String status = Outside.text(answer, "status");
        if (status.equals("taken")) transaction.executeWithoutResult(s -> files.answer(business, file.id(), TAKEN));
        else refused(business, run, file, Outside.text(answer, "words"));
    }

    private void refused(BusinessId business, DebitRun run, DebitFileStore.File file, String words) {
        transaction.executeWithoutResult(s -> {
            files.answer(business, file.id(), "refused by the bank: " + words);
            withdraw.all(business, run, "the bank refused the file");
        });
        throw new Refusal(
                "debit.refused",
                "The bank refused the file: %s. Nothing of it is collected; its items can go in another run."
                        .formatted(words));
    }

    /** Sends all that wait for an answer; one bank that does not answer stops no other. */
    Optional<Refusal> sendAll(BusinessId business) {
        Refusal last = null;
        for (DebitRun run : runs.inState(business, DebitRun.State.HANDED_OVER)) {
            boolean waits = files.ofRun(business, run.id())
                    .filter(f -> f.answer().equals(SENDING))
                    .isPresent();
            if (!waits) continue;
            try {
                send(business, run.id());
            } catch (Refusal refused) {
                last = refused;
            }
        }
        return Optional.ofNullable(last);
    }
}
