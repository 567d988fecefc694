package exactum.app.jobs;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.PlayDays;
import exactum.app.web.OwnAddress;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedDate;
import jakarta.servlet.http.HttpServletResponse;
import java.time.LocalDate;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/**
 * Moves the date forward, in a test installation only; the days are played in the background, and pages show how far it is.
 * Tries sources again that did not answer.
 */
@Controller
class DayPages {
    private static final int FARTHEST_DAYS = 92;
    private final PlayDays play;
    private final DailyWork daily;
    private final BusinessClock clock;
    private final SchedulerClient scheduler;

    DayPages(PlayDays play, DailyWork daily, BusinessClock clock, SchedulerClient scheduler) {
        this.play = play;
        this.daily = daily;
        this.clock = clock;
        this.scheduler = scheduler;
    }

    /** Sets off; {@code from} is the date that was shown, so that pressing twice moves once. */
    @PostMapping("/clock/forward")
    @Needs(Power.DATE)
    @Transactional
    String forward(
            BusinessId business,
            @RequestParam LocalDate from,
            @RequestParam String until,
            @RequestParam(defaultValue = "/day") String back) {
        if (!clock.isTest()) {
            throw new Refusal(
                    "clock.live", "The date moves by itself here; only a test installation can be moved forward.");
        }
        LocalDate target = TypedDate.parse(until, from);
        if (!target.isAfter(from) || target.isAfter(from.plusDays(FARTHEST_DAYS))) {
            throw new Refusal(
                    "clock.target",
                    "Only the %d days after %s can be moved to, and %s is none of them. The date was not moved."
                            .formatted(FARTHEST_DAYS, Texts.day(from), Texts.day(target)));
        }
        if (play.setOff(from, target)) PlayJob.schedule(scheduler);
        return OwnAddress.redirect(back, "/day");
    }

    /** Takes up a journey that stopped. */
    @PostMapping("/clock/again")
    @Needs(Power.DATE)
    @Transactional
    String again(BusinessId business, @RequestParam(defaultValue = "/day") String back) {
        if (play.again()) PlayJob.schedule(scheduler);
        return OwnAddress.redirect(back, "/day");
    }

    /** Leaves a journey that stopped: the date stays where it is. */
    @PostMapping("/clock/leave")
    @Needs(Power.DATE)
    String leave(BusinessId business, @RequestParam(defaultValue = "/day") String back) {
        play.leave();
        return OwnAddress.redirect(back, "/day");
    }

    /** Asked by the frame while the date moves; when it stands, the page is loaded anew. */
    @GetMapping("/clock")
    String where(BusinessId business, HttpServletResponse response, Model model) {
        var journey = play.journey().filter(j -> j.problem() == null);
        if (journey.isEmpty()) response.setHeader("HX-Refresh", "true");
        model.addAttribute("date", Texts.weekday(clock.today(business)));
        model.addAttribute("until", journey.map(j -> Texts.shortDay(j.until())).orElse(""));
        return "frame/clock :: moving";
    }

    @PostMapping("/day/try-again")
    @Needs(Power.MATCHING)
    String tryAgain(BusinessId business) {
        daily.takeIn(business);
        return "redirect:/day";
    }
}
