package exactum.app.jobs;

import exactum.app.clock.BusinessClock;
import exactum.app.clock.PlayDays;
import exactum.core.problem.Refusal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Moves the date forward, in practice only. */
@Controller
class ClockPages {
    private final PlayDays play;
    private final BusinessClock clock;

    ClockPages(PlayDays play, BusinessClock clock) {
        this.play = play;
        this.clock = clock;
    }

    @PostMapping("/clock/forward")
    String forward(@RequestParam(defaultValue = "1") int days) {
        if (!clock.isPractice())
            throw new Refusal(
                    "clock.live", "The date moves by itself here; only a practice installation can be moved forward.");
        for (int i = 0; i < Math.clamp(days, 1, 31); i++) play.forward();
        return "redirect:/";
    }
}
