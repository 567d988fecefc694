package exactum.app.jobs;

import exactum.app.clock.BusinessClock;
import exactum.app.clock.PlayDays;
import exactum.app.settings.Settings;
import java.time.LocalDate;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;

/** Begins practice where the settings ask for it. */
@Component
public class StartOfTime {
    private final Settings settings;
    private final PlayDays play;
    private final BusinessClock clock;

    StartOfTime(Settings settings, PlayDays play, BusinessClock clock) {
        this.settings = settings;
        this.play = play;
        this.clock = clock;
    }

    @Order(1)
    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        if (settings.practiceFrom() != null && !clock.isPractice()) practiseFrom(settings.practiceFrom());
    }

    /** Starts practice, here and at the stand-ins, on the date. */
    public void practiseFrom(LocalDate date) {
        RestClient.create()
                .post()
                .uri(settings.standinsAddress() + "/clock/start?day={day}", date)
                .retrieve()
                .toBodilessEntity();
        play.practiseFrom(date);
    }
}
