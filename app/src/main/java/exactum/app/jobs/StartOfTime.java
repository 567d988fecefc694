package exactum.app.jobs;

import exactum.app.installation.BusinessClock;
import exactum.app.installation.PlayDays;
import exactum.app.installation.Settings;
import java.time.LocalDate;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;

/** Begins the time of a test installation where the settings ask for one. */
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
        if (settings.testFrom() != null && !clock.isTest()) testFrom(settings.testFrom());
    }

    /** Starts on the date, here and at the stand-ins. */
    public void testFrom(LocalDate date) {
        if (!settings.standinsAddress().isEmpty())
            RestClient.create()
                    .post()
                    .uri(settings.standinsAddress() + "/clock/start?day={day}", date)
                    .retrieve()
                    .toBodilessEntity();
        play.testFrom(date);
    }
}
