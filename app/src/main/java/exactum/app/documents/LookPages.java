package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Language;
import exactum.app.layouts.Block;
import exactum.app.layouts.Look;
import exactum.app.layouts.Looks;
import exactum.app.layouts.Places;
import exactum.app.press.PdfPicture;
import exactum.app.setup.Branding;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Layout;
import exactum.core.ids.BusinessId;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.UUID;
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

/** How a layout looks, live on a real paper, and pictures of layouts beside where they are chosen. */
@Controller
class LookPages {
    private static final int DOTS_OF_A_SAMPLE = 84;
    private static final int DOTS_OF_A_PICTURE = 36;
    private final Looks looks;
    private final SamplePaper samples;
    private final DocumentPdfs pdfs;
    private final Branding branding;
    private final FindSetup setup;

    LookPages(Looks looks, SamplePaper samples, DocumentPdfs pdfs, Branding branding, FindSetup setup) {
        this.looks = looks;
        this.samples = samples;
        this.pdfs = pdfs;
        this.branding = branding;
        this.setup = setup;
    }

    @GetMapping("/setup/layouts/{id}")
    String page(
            Business business, @PathVariable UUID id, @RequestParam(defaultValue = "en") String language, Model model) {
        Layout layout = looks.layout(business.id(), id);
        Look look = looks.of(business.id(), id, layout.edition());
        model.addAttribute("business", business);
        model.addAttribute("layout", layout);
        model.addAttribute("look", look);
        model.addAttribute("blocks", inOrder(look));
        model.addAttribute("languages", Language.values());
        model.addAttribute("places", Places.meanings());
        model.addAttribute("sample", sample(business, layout, look, language(language)));
        return "documents/look";
    }

    /** Those that it has in their order, then those that it leaves out. */
    private static List<Block> inOrder(Look look) {
        var blocks = new ArrayList<>(look.blocks());
        Block.all().stream().filter(b -> !look.has(b)).forEach(blocks::add);
        return blocks;
    }

    private static Language language(String code) {
        return Arrays.stream(Language.values())
                .filter(l -> l.code().equals(code))
                .findFirst()
                .orElse(Language.ENGLISH);
    }

    /** The sample as it would look with what is typed; nothing is saved. */
    @PostMapping("/setup/layouts/{id}/sample")
    @Needs(Power.SETUP)
    String typed(Business business, @PathVariable UUID id, @RequestParam Map<String, String> fields, Model model) {
        Layout layout = looks.layout(business.id(), id);
        Look look = LookForm.read(fields, looks.of(business.id(), id, layout.edition()));
        model.addAttribute("sample", sample(business, layout, look, language(fields.getOrDefault("language", "en"))));
        return "documents/look :: sample";
    }

    private String sample(Business business, Layout layout, Look look, Language language) {
        byte[] png = picture(business, layout, look, language, DOTS_OF_A_SAMPLE);
        return "data:image/png;base64," + Base64.getEncoder().encodeToString(png);
    }

    private byte[] picture(Business business, Layout layout, Look look, Language language, int dots) {
        Looked paper = samples.of(business, layout, look, language);
        return PdfPicture.firstPage(pdfs.render(business.id(), paper, look), dots);
    }

    @PostMapping("/setup/layouts/{id}/look")
    @Needs(Power.SETUP)
    String save(BusinessId business, @PathVariable UUID id, @RequestParam Map<String, String> fields) {
        Layout layout = looks.layout(business, id);
        Look look = LookForm.read(fields, looks.of(business, id, layout.edition()));
        looks.change(business, id, edition(fields), look);
        return "redirect:/setup/layouts/" + id;
    }

    private static int edition(Map<String, String> fields) {
        String edition = fields.getOrDefault("edition", "");
        return edition.matches("\\d{1,8}") ? Integer.parseInt(edition) : -1;
    }

    @PostMapping("/setup/layouts/{id}/logo")
    @Needs(Power.SETUP)
    String setLogo(BusinessId business, @PathVariable UUID id, @RequestParam MultipartFile file) throws IOException {
        return withLogo(business, id, branding.keepPicture(business, file.getBytes()));
    }

    @PostMapping("/setup/layouts/{id}/logo/remove")
    @Needs(Power.SETUP)
    String removeLogo(BusinessId business, @PathVariable UUID id) {
        return withLogo(business, id, null);
    }

    private String withLogo(BusinessId business, UUID id, String digest) {
        Layout layout = looks.layout(business, id);
        looks.change(
                business,
                id,
                layout.edition(),
                looks.of(business, id, layout.edition()).withLogo(digest));
        return "redirect:/setup/layouts/" + id;
    }

    /** A picture of it beside its name; by its edition, the brand and the bank accounts of the business, so that it can be kept. */
    @GetMapping("/setup/layouts/{id}/picture.png")
    ResponseEntity<byte[]> picture(Business business, @PathVariable UUID id) {
        Layout layout = looks.layout(business.id(), id);
        byte[] png = looks.picture(
                business.id(),
                layout,
                Integer.toHexString(List.of(
                                business.brand(),
                                business.identity(),
                                layout.channels(),
                                setup.bankAccounts(business.id()).stream()
                                        .map(b -> b.id() + b.ending())
                                        .toList())
                        .hashCode()),
                () -> picture(
                        business,
                        layout,
                        looks.of(business.id(), id, layout.edition()),
                        Language.ENGLISH,
                        DOTS_OF_A_PICTURE));
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .cacheControl(CacheControl.maxAge(Duration.ofMinutes(1)).cachePrivate())
                .body(png);
    }
}
