package exactum.app.trail;

import exactum.app.business.Business;
import exactum.app.installation.BusinessClock;
import exactum.app.press.PdfPress;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import java.util.HashMap;
import java.util.Locale;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** A trail by itself, with each step in words, to be printed as proof. */
@Controller
class TrailPages {
    private final Trails trails;
    private final BusinessClock clock;
    private final PdfPress press;

    TrailPages(Trails trails, BusinessClock clock, PdfPress press) {
        this.trails = trails;
        this.clock = clock;
        this.press = press;
    }

    @GetMapping("/trail/{of}/{id}")
    String page(Business business, @PathVariable String of, @PathVariable UUID id, Model model) {
        TrailOf kind = TrailOf.of(of).orElseThrow(NotHere::new);
        model.addAttribute("name", trails.name(business.id(), kind, id).orElseThrow(NotHere::new));
        model.addAttribute("trail", trails.of(business.id(), kind, id));
        model.addAttribute("business", business);
        model.addAttribute("today", clock.today(business.id()));
        model.addAttribute("self", "/trail/" + kind.path() + "/" + id);
        return "trail/page";
    }

    @GetMapping("/trail/{of}/{id}/proof.pdf")
    ResponseEntity<byte[]> pdf(Business business, @PathVariable String of, @PathVariable UUID id) {
        TrailOf kind = TrailOf.of(of).orElseThrow(NotHere::new);
        var model = new HashMap<String, Object>();
        model.put("name", trails.name(business.id(), kind, id).orElseThrow(NotHere::new));
        model.put("trail", trails.of(business.id(), kind, id));
        model.put("business", business);
        model.put("day", Texts.day(clock.today(business.id())));
        model.put("footer", PdfPress.inCss(business.identity().legalName()));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"trail-%s.pdf\"".formatted(kind.path()))
                .body(press.print("pdf/trail", Locale.ENGLISH, model));
    }
}
