package exactum.app.cardruns;

import exactum.app.cards.CardOnFile;
import exactum.app.cards.CardsRefused;
import exactum.app.cards.Collection;
import exactum.app.cards.FindCards;
import exactum.app.installation.BusinessClock;
import exactum.core.card.CardRetry;
import exactum.core.card.Decline;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.working.Worked;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What follows where a run charged cards and they were refused: by the family of the refusal a day on which it is tried again, or
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
    void refused(CardsRefused refused) {
        Map<Collection, Decline> away = new LinkedHashMap<>();
        refused.why().forEach((c, why) -> {
            if (c.checkout().link() == null) away.put(c, why);
        });
        if (!away.isEmpty()) plan(refused.business(), away, clock.today(refused.business()));
    }

    private void plan(BusinessId business, Map<Collection, Decline> refused, LocalDate today) {
        Map<CustomerId, List<CardOnFile>> theirs = cards.ofCustomers(
                business,
                refused.entrySet().stream()
                        .filter(r -> !r.getValue().family().isTriedAgain())
                        .map(r -> r.getKey().customer())
                        .distinct()
                        .toList());
        Map<ClaimId, NextTryStore.Tries> before = tries.of(
                business,
                refused.keySet().stream()
                        .flatMap(c -> c.items().keySet().stream())
                        .distinct()
                        .toList());
        Map<ClaimId, NextTryStore.Next> planned = new LinkedHashMap<>();
        var ended = new ArrayList<ClaimId>();
        var givenUp = new ArrayList<Collection>();
        refused.forEach((c, why) -> {
            boolean other = !why.family().isTriedAgain() && hasAnother(c, theirs.get(c.customer()), today);
            boolean givesUp = false;
            for (ClaimId claim : c.items().keySet()) {
                NextTryStore.Tries so = before.getOrDefault(claim, new NextTryStore.Tries(c.startedOn(), 1));
                Optional<LocalDate> next = other
                        ? Optional.of(today.plusDays(1)).filter(d -> so.count() < CardRetry.MOST_TRIES)
                        : CardRetry.next(why, so.first(), so.count(), today).map(Worked::value);
                next.ifPresentOrElse(
                        on -> planned.put(claim, new NextTryStore.Next(on, so.count())), () -> ended.add(claim));
                givesUp |= next.isEmpty();
            }
            if (givesUp) givenUp.add(c);
        });
        tries.put(business, planned);
        tries.forget(business, ended);
        tell.tell(business, givenUp, today);
    }

    private static boolean hasAnother(Collection c, List<CardOnFile> theirs, LocalDate today) {
        return theirs != null
                && theirs.stream()
                        .filter(card -> card.processor().equals(c.checkout().processor()) && card.isUsableOn(today))
                        .map(CardOnFile::id)
                        .anyMatch(id -> !id.equals(c.checkout().card()));
    }
}
