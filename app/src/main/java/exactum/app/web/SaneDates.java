package exactum.app.web;

import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import java.time.YearMonth;
import org.springframework.context.annotation.Configuration;
import org.springframework.format.FormatterRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Dates and months in addresses and hidden fields: ISO 8601, and within the years in which dates are kept. */
@Configuration
class SaneDates implements WebMvcConfigurer {
    @Override
    public void addFormatters(FormatterRegistry registry) {
        registry.addConverter(String.class, LocalDate.class, SaneDates::date);
        registry.addConverter(String.class, YearMonth.class, text -> YearMonth.from(date(text + "-01")));
    }

    private static LocalDate date(String text) {
        LocalDate date = text.matches("\\d{4}-\\d{2}-\\d{2}") ? LocalDate.parse(text) : LocalDate.MIN;
        if (TypedDate.isSane(date)) return date;
        throw new IllegalArgumentException("no date between 1990 and 2099");
    }
}
