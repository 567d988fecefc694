package exactum.app.bank;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.GiveBack;
import exactum.app.settlement.Unsettle;
import exactum.app.waiting.FindWaiting;
import exactum.app.waiting.Wait;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MatchId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Event;
import exactum.core.problem.Refusal;
import exactum.core.settlement.TakeBack;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Undoes a match by what reverses it: both stand in the books, and the line is open again for what it really is. */
@Component
public class UndoMatch {
    private final Match match;
    private final MatchStore matches;
    private final FindWaiting findWaiting;
    private final Wait wait;
    private final Unsettle unsettle;
    private final GiveBack giveBack;
    private final FindBooks books;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;

    UndoMatch(
            Match match,
            MatchStore matches,
            FindWaiting findWaiting,
            Wait wait,
            Unsettle unsettle,
            GiveBack giveBack,
            FindBooks books,
            Ledger ledger,
            BusinessClock clock,
            Audit audit) {
        this.match = match;
        this.matches = matches;
        this.findWaiting = findWaiting;
        this.wait = wait;
        this.unsettle = unsettle;
        this.giveBack = giveBack;
        this.books = books;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
    }

    /**
     * Undoes it, as of today.
     *
     * @throws Refusal if it was undone before, or something came after it that rests on it
     */
    @Transactional
    public void undo(BusinessId business, LineRef ref, MatchId id) {
        LineKeeper keeper = match.keeper(ref);
        MatchableLine line = keeper.lockAll(business, List.of(ref)).get(ref);
        FindMatches.Matched matched = matches.find(business, id)
                .filter(m -> m.line().equals(ref))
                .orElseThrow(() -> new Refusal("match.none", "This line has no such match. Nothing was changed."));
        LocalDate today = clock.today(business);
        LocalDate on = matched.on().isAfter(today) ? matched.on() : today;
        if (!matches.markUndone(business, id, books.periods(business).countsOn(on), Audit.who()))
            throw new Refusal("match.undone", "This was undone already. Nothing was changed.");
        reverse(business, matched, on, line.standsOn());
        keeper.keepAll(business, Map.of(ref, line.explained().without(matched.part())));
        audit.record(business, "undid a match", matched.words());
    }

    private void reverse(BusinessId business, FindMatches.Matched m, LocalDate on, AccountCode standsOn) {
        FindMatches.Target t = m.target();
        switch (m.kind()) {
            case WAITING -> {
                wait.again(business, t.waiting(), t.waitingPart());
                reverseEntry(business, m, on);
            }
            case PAYMENT ->
                unsettle.takeOut(
                        business,
                        t.means(),
                        on,
                        TakeBack.Cause.MATCH_UNDONE,
                        "",
                        standsOn,
                        m.part().amount().withMinor(0));
            case RETURN -> unsettle.restore(business, t.means(), t.takeBack(), on, standsOn);
            case REFUND -> giveBack.refused(business, t.refund(), on, standsOn);
            case ACCOUNT -> reverseEntry(business, m, on);
            case OWN_TRANSFER, RESERVE -> {
                var other = findWaiting.ofSource(business, m.id().value()).getFirst();
                wait.letGo(business, other.item().id(), m.part().amount().negated(), on);
                reverseEntry(business, m, on);
            }
        }
    }

    private void reverseEntry(BusinessId business, FindMatches.Matched m, LocalDate on) {
        if (m.entry() == null) return;
        ledger.book(
                business,
                books.find(business, m.entry())
                        .orElseThrow()
                        .reversed(Ids.NEW, Event.MATCH_UNDONE, m.id().value(), on));
    }
}
