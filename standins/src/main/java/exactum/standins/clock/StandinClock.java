package exactum.standins.clock;

import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.LocalDate;
import org.springframework.stereotype.Component;

/** The date the stand-ins live in; it follows the business date. */
@Component
public class StandinClock {
    private static final String KEY = "today";
    private final Shelf<Today> shelf;

    StandinClock(Shelves shelves) {
        shelf = shelves.of("clock", Today.class);
    }

    record Today(LocalDate date) {}

    public LocalDate today() {
        return shelf.find(KEY).map(Today::date).orElseGet(LocalDate::now);
    }

    void set(LocalDate date) {
        shelf.put(KEY, new Today(date));
    }
}
