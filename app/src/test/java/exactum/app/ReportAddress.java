package exactum.app;

import exactum.app.reports.Asked;
import exactum.core.ids.CustomerId;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Map;
import org.springframework.web.util.UriComponentsBuilder;

/** What an address in a report asks another for. */
final class ReportAddress {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    private ReportAddress() {}

    static Asked asked(String address) {
        Map<String, String> fields = UriComponentsBuilder.fromUriString(address)
                .build()
                .getQueryParams()
                .toSingleValueMap();
        String customer = fields.get("customer");
        return new Asked(
                LocalDate.parse(decoded(fields.get("from")), DAY),
                LocalDate.parse(decoded(fields.get("until")), DAY),
                fields.get("by"),
                customer == null ? null : CustomerId.valueOf(customer),
                null,
                null,
                "",
                decoded(fields.getOrDefault("which", "")));
    }

    private static String decoded(String field) {
        return URLDecoder.decode(field, StandardCharsets.UTF_8);
    }
}
