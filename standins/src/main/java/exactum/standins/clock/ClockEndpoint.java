package exactum.standins.clock;

import java.time.LocalDate;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where the business date is told to the stand-ins. */
@RestController
class ClockEndpoint {
    private final Days days;

    ClockEndpoint(Days days) {
        this.days = days;
    }

    @PostMapping("/clock/start")
    void start(@RequestParam LocalDate day) {
        days.start(day);
    }

    @PostMapping("/clock/close")
    void close(@RequestParam LocalDate day) {
        days.close(day);
    }
}
