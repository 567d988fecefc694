package exactum.app.payouts;

import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.MatchableLine;
import exactum.app.bank.Part;
import exactum.app.cards.RefundFailed;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.AwaitsPayout;
import exactum.app.waiting.FindWaiting;
import exactum.app.web.NotHere;
import exactum.core.bank.Explained;
import exactum.core.bank.PayoutReport;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Matches the lines of payouts to what waits for them; each is in one payout, once. */
@Component
public class MatchPayout {
    private final FindPayouts payouts;
    private final PayoutStore store;
    private final FindWaiting waiting;
    private final PayoutLineStore lines;
    private final FindSetup setup;
    private final Match match;
    private final ApplicationEventPublisher events;

    MatchPayout(
            FindPayouts payouts,
            PayoutStore store,
            FindWaiting waiting,
            PayoutLineStore lines,
            FindSetup setup,
            Match match,
            ApplicationEventPublisher events) {
        this.payouts = payouts;
        this.store = store;
        this.waiting = waiting;
        this.lines = lines;
        this.setup = setup;
        this.match = match;
        this.events = events;
    }

    /** Writes the lines of a payout, matches all that the books agree with to the cent, and lets what is held back wait. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void read(ProcessorAccount processor, PayoutId payout, PayoutReport report) {
        BusinessId business = processor.business();
        List<String> references = report.lines().stream()
                .map(PayoutReport.Line::named)
                .filter(r -> !r.isEmpty())
                .distinct()
                .toList();
        lines.whileNothingBegins(processor.id());
        List<FreshLine> fresh = FreshLine.of(report, waiting.holdAtProcessor(business, processor.id(), references));
        store.insertLines(business, payout, fresh);
        ExchangeRate rate = setup.rate(business, report.currency(), report.salesOn());
        Map<MatchableLine, List<FindWaiting.AtProcessor>> whole = new LinkedHashMap<>();
        for (FreshLine line : fresh) {
            if (line.isWhole()) whole.put(matchable(processor, report, rate, line), line.items());
        }
        match.matchHeld(business, whole);
        if (whole.size() < fresh.size()) matchKnown(business, payouts.openLines(business, payout, Integer.MAX_VALUE));
        holdBack(business, payout);
    }

    private static MatchableLine matchable(
            ProcessorAccount processor, PayoutReport report, ExchangeRate rate, FreshLine line) {
        Money amount = line.line().gross().minus(line.line().fee());
        return new MatchableLine(
                new LineRef.OfPayout(line.id()),
                processor.accounts().clearing(),
                report.salesOn(),
                Explained.nothingOf(rate.value(amount).value()),
                report.reference() + ": " + line.line().description());
    }

    /** What is taken in after its payout was read is matched at once; a refund may have come back in it by then. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void awaited(AwaitsPayout awaits) {
        lines.whileNoneIsRead(awaits.processor());
        List<PayoutLine> open = lines.openOf(awaits.business(), awaits.processor(), awaits.references());
        List<PayoutLine> back = open.stream().filter(MatchPayout::isSentBack).toList();
        for (PayoutLine line : back) {
            ProcessorAccount processor = setup.processor(awaits.business(), awaits.processor());
            events.publishEvent(new RefundFailed(processor, line.named(), line.gross(), line.description()));
        }
        matchKnown(
                awaits.business(),
                back.isEmpty() ? open : lines.openOf(awaits.business(), awaits.processor(), awaits.references()));
    }

    private static boolean isSentBack(PayoutLine line) {
        return line.kind() == PayoutReport.Kind.CORRECTION && line.gross().isPositive() && line.known() == null;
    }

    private void matchKnown(BusinessId business, List<PayoutLine> page) {
        Map<LineRef, List<WaitingId>> whole = new LinkedHashMap<>();
        Set<WaitingId> taken = new HashSet<>();
        for (PayoutLine line : page) {
            if (!line.agrees()) continue;
            List<WaitingId> items = items(line.known());
            if (Collections.disjoint(taken, items)) {
                taken.addAll(items);
                whole.put(new LineRef.OfPayout(line.id()), items);
            }
        }
        match.matchWhole(business, whole);
    }

    private static List<WaitingId> items(PayoutLine.Known known) {
        return known.fee() == null
                ? List.of(known.waiting())
                : List.of(known.waiting(), known.fee().waiting());
    }

    /** A release that was read before what it lets go is matched with it. */
    private void holdBack(BusinessId business, PayoutId id) {
        Payout payout = payouts.find(business, id).orElseThrow();
        List<PayoutLine> held = lines.heldBack(business, id);
        for (PayoutLine line : held) {
            match.match(
                    business,
                    new LineRef.OfPayout(line.id()),
                    List.of(new Part.Reserve(payout.processor(), line.named(), line.left())));
        }
        if (held.isEmpty()) return;
        List<String> references = held.stream().map(PayoutLine::named).toList();
        matchKnown(business, lines.openOf(business, payout.processor(), references));
    }

    /** Books what one press can: fees of their own, and fees that differ from the books. Pressing twice books once. */
    @Transactional
    public void bookFees(BusinessId business, PayoutId id) {
        Payout payout = payouts.find(business, id).orElseThrow(NotHere::new);
        AccountCode fees =
                setup.processor(business, payout.processor()).accounts().fees();
        for (PayoutLine line : payouts.openLines(business, id, Integer.MAX_VALUE)) {
            if (line.isBookable()) match.match(business, new LineRef.OfPayout(line.id()), parts(line, fees));
        }
    }

    private static List<Part> parts(PayoutLine line, AccountCode fees) {
        PayoutLine.Known known = line.known();
        if (known == null) return List.of(new Part.ToAccount(fees, line.left()));
        var parts = new ArrayList<Part>();
        parts.add(new Part.Waiting(known.waiting(), known.left()));
        if (known.fee() != null)
            parts.add(new Part.Waiting(known.fee().waiting(), known.fee().left()));
        Money rest = line.left().minus(known.waits());
        if (!rest.isZero()) parts.add(new Part.ToAccount(fees, rest));
        return parts;
    }

    /** Books what is unexplained of one line to an account that a person chose. */
    @Transactional
    public void book(BusinessId business, PayoutId payout, int lineNo, AccountCode account) {
        PayoutLine line = payouts.line(business, payout, lineNo)
                .orElseThrow(() -> new Refusal("payout.no-line", "The payout has no such line. Nothing was booked."));
        if (line.isEven()) throw new Refusal("payout.even", "This line is explained already. Nothing was booked.");
        match.match(business, new LineRef.OfPayout(line.id()), List.of(new Part.ToAccount(account, line.left())));
    }
}
