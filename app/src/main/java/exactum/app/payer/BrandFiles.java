package exactum.app.payer;

import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import java.time.Duration;
import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** What a payer's page needs of a brand, each file the same for ever at its address. */
@Controller
class BrandFiles {
    private static final CacheControl FOR_EVER =
            CacheControl.maxAge(Duration.ofDays(365)).cachePublic();
    private final FindSetup setup;

    BrandFiles(FindSetup setup) {
        this.setup = setup;
    }

    /** The two colours as a style sheet, since the content-security policy allows no inline style. */
    @GetMapping(value = "/pay/brand/{version:[0-9a-f]{12}}.css", produces = "text/css")
    ResponseEntity<String> colours(@PathVariable String version) {
        return ResponseEntity.ok()
                .cacheControl(FOR_EVER)
                .body(":root{--brand:#%s;--brand-accent:#%s}".formatted(version.substring(0, 6), version.substring(6)));
    }

    /** A logo, known by its digest, as it stands on what was issued with it. */
    @GetMapping("/pay/brand/{business:[1-9][0-9]{0,8}}/{digest:[0-9a-f]{64}}.png")
    ResponseEntity<byte[]> logo(@PathVariable int business, @PathVariable String digest) {
        Optional<byte[]> png = setup.logo(new BusinessId(business), digest);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .cacheControl(FOR_EVER)
                .body(png.orElseThrow(NotHere::new));
    }
}
