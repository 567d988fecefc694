package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** How papers look, live on a sample. */
@Controller
class BrandPages {
    private static final List<String> TYPEFACES = List.of("book", "plain");
    private final FindSetup setup;
    private final Branding branding;
    private final Checklist checklist;

    BrandPages(FindSetup setup, Branding branding, Checklist checklist) {
        this.setup = setup;
        this.branding = branding;
        this.checklist = checklist;
    }

    @GetMapping("/setup/brand")
    String page(Business business, Model model) {
        show(business, business.brand(), model);
        model.addAttribute("point", checklist.point(business.id(), SetupSection.BRAND));
        return "setup/brand";
    }

    /** The sample as it would look with what is typed. */
    @GetMapping("/setup/brand/sample")
    String sample(Business business, @RequestParam Map<String, String> fields, Model model) {
        show(business, TypedForm.read(fields, f -> typed(f, business.brand().logo())), model);
        return "setup/brand :: sample";
    }

    private void show(Business business, Business.Brand brand, Model model) {
        model.addAttribute("business", business);
        model.addAttribute("brand", brand);
        model.addAttribute("newLine", "\n");
        model.addAttribute("numbers", setup.sellerNumbers(business.id()));
    }

    private static Business.Brand typed(TypedForm f, String logo) {
        return new Business.Brand(
                f.colour("brandColour"),
                f.colour("brandAccent"),
                f.oneOf("brandTypeface", "typeface", TYPEFACES),
                logo);
    }

    @PostMapping("/setup/brand")
    @Needs(Power.SETUP)
    String save(BusinessId business, @RequestParam Map<String, String> fields) {
        branding.save(business, TypedForm.read(fields, f -> typed(f, null)));
        return "redirect:/setup/brand";
    }

    @PostMapping("/setup/brand/logo")
    @Needs(Power.SETUP)
    String setLogo(BusinessId business, @RequestParam MultipartFile file) throws IOException {
        branding.setLogo(business, file.getBytes());
        return "redirect:/setup/brand";
    }

    @PostMapping("/setup/brand/logo/remove")
    @Needs(Power.SETUP)
    String removeLogo(BusinessId business) {
        branding.removeLogo(business);
        return "redirect:/setup/brand";
    }

    @GetMapping("/setup/brand/logo/{digest:[0-9a-f]{64}}.png")
    ResponseEntity<byte[]> logo(BusinessId business, @PathVariable String digest) {
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .cacheControl(CacheControl.maxAge(Duration.ofDays(365)).cachePrivate())
                .body(setup.logo(business, digest).orElseThrow(NotHere::new));
    }
}
