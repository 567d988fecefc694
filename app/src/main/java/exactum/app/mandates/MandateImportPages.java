package exactum.app.mandates;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
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

/** Mandates from a file, through a rehearsal. */
@Controller
class MandateImportPages {
    private static final int SHOWN = 200;
    private final ImportMandates imports;

    MandateImportPages(ImportMandates imports) {
        this.imports = imports;
    }

    @GetMapping("/mandates/import")
    String choose(BusinessId business) {
        return "mandates/choose-file";
    }

    @PostMapping("/mandates/import")
    @Needs(Power.CUSTOMERS)
    String rehearse(BusinessId business, @RequestParam(required = false) MultipartFile file) throws IOException {
        if (file == null || file.isEmpty())
            throw new Refusal("mandates.nothing", "No file was chosen. Nothing was imported.");
        String name = file.getOriginalFilename() == null ? "mandates.csv" : file.getOriginalFilename();
        try (var in = file.getInputStream()) {
            return "redirect:/mandates/import/" + imports.rehearse(business, name, in);
        }
    }

    @GetMapping("/mandates/import/{id}")
    String rehearsal(BusinessId business, @PathVariable UUID id, Model model) {
        MandateImportStore.Kept kept = imports.get(business, id);
        List<ImportMandates.Line> lines = kept.isTaken() ? List.of() : imports.lines(business, id);
        long bad = lines.stream().filter(ImportMandates.Line::isBad).count();
        model.addAttribute("kept", kept);
        model.addAttribute("good", lines.size() - bad);
        model.addAttribute("bad", bad);
        model.addAttribute(
                "lines",
                Stream.concat(
                                lines.stream().filter(ImportMandates.Line::isBad),
                                lines.stream().filter(l -> !l.isBad()))
                        .limit(SHOWN)
                        .toList());
        return "mandates/import";
    }

    @PostMapping("/mandates/import/{id}/take")
    @Needs(Power.CUSTOMERS)
    String take(BusinessId business, @PathVariable UUID id) {
        imports.take(business, id);
        return "redirect:/mandates/import/" + id;
    }

    @GetMapping("/mandates/import/{id}/bad.csv")
    ResponseEntity<byte[]> bad(BusinessId business, @PathVariable UUID id) {
        imports.get(business, id);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv;charset=utf-8"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"not-taken.csv\"")
                .body(imports.bad(business, id));
    }
}
