package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What moved merchants' money beside sales, each once under its id. */
@Component
class Movements {
    private final Shelf<Movement> shelf;
    private final StandinClock clock;

    Movements(Shelves shelves, StandinClock clock) {
        shelf = shelves.of("processor/movements", Movement.class);
        this.clock = clock;
    }

    /** Notes one as of today. */
    synchronized void add(
            String id,
            String account,
            String kind,
            String sale,
            String reference,
            String description,
            Money gross,
            Money fee) {
        if (shelf.find(id).isPresent()) return;
        shelf.put(
                id,
                new Movement(
                        id,
                        account,
                        kind,
                        sale,
                        reference,
                        description,
                        clock.today(),
                        gross.plain(),
                        fee.plain(),
                        null));
    }

    Optional<Movement> find(String id) {
        return shelf.find(id);
    }

    /** Those of an account up to a day that are in no payout yet. */
    List<Movement> unbundled(String account, LocalDate day) {
        return shelf.all().stream()
                .filter(m -> m.payout() == null
                        && m.account().equals(account)
                        && !m.day().isAfter(day))
                .sorted(Comparator.comparing(Movement::day).thenComparing(Movement::id))
                .toList();
    }

    synchronized void putInPayout(String id, String payout) {
        shelf.find(id).filter(m -> m.payout() == null).ifPresent(m -> shelf.put(id, m.inPayout(payout)));
    }
}
