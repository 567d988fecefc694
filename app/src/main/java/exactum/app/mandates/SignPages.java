package exactum.app.mandates;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.BillingRules;
import exactum.app.customers.PageLanguage;
import exactum.app.database.Digest;
import exactum.app.installation.BusinessClock;
import exactum.app.web.Habit;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.app.web.Wordings;
import exactum.core.bank.Iban;
import exactum.core.mandate.MandateState;
import exactum.core.problem.Refusal;
import exactum.core.scheme.SchemeRules;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A payer gives a mandate with their own account, on a phone or a desk; the address is the key. */
@Controller
class SignPages {
    private static final String PNG = "data:image/png;base64,";
    private static final int LONGEST_AGENT = 300;
    private final SigningLinks links;
    private final FindMandates mandates;
    private final Mandates change;
    private final MandatePaper paper;
    private final FindBusinesses businesses;
    private final BillingRules rules;
    private final Wordings words;
    private final BusinessClock clock;

    SignPages(
            SigningLinks links,
            FindMandates mandates,
            Mandates change,
            MandatePaper paper,
            FindBusinesses businesses,
            BillingRules rules,
            Wordings words,
            BusinessClock clock) {
        this.rules = rules;
        this.words = words;
        this.links = links;
        this.mandates = mandates;
        this.change = change;
        this.paper = paper;
        this.businesses = businesses;
        this.clock = clock;
    }

    @ModelAttribute
    void keepPrivate(HttpServletResponse response) {
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("Referrer-Policy", "no-referrer");
    }

    @GetMapping("/pay/mandate/{token}")
    String page(@PathVariable String token, HttpServletRequest request, HttpServletResponse response, Model model) {
        Optional<MandateLink> link = links.findByToken(token);
        speak(link, request, response, model);
        if (link.isEmpty()) {
            response.setStatus(404);
            return "payer/unknown";
        }
        put(token, link.get(), model);
        if (link.get().mandate() != null) {
            model.addAttribute(
                    "mandate",
                    mandates.find(link.get().business(), link.get().mandate()).orElseThrow());
            return "mandates/given";
        }
        if (link.get().isOpen(clock.today(link.get().business()))) return "mandates/sign";
        response.setStatus(410);
        return "mandates/closed";
    }

    /** In the language they chose, else the customer’s. */
    private void speak(
            Optional<MandateLink> link, HttpServletRequest request, HttpServletResponse response, Model model) {
        PageLanguage.speak(
                request,
                response,
                model,
                () -> link.map(l -> rules.of(l.business(), l.customer())
                                .language()
                                .value()
                                .locale())
                        .orElse(Locale.ENGLISH));
    }

    private void put(String token, MandateLink link, Model model) {
        Business business = businesses.get(link.business());
        SchemeRules scheme = link.asked().scheme().rules();
        model.addAttribute("token", token);
        model.addAttribute("link", link);
        model.addAttribute("business", business);
        model.addAttribute("creditor", paper.creditor(business));
        String language = (String) model.getAttribute("language");
        model.addAttribute("wording", scheme.wording(language));
        model.addAttribute("consent", consent(business, scheme, language));
    }

    private static String consent(Business business, SchemeRules rules, String language) {
        return rules.wording(language).authority().formatted(business.identity().legalName());
    }

    @GetMapping("/pay/mandate/{token}/mandate.pdf")
    ResponseEntity<byte[]> pdf(@PathVariable String token) {
        MandateLink link = signedLink(token);
        Mandate mandate = mandates.find(link.business(), link.mandate()).orElseThrow(NotHere::new);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"mandate.pdf\"")
                .body(paper.signed(businesses.get(link.business()), mandate));
    }

    /** The payer ends it. */
    @PostMapping("/pay/mandate/{token}/end")
    String end(@PathVariable String token) {
        MandateLink link = signedLink(token);
        Mandate mandate = mandates.find(link.business(), link.mandate()).orElseThrow(NotHere::new);
        if (!mandate.state().isOver())
            change.move(link.business(), mandate.id(), MandateState.CANCELLED, "ended by the payer on their page");
        return "redirect:/pay/mandate/" + token;
    }

    private static Habit in(Model model) {
        return (Habit) model.getAttribute("in");
    }

    private MandateLink signedLink(String token) {
        return links.findByToken(token).filter(l -> l.mandate() != null).orElseThrow(NotHere::new);
    }

    /** Asked while the number is typed: what is wrong with it, or that it can be one. */
    @GetMapping("/pay/mandate/{token}/iban")
    String iban(
            @PathVariable String token,
            @RequestParam(defaultValue = "") String iban,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Optional<MandateLink> link = links.findByToken(token);
        speak(link, request, response, model);
        if (link.isEmpty() || iban.isBlank()) return "mandates/sign :: iban-said";
        try {
            model.addAttribute("right", new Iban(iban).printed());
        } catch (Refusal wrong) {
            model.addAttribute("wrong", words.refusal(in(model), wrong));
        }
        return "mandates/sign :: iban-said";
    }

    @PostMapping("/pay/mandate/{token}")
    String sign(
            @PathVariable String token,
            @RequestParam Map<String, String> fields,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Optional<MandateLink> link = links.findByToken(token);
        speak(link, request, response, model);
        if (link.isEmpty()) return page(token, request, response, model);
        try {
            Signed signed = signed(fields, link.get(), request, (String) model.getAttribute("language"));
            links.sign(link.get(), signed.account(), signed.signature());
            return "redirect:/pay/mandate/" + token;
        } catch (Refusal refused) {
            model.addAttribute("notice", words.refusal(in(model), refused));
            model.addAttribute("typed", fields);
            return page(token, request, response, model);
        }
    }

    private record Signed(NewMandate.Account account, NewMandate.Signature signature) {}

    private Signed signed(Map<String, String> fields, MandateLink link, HttpServletRequest request, String language) {
        var texts = new HashMap<>(fields);
        texts.remove("drawing");
        return TypedForm.read(texts, f -> signed(f, fields.getOrDefault("drawing", ""), link, request, language));
    }

    private Signed signed(TypedForm f, String drawing, MandateLink link, HttpServletRequest request, String language) {
        var account = new NewMandate.Account(
                f.required("payer", "name", TextKind.NAME), f.parsed("iban", "IBAN", Iban::new), "");
        boolean typed = f.has("typed");
        if (!typed && !drawing.startsWith(PNG))
            f.refuse(
                    "drawing",
                    "mandate.unsigned",
                    "Sign with a finger or the mouse, or tick that your typed name is your signature.");
        if (!f.has("agree")) f.refuse("agree", "mandate.not-agreed", "Tick that you agree. Nothing was signed.");
        Business business = businesses.get(link.business());
        String consent = consent(business, link.asked().scheme().rules(), language);
        return new Signed(
                account,
                new NewMandate.Signature(
                        account.name() == null ? "" : account.name(),
                        f.text("place", TextKind.NAME),
                        Instant.now().truncatedTo(ChronoUnit.SECONDS).toString(),
                        request.getRemoteAddr(),
                        CleanText.harmless(
                                Optional.ofNullable(request.getHeader("User-Agent"))
                                        .orElse(""),
                                LONGEST_AGENT),
                        typed ? "" : drawing.substring(Math.min(drawing.length(), PNG.length())),
                        consent,
                        account.number() == null ? "" : digest(consent, account)));
    }

    /** Of what was agreed to, so that a change of it afterwards shows. */
    private static String digest(String consent, NewMandate.Account account) {
        String signed =
                consent + "\n" + account.name() + "\n" + account.number().value();
        return HexFormat.of().formatHex(Digest.sha256(signed.getBytes(StandardCharsets.UTF_8)));
    }
}
