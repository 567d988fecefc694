package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.database.UntilWritten;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What somebody types changes no figures, so that what pages keep stands while people fill in forms. */
@ExtendWith(RunningApp.class)
class TypingTest {
    @Test
    void what_was_worked_out_stands_while_somebody_types_and_not_once_they_save(World world) {
        var worked = new AtomicInteger();
        var kept = new UntilWritten<String, Integer>();
        try (var ada = new Visitor(world, "ada")) {
            ada.get("/day");
            kept.of("figures", worked::incrementAndGet);
            ada.get("/invoices/new");
            ada.get("/invoices/new");
            assertThat(kept.of("figures", worked::incrementAndGet)).isEqualTo(1);
            world.invoice(world.payer(), "10.00");
            assertThat(kept.of("figures", worked::incrementAndGet)).isEqualTo(2);
        }
    }
}
