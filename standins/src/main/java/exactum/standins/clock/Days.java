package exactum.standins.clock;

import exactum.standins.bank.Bank;
import exactum.standins.processor.Notices;
import exactum.standins.processor.Payouts;
import java.time.LocalDate;
import org.springframework.stereotype.Component;

/** The days of the stand-ins, one after the other. */
@Component
public class Days {
    private final StandinClock clock;
    private final Payouts payouts;
    private final Notices notices;
    private final Bank bank;

    Days(StandinClock clock, Payouts payouts, Notices notices, Bank bank) {
        this.clock = clock;
        this.payouts = payouts;
        this.notices = notices;
        this.bank = bank;
    }

    /** Starts their time on a day. */
    public void start(LocalDate day) {
        clock.set(day);
    }

    /** Closes a day: sales become a payout, what was promised lands, the statement is written. Closing it again changes nothing. */
    public synchronized void close(LocalDate day) {
        notices.deliverAll();
        payouts.bundle(day);
        bank.close(day, payouts);
        if (!clock.today().isAfter(day)) clock.set(day.plusDays(1));
    }
}
