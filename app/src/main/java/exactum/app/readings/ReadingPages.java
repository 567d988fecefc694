package exactum.app.readings;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import java.io.IOException;
import java.time.DateTimeException;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Readings of a month in a grid, and readings from a file through a rehearsal. */
@Controller
class ReadingPages {
    private static final int LINES_SHOWN = 200;
    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMMM uuuu", Locale.ENGLISH);
    private final TypeReadings type;
    private final ImportReadings imports;
    private final BusinessClock clock;

    ReadingPages(TypeReadings type, ImportReadings imports, BusinessClock clock) {
        this.type = type;
        this.imports = imports;
        this.clock = clock;
    }

    /** A month that can be chosen. */
    record Choice(YearMonth month, String words, boolean here) {}

    @GetMapping("/readings")
    String grid(BusinessId business, @RequestParam(defaultValue = "") String month, Model model) {
        YearMonth now = YearMonth.from(clock.today(business));
        YearMonth chosen = month.isEmpty() ? now.minusMonths(1) : month(month);
        List<TypeReadings.Row> rows = type.grid(business, chosen);
        model.addAttribute("month", chosen);
        model.addAttribute("monthWords", MONTH.format(chosen));
        model.addAttribute("rows", rows);
        model.addAttribute(
                "missing", rows.stream().filter(r -> r.quantity().isEmpty()).count());
        model.addAttribute(
                "choices",
                IntStream.rangeClosed(-12, 1)
                        .mapToObj(i -> now.plusMonths(i))
                        .map(m -> new Choice(m, MONTH.format(m), m.equals(chosen)))
                        .toList());
        return "readings/grid";
    }

    @PostMapping("/readings")
    @Needs(Power.ARRANGEMENTS)
    String save(BusinessId business, @RequestParam String month, @RequestParam Map<String, String> fields) {
        type.save(business, month(month), fields);
        return "redirect:/readings?month=" + month(month);
    }

    @PostMapping("/readings/import")
    @Needs(Power.ARRANGEMENTS)
    String rehearse(BusinessId business, @RequestParam MultipartFile file) throws IOException {
        String name = file.getOriginalFilename() == null ? "readings.csv" : file.getOriginalFilename();
        try (var in = file.getInputStream()) {
            return "redirect:/readings/import/" + imports.rehearse(business, name, in);
        }
    }

    @GetMapping("/readings/import/{id}")
    String rehearsal(BusinessId business, @PathVariable UUID id, Model model) {
        model.addAttribute("rehearsal", imports.get(business, id));
        model.addAttribute(
                "lines", imports.get(business, id).taken() ? List.of() : imports.lines(business, id, LINES_SHOWN));
        return "readings/import";
    }

    @PostMapping("/readings/import/{id}/take")
    @Needs(Power.ARRANGEMENTS)
    String take(BusinessId business, @PathVariable UUID id) {
        imports.take(business, id);
        return "redirect:/readings/import/" + id;
    }

    @GetMapping("/readings/import/{id}/bad.csv")
    ResponseEntity<byte[]> bad(BusinessId business, @PathVariable UUID id) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv;charset=utf-8"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"not-taken.csv\"")
                .body(imports.get(business, id).badFile());
    }

    private static YearMonth month(String text) {
        try {
            return YearMonth.parse(text);
        } catch (DateTimeException noMonth) {
            throw new NotHere();
        }
    }
}
