package exactum.app.cardruns;

import exactum.app.cards.CardOnFile;
import exactum.app.cards.CardRefused;
import exactum.app.cards.Collection;
import exactum.app.cards.FindCards;
import exactum.app.installation.BusinessClock;
import exactum.core.card.CardRetry;
import exactum.core.ids.ClaimId;
import exactum.core.working.Worked;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What follows where a run charged a card and it was refused: by the family of the refusal a day on which it is tried again, or
 * another card of the same payer the next day, or the payer is asked; a card is never charged again after a hard refusal.
 */
@Component
class TryAgain {
    private final NextTryStore tries;
    private final FindCards cards;
    private final TellRefused tell;
    private final BusinessClock clock;

    TryAgain(NextTryStore tries, FindCards cards, TellRefused tell, BusinessClock clock) {
        this.tries = tries;
        this.cards = cards;
        this.tell = tell;
        this.clock = clock;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void refused(CardRefused refused) {
        Collection c = refused.collection();
        if (c.checkout().link() != null) return;
        LocalDate today = clock.today(c.business());
        boolean other = !refused.why().family().isTriedAgain() && hasAnother(c, today);
        boolean givesUp = false;
        for (ClaimId claim : c.items().keySet()) {
            NextTryStore.Tries so = tries.of(c.business(), claim);
            int count = Math.max(1, so.count());
            LocalDate first = so.first() == null ? c.startedOn() : so.first();
            Optional<LocalDate> next = other
                    ? Optional.of(today.plusDays(1)).filter(d -> count < CardRetry.MOST_TRIES)
                    : CardRetry.next(refused.why(), first, count, today).map(Worked::value);
            next.ifPresentOrElse(
                    on -> tries.put(c.business(), claim, on, count), () -> tries.forget(c.business(), claim));
            givesUp |= next.isEmpty();
        }
        if (givesUp) tell.tell(c, today);
    }

    private boolean hasAnother(Collection c, LocalDate today) {
        return cards.ofCustomer(c.business(), c.customer()).stream()
                .filter(card -> card.processor().equals(c.checkout().processor()) && card.isUsableOn(today))
                .map(CardOnFile::id)
                .anyMatch(id -> !id.equals(c.checkout().card()));
    }
}
