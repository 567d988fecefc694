package exactum.app.jobs;

import exactum.app.installation.PlayDays;
import exactum.app.installation.Settings;
import java.time.Duration;
import java.time.LocalDate;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;

/** Tells the stand-ins to close their day; without stand-ins a day ends by itself. */
@Component
class StandinsDayEnd implements PlayDays.DayEnd {
    private final Settings settings;
    private final RestClient http;

    StandinsDayEnd(Settings settings) {
        this.settings = settings;
        var requests = new JdkClientHttpRequestFactory(java.net.http.HttpClient.newBuilder()
                .connectTimeout(Duration.ofSeconds(3))
                .build());
        requests.setReadTimeout(Duration.ofSeconds(60));
        http = RestClient.builder().requestFactory(requests).build();
    }

    @Override
    public void close(LocalDate day) {
        if (settings.standinsAddress().isEmpty()) return;
        http.post()
                .uri(settings.standinsAddress() + "/clock/close?day={day}", day)
                .retrieve()
                .toBodilessEntity();
    }
}
