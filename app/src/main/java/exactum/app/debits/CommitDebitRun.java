package exactum.app.debits;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.audit.Audit;
import exactum.app.database.AtOnce;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.app.settlement.Settle;
import exactum.app.setup.BankAccount;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.collection.LeftOut;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DebitGroupId;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.MandateId;
import exactum.core.money.Money;
import exactum.core.scheme.Sequence;
import exactumdb.tables.records.CollectionItemRecord;
import exactumdb.tables.records.CollectionRecord;
import exactumdb.tables.records.DebitRecord;
import exactumdb.tables.records.DebitRunOutcomeRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Commits a rehearsed run: of its plan exactly what is still true becomes collections, which wait to be handed over. It is worked
 * off by the chunk; killed, it goes on where it was.
 */
@Component
public class CommitDebitRun {
    private static final int CHUNK = 800;
    /** So many collections of one payer go in one debit at most. */
    private static final int MOST_TOGETHER = 20;
    /** Banks book a group as one line; one of this many is booked here in one transaction. */
    private static final int MOST_IN_GROUP = 10_000;

    private static final int MOST_REMITTANCE = 140;
    private final DebitRunStore runs;
    private final DebitStore debits;
    private final DebitGroupStore groupStore;
    private final DebitSettingStore settings;
    private final RunBank bank;
    private final Approvals approvals;
    private final Claims claims;
    private final Settle settle;
    private final RunNames names;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    CommitDebitRun(
            DebitRunStore runs,
            DebitStore debits,
            DebitGroupStore groupStore,
            DebitSettingStore settings,
            RunBank bank,
            Approvals approvals,
            Claims claims,
            Settle settle,
            RunNames names,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.runs = runs;
        this.debits = debits;
        this.groupStore = groupStore;
        this.settings = settings;
        this.bank = bank;
        this.approvals = approvals;
        this.claims = claims;
        this.settle = settle;
        this.names = names;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** Claims the run; false if it was committed already, or waits for a second person from now on. */
    @Transactional
    public boolean start(BusinessId business, DebitRunId id) {
        DebitRun run = runs.lock(business, id).orElseThrow(NotHere::new);
        if (run.state() != DebitRun.State.REHEARSED || run.collectable() == 0) return false;
        if (!approvals.mayGo(business, toApprove(run))) return false;
        runs.move(business, id, DebitRun.State.REHEARSED, DebitRun.State.COMMITTING);
        audit.record(business, "committed a run of collections", "run " + run.number());
        return true;
    }

    private static Approvals.What toApprove(DebitRun run) {
        return new Approvals.What(
                ApprovalKind.DEBIT_RUN,
                run.id().value(),
                run.id().toString(),
                "Collect run %d, %s".formatted(run.number(), Texts.count(run.collectable(), "open item", "open items")),
                List.of(run.total()),
                "/debit-runs/" + run.id());
    }

    /** Executes what is left of the plan, a few chunks at once; who comes second waits, and finds nothing left. */
    public void execute(BusinessId business, DebitRunId id) {
        transaction.executeWithoutResult(s -> {
            runs.alone(id);
            AtOnce.each(
                    runs.collectable(business, id, CHUNK),
                    some -> transaction.executeWithoutResult(t -> execute(business, id, some)));
            groupStore.countGroups(business, id);
            runs.count(business, id);
            runs.move(business, id, DebitRun.State.COMMITTING, DebitRun.State.READY);
        });
        runs.find(business, id).ifPresent(run -> debits.made(run.made()));
    }

    private void execute(BusinessId business, DebitRunId id, DebitRunStore.Range some) {
        DebitRun run = runs.stays(business, id).orElseThrow(NotHere::new);
        if (run.state() != DebitRun.State.COMMITTING) return;
        List<RunItem> items = runs.items(business, id, some.first(), some.last()).stream()
                .filter(i -> i.collect() != null && i.outcome() == null)
                .toList();
        if (!items.isEmpty()) new Chunk(run, bank.of(run)).commit(items);
    }

    /** A chunk being committed. */
    private final class Chunk {
        private final BusinessId business;
        private final DebitRun run;
        private final BankAccount account;
        private final String message;
        private final Map<String, DebitGroupId> groups = new HashMap<>();
        private final List<DebitRunOutcomeRecord> outcomes = new ArrayList<>();

        private Chunk(DebitRun run, BankAccount account) {
            this.business = run.business();
            this.run = run;
            this.account = account;
            this.message = names.message(run);
        }

        private void commit(List<RunItem> items) {
            claims.hold(
                    business, items.stream().map(RunItem::customer).distinct().toList());
            useCredit(items);
            Map<ClaimId, DebitStore.Open> open = debits.lockClaims(
                    business, items.stream().map(RunItem::claim).toList());
            Map<MandateId, DebitStore.Standing> mandates = debits.lockMandates(
                    business,
                    items.stream().map(i -> i.collect().mandate()).distinct().toList());
            Map<MandateId, Integer> counts = new HashMap<>();
            List<RunItem> going = new ArrayList<>();
            for (RunItem item : items) {
                Optional<String> changed = changed(
                        item,
                        open.get(item.claim()),
                        mandates.get(item.collect().mandate()),
                        counts);
                if (changed.isPresent()) leftOut(item, changed.get());
                else going.add(item);
            }
            write(going, counts);
            runs.outcomes(outcomes);
        }

        /** What a customer has on account settles first what the plan says. */
        private void useCredit(List<RunItem> items) {
            LocalDate today = clock.today(business);
            for (RunItem item : items)
                if (item.collect().credit().isPositive())
                    settle.useCredit(
                            business,
                            item.customer(),
                            item.document(),
                            Optional.of(item.collect().credit()),
                            today);
        }

        /** What is different from the plan, or nothing. */
        private Optional<String> changed(
                RunItem item, DebitStore.Open now, DebitStore.Standing mandate, Map<MandateId, Integer> counts) {
            RunItem.Collect c = item.collect();
            long expected = c.amount().plus(c.discount()).minor();
            if (now.inFlight()) return Optional.of("it is being collected already");
            if (now.disputed()) return Optional.of("the customer objects to it now");
            if (now.leftMinor() != expected)
                return Optional.of("%s was open, %s is now"
                        .formatted(
                                item.left().withCurrency(),
                                item.left().withMinor(now.leftMinor()).withCurrency()));
            if (!mandate.isActive()) return Optional.of("its mandate is not active any more");
            if (mandate.revision() != c.mandateRevision()) return Optional.of("its mandate was changed meanwhile");
            if (item.tries() == 0) {
                int more = counts.getOrDefault(c.mandate(), 0);
                if (mandate.most() != null && mandate.counted() + more >= mandate.most())
                    return Optional.of("its mandate is used up");
                counts.merge(c.mandate(), 1, Integer::sum);
            }
            return Optional.empty();
        }

        private void leftOut(RunItem item, String words) {
            outcomes.add(new DebitRunOutcomeRecord()
                    .setBusinessId(business)
                    .setRunId(run.id())
                    .setItemNo(item.no())
                    .setCollectionId(null)
                    .setReason(LeftOut.CHANGED.words())
                    .setWords(words));
        }

        private void write(List<RunItem> going, Map<MandateId, Integer> counts) {
            if (going.isEmpty()) return;
            Map<MandateId, DebitStore.Account> accounts = debits.accounts(
                    business,
                    going.stream().map(i -> i.collect().mandate()).distinct().toList());
            List<DebitStore.Written> written = new ArrayList<>();
            Map<MandateId, LocalDate> latest = new HashMap<>();
            for (List<RunItem> one : together(going)) {
                RunItem first = one.getFirst();
                MandateId mandate = first.collect().mandate();
                written.add(collection(one, accounts.get(mandate)));
                latest.merge(mandate, first.collect().on(), (a, b) -> a.isAfter(b) ? a : b);
                DebitStore.Account account = accounts.get(mandate);
                accounts.put(mandate, new DebitStore.Account(account.secret(), false, ""));
            }
            debits.insert(written);
            debits.used(business, counts, latest);
        }

        /** What goes in one debit: each item by itself, or those of a mandate on a day together. */
        private List<List<RunItem>> together(List<RunItem> going) {
            boolean isTogether = settings.of(business).isTogether();
            Map<Object, List<RunItem>> by = new LinkedHashMap<>();
            for (RunItem i : going) {
                Object key =
                        isTogether ? List.of(i.collect().mandate(), i.collect().on(), i.tries() > 0) : i.no();
                by.computeIfAbsent(key, k -> new ArrayList<>()).add(i);
            }
            List<List<RunItem>> all = new ArrayList<>();
            for (List<RunItem> some : by.values())
                for (int at = 0; at < some.size(); at += MOST_TOGETHER)
                    all.add(some.subList(at, Math.min(some.size(), at + MOST_TOGETHER)));
            return all;
        }

        private DebitStore.Written collection(List<RunItem> items, DebitStore.Account account) {
            RunItem first = items.getFirst();
            Money amount = Money.sum(
                    first.left().currency(),
                    items.stream().map(i -> i.collect().amount()).toList());
            var id = new CollectionId(Ids.next());
            boolean last = items.stream().anyMatch(i -> i.collect().isLast());
            Sequence sequence = last && first.collect().sequence() == Sequence.RECURRENT
                    ? Sequence.FINAL
                    : items.getLast().collect().sequence();
            var collection = new CollectionRecord()
                    .setBusinessId(business)
                    .setId(id)
                    .setChannel("debit")
                    .setCustomerId(first.customer())
                    .setDocumentId(items.size() == 1 ? first.document() : null)
                    .setCurrency(amount.currency().getCurrencyCode())
                    .setAmountMinor(amount.minor())
                    .setState(DebitStore.PLANNED)
                    .setStartedOn(run.date())
                    .setStartedAt(OffsetDateTime.now());
            List<CollectionItemRecord> rows = items.stream()
                    .map(i -> new CollectionItemRecord(
                            business, id, i.claim(), i.collect().amount().minor(), true))
                    .toList();
            String said = items.stream().map(RunItem::number).distinct().collect(Collectors.joining(" "));
            var debit = new DebitRecord()
                    .setBusinessId(business)
                    .setCollectionId(id)
                    .setGroupId(group(sequence, first.collect().on(), first.no()))
                    .setMandateId(first.collect().mandate())
                    .setEndToEnd(RunNames.endToEnd(message, first.no()))
                    .setTryNo(first.tries() + 1)
                    .setCollectOn(first.collect().on())
                    .setNewAccount(account.isNew())
                    .setFormerReference(account.former())
                    .setIbanSecret(account.secret())
                    .setRemittance(run.scheme().rules().text(said, MOST_REMITTANCE));
            for (RunItem i : items)
                outcomes.add(new DebitRunOutcomeRecord()
                        .setBusinessId(business)
                        .setRunId(run.id())
                        .setItemNo(i.no())
                        .setCollectionId(id)
                        .setReason(null)
                        .setWords(null));
            return new DebitStore.Written(collection, rows, debit);
        }

        private DebitGroupId group(Sequence sequence, LocalDate on, int itemNo) {
            String part = switch (account.profile().grouping()) {
                case "one group a debit" -> "-" + itemNo;
                default -> itemNo > MOST_IN_GROUP ? "-" + (itemNo - 1) / MOST_IN_GROUP : "";
            };
            String reference = RunNames.group(message, sequence, on, part);
            return groups.computeIfAbsent(
                    reference,
                    r -> groupStore.group(
                            business,
                            new DebitGroupStore.Group(
                                    new DebitGroupId(Ids.next()),
                                    run.id(),
                                    r,
                                    run.scheme(),
                                    sequence,
                                    on,
                                    account.profile().isBatch(),
                                    0,
                                    run.total().withMinor(0),
                                    false)));
        }
    }
}
