package exactum.app.cardruns;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.audit.Audit;
import exactum.app.cards.ChargeOnFile;
import exactum.app.cards.Collection;
import exactum.app.database.AtOnce;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.Settle;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.collection.LeftOut;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CollectionId;
import exactum.core.money.Money;
import exactumdb.tables.records.CardRunOutcomeRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Charges a rehearsed run: of its plan exactly what is still true. Each piece is written down, then charged with no transaction
 * open; killed, it goes on where it was, and what was charged meanwhile is found by its key.
 */
@Component
public class ChargeCardRun {
    private static final int CHUNK = 600;
    private final CardRunStore runs;
    private final ChargeOnFile charges;
    private final FindClaims findClaims;
    private final Claims claims;
    private final Settle settle;
    private final Approvals approvals;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    ChargeCardRun(
            CardRunStore runs,
            ChargeOnFile charges,
            FindClaims findClaims,
            Claims claims,
            Settle settle,
            Approvals approvals,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.runs = runs;
        this.charges = charges;
        this.findClaims = findClaims;
        this.claims = claims;
        this.settle = settle;
        this.approvals = approvals;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** Claims the run; false if it was committed already, or waits for a second person from now on. */
    @Transactional
    public boolean start(BusinessId business, CardRunId id) {
        CardRun run = runs.lock(business, id).orElseThrow(NotHere::new);
        if (run.state() != CardRun.State.REHEARSED || run.chargeable() == 0) return false;
        if (!approvals.mayGo(business, toApprove(run))) return false;
        runs.move(business, id, CardRun.State.REHEARSED, CardRun.State.CHARGING);
        audit.record(business, "charged cards on file", "run " + run.number());
        return true;
    }

    private static Approvals.What toApprove(CardRun run) {
        return new Approvals.What(
                ApprovalKind.CARD_RUN,
                run.id().value(),
                run.id().toString(),
                "Charge run %d, %s".formatted(run.number(), Texts.count(run.chargeable(), "open item", "open items")),
                List.of(run.total()),
                "/card-runs/" + run.id());
    }

    /**
     * Charges what is left of the plan, and first what was begun and never heard of. While the processor is called for one piece,
     * the answers to the one before it are taken in; if that fails, what was answered since is asked about when the run goes on.
     */
    public void execute(BusinessId business, CardRunId id) {
        charges.resume(business, runs.unheard(business, id));
        AtOnce.<ChargeOnFile.Answers>handedOn(answered -> callAll(business, id, answered), charges::take);
        transaction.executeWithoutResult(s -> runs.move(business, id, CardRun.State.CHARGING, CardRun.State.DONE));
    }

    private void callAll(BusinessId business, CardRunId id, Consumer<ChargeOnFile.Answers> answered) {
        while (true) {
            Map<Collection, String> begun = transaction.execute(s -> begin(business, id));
            if (begun == null) return;
            answered.accept(charges.call(business, begun));
        }
    }

    /** Writes the next piece down; null where nothing is left. */
    private Map<Collection, String> begin(BusinessId business, CardRunId id) {
        CardRun run = runs.lock(business, id).orElseThrow(NotHere::new);
        List<CardRunItem> next = runs.next(business, id, CHUNK);
        if (run.state() != CardRun.State.CHARGING || next.isEmpty()) return null;
        claims.hold(
                business, next.stream().map(CardRunItem::customer).distinct().toList());
        LocalDate today = clock.today(business);
        for (CardRunItem item : next)
            if (item.charge().credit().isPositive())
                settle.useCredit(
                        business,
                        item.customer(),
                        item.document(),
                        Optional.of(item.charge().credit()),
                        today);
        Map<CardRunItem, String> changed = changed(business, next, today);
        List<CardRunItem> still =
                next.stream().filter(i -> !changed.containsKey(i)).toList();
        List<Collection> begun = charges.begin(
                business, still.stream().map(ChargeCardRun::attempt).toList(), today);
        var outcomes = new ArrayList<CardRunOutcomeRecord>();
        Map<Collection, String> numbered = new LinkedHashMap<>();
        for (int i = 0; i < still.size(); i++) {
            numbered.put(begun.get(i), still.get(i).number());
            outcomes.add(outcome(run, still.get(i), begun.get(i).id(), null));
        }
        changed.forEach((item, why) -> outcomes.add(outcome(run, item, null, why)));
        runs.outcomes(outcomes);
        return numbered;
    }

    private static CardRunOutcomeRecord outcome(CardRun run, CardRunItem item, CollectionId collection, String why) {
        return new CardRunOutcomeRecord()
                .setBusinessId(run.business())
                .setRunId(run.id())
                .setItemNo(item.no())
                .setCollectionId(collection)
                .setReason(why == null ? null : LeftOut.CHANGED.words())
                .setWords(why);
    }

    private static ChargeOnFile.Attempt attempt(CardRunItem item) {
        CardRunItem.Charge c = item.charge();
        return new ChargeOnFile.Attempt(
                item.customer(),
                item.document(),
                c.amount(),
                Map.of(item.claim(), c.amount()),
                c.card().id(),
                c.card().processor());
    }

    /** What is different from the plan, by item. */
    private Map<CardRunItem, String> changed(BusinessId business, List<CardRunItem> items, LocalDate today) {
        List<ClaimId> wanted = items.stream().map(CardRunItem::claim).toList();
        Map<ClaimId, Money> open = new HashMap<>();
        findClaims.openAmong(business, wanted).forEach(o -> open.put(o.claim(), o.left()));
        Set<ClaimId> collected = charges.beingCollected(business, wanted);
        Map<CardRunItem, String> changed = new LinkedHashMap<>();
        for (CardRunItem item : items) {
            CardRunItem.Charge c = item.charge();
            Money expected = c.amount().plus(c.discount());
            Money left = open.getOrDefault(item.claim(), expected.withMinor(0));
            if (!left.equals(expected))
                changed.put(item, "%s was open, %s is now".formatted(expected.withCurrency(), left.withCurrency()));
            else if (collected.contains(item.claim())) changed.put(item, "being collected already");
            else if (!c.card().isUsableOn(today)) changed.put(item, "its card cannot be charged any more");
        }
        return changed;
    }
}
