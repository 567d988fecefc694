package exactum.standins.clock;

import exactum.standins.StandinSettings;
import exactum.standins.shelf.Shelf;
import java.time.LocalDate;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The date the stand-ins live in; it follows the business date. */
@Component
public class StandinClock {
    private static final String KEY = "today";
    private final Shelf<Today> shelf;

    StandinClock(StandinSettings settings, JsonMapper json) {
        shelf = new Shelf<>(settings.home().resolve("clock"), Today.class, json);
    }

    record Today(LocalDate date) {}

    public LocalDate today() {
        return shelf.find(KEY).map(Today::date).orElseGet(LocalDate::now);
    }

    void set(LocalDate date) {
        shelf.put(KEY, new Today(date));
    }
}
