package exactum.app.catalogue;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.FileName;
import exactum.core.ids.BusinessId;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.UUID;
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

/** The catalogue out as a file, and in again through a rehearsal. */
@Controller
class CatalogueFilePages {
    private static final int LINES_SHOWN = 60;
    private final ImportCatalogue imports;

    CatalogueFilePages(ImportCatalogue imports) {
        this.imports = imports;
    }

    @GetMapping("/catalogue/catalogue.csv")
    void export(BusinessId business, HttpServletResponse response) throws IOException {
        response.setContentType("text/csv;charset=UTF-8");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"catalogue.csv\"");
        imports.write(business, response.getWriter());
    }

    @GetMapping("/catalogue/import")
    @Needs(Power.CATALOGUE)
    String page(BusinessId business) {
        return "catalogue/import";
    }

    @PostMapping("/catalogue/import")
    @Needs(Power.CATALOGUE)
    String rehearse(BusinessId business, @RequestParam MultipartFile file) throws IOException {
        return "redirect:/catalogue/import/" + imports.rehearse(business, FileName.of(file), file.getInputStream());
    }

    @GetMapping("/catalogue/import/{id}")
    String rehearsal(BusinessId business, @PathVariable UUID id, Model model) {
        var rehearsal = imports.get(business, id);
        model.addAttribute("rehearsal", rehearsal);
        if (!rehearsal.taken()) model.addAttribute("lines", imports.lines(business, id, LINES_SHOWN));
        return "catalogue/import";
    }

    @PostMapping("/catalogue/import/{id}/take")
    @Needs(Power.CATALOGUE)
    String take(BusinessId business, @PathVariable UUID id) {
        imports.take(business, id);
        return "redirect:/catalogue/import/" + id;
    }

    @GetMapping("/catalogue/import/{id}/bad.csv")
    ResponseEntity<byte[]> bad(BusinessId business, @PathVariable UUID id) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv; charset=utf-8; header=present"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"items-not-imported.csv\"")
                .body(imports.get(business, id).badFile());
    }
}
