package exactum.standins.clock;

import exactum.standins.bank.Bank;
import exactum.standins.processor.Notices;
import exactum.standins.processor.Payouts;
import java.time.LocalDate;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where the business date is told to the stand-ins. */
@RestController
class ClockEndpoint {
    private final StandinClock clock;
    private final Payouts payouts;
    private final Notices notices;
    private final Bank bank;

    ClockEndpoint(StandinClock clock, Payouts payouts, Notices notices, Bank bank) {
        this.clock = clock;
        this.payouts = payouts;
        this.notices = notices;
        this.bank = bank;
    }

    /** Starts the stand-ins' time on a day. */
    @PostMapping("/clock/start")
    void start(@RequestParam LocalDate day) {
        clock.set(day);
    }

    /** Closes a day: sales become a payout, what was promised lands, the statement is written. Closing it again changes nothing. */
    @PostMapping("/clock/close")
    synchronized void close(@RequestParam LocalDate day) {
        notices.deliverAll();
        payouts.bundle(day);
        bank.close(day, payouts);
        if (!clock.today().isAfter(day)) clock.set(day.plusDays(1));
    }
}
