package exactum.app.demo;

import exactum.app.clock.BusinessClock;
import exactum.app.clock.PlayDays;
import exactum.app.jobs.DailyWork;
import exactum.app.jobs.StartOfTime;
import exactum.app.matching.MatchBankLines;
import exactum.app.messages.Outbox;
import exactum.app.messages.SendMessages;
import exactum.app.security.Users;
import exactum.app.settings.Settings;
import exactum.app.setup.SetupStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Map;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.web.client.RestClient;

/**
 * Loads the demo by living it: the real use cases and stand-ins, day by day from 1 Sep 2025 to 1 Jun 2026. A load that
 * was killed leaves no mark of completion, and the next start begins afresh.
 */
@Component
class DemoLoader {
    private static final LocalDate LAST_DAY = LocalDate.of(2026, 6, 1);
    private static final LocalDate ODD_FEE_DAY = LocalDate.of(2026, 5, 23);
    private static final LocalDate LAST_MATCHED_DAY = LocalDate.of(2026, 5, 29);
    private final Settings settings;
    private final SetupStore setup;
    private final Users users;
    private final Larkwater larkwater;
    private final Payers payers;
    private final PlayDays play;
    private final StartOfTime time;
    private final DailyWork daily;
    private final MatchBankLines match;
    private final Outbox outbox;
    private final SendMessages send;
    private final BusinessClock clock;
    private final RestClient http = RestClient.create();

    DemoLoader(
            Settings settings,
            SetupStore setup,
            Users users,
            Larkwater larkwater,
            Payers payers,
            PlayDays play,
            StartOfTime time,
            DailyWork daily,
            MatchBankLines match,
            Outbox outbox,
            SendMessages send,
            BusinessClock clock) {
        this.settings = settings;
        this.setup = setup;
        this.users = users;
        this.larkwater = larkwater;
        this.payers = payers;
        this.play = play;
        this.time = time;
        this.daily = daily;
        this.match = match;
        this.outbox = outbox;
        this.send = send;
        this.clock = clock;
    }

    @Order(2)
    @EventListener(ApplicationReadyEvent.class)
    void load() throws IOException {
        if (!settings.demo()) return;
        if (setup.findBusiness().isEmpty()) live();
        System.out.println("Exactum is ready: " + settings.publicAddress());
        System.out.println(
                "  sign in as nora / harbour-lights (administrator) or otto / harbour-lights (auditor, reads only)");
        System.out.println("  stand-ins: " + settings.standinsAddress() + "/processor · /bank · /mailbox");
    }

    private void live() throws IOException {
        long began = System.nanoTime();
        users.add("nora", "Nora Byrne", "harbour-lights", Users.Role.ADMINISTRATOR);
        users.add("otto", "Otto Lund", "harbour-lights", Users.Role.AUDITOR);
        time.practiseFrom(Larkwater.FIRST_DAY);
        larkwater.setUp();
        larkwater.agree();
        daily.work(Larkwater.FIRST_DAY);
        for (LocalDate day = clock.today(); day.isBefore(LAST_DAY); day = play.playDay()) {
            if (day.getDayOfMonth() == 1)
                System.out.println("  living through " + day.getMonth() + " " + day.getYear());
            if (day.equals(ODD_FEE_DAY)) post("/processor/odd-fee", Map.of("fee", "12.40", "name", "Terminal rental"));
            payers.payOn(day);
            if (day.equals(LAST_MATCHED_DAY)) {
                payers.payLargest("Breslin", day);
                payers.transfer("M. Fennelly", "96.00", "Buoy and key");
            }
            if (!day.isAfter(LAST_MATCHED_DAY)) match.acceptSure();
        }
        while (outbox.hasWaiting()) send.sendAll();
        Path mark = settings.home().resolve("demo.complete");
        Files.writeString(mark, "the demo was loaded whole\n");
        System.out.printf("  the demo was loaded in %d s%n", (System.nanoTime() - began) / 1_000_000_000);
    }

    private void post(String path, Map<String, String> fields) {
        var form = new LinkedMultiValueMap<String, String>();
        fields.forEach(form::add);
        http.post().uri(settings.standinsAddress() + path).body(form).retrieve().toBodilessEntity();
    }
}
