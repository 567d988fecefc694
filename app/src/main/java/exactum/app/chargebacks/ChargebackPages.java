package exactum.app.chargebacks;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.ShowEntries;
import exactum.app.setup.FindSetup;
import exactum.app.setup.FreeAccounts;
import exactum.app.trail.Trails;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ChargebackId;
import exactum.core.ledger.AccountCode;
import exactum.core.text.TextKind;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Contested sales: the list, one of them with what speaks for it, and what a person does about it. */
@Controller
class ChargebackPages {
    private static final int SHOWN = 100;
    private final FindChargebacks chargebacks;
    private final ChargebackStore store;
    private final TakeInChargebacks takeIn;
    private final AnswerChargeback answer;
    private final BookContest book;
    private final Evidence evidence;
    private final FindSetup setup;
    private final FreeAccounts accounts;
    private final ShowEntries entries;
    private final Trails trails;
    private final BusinessClock clock;

    ChargebackPages(
            FindChargebacks chargebacks,
            ChargebackStore store,
            TakeInChargebacks takeIn,
            AnswerChargeback answer,
            BookContest book,
            Evidence evidence,
            FindSetup setup,
            FreeAccounts accounts,
            ShowEntries entries,
            Trails trails,
            BusinessClock clock) {
        this.chargebacks = chargebacks;
        this.store = store;
        this.takeIn = takeIn;
        this.answer = answer;
        this.book = book;
        this.evidence = evidence;
        this.setup = setup;
        this.accounts = accounts;
        this.entries = entries;
        this.trails = trails;
        this.clock = clock;
    }

    @GetMapping("/chargebacks")
    String list(BusinessId business, @RequestParam(defaultValue = "1") int from, Model model) {
        var slice = new Slice(from, SHOWN);
        List<Chargeback> shown = chargebacks.list(business, slice);
        model.addAttribute("chargebacks", shown);
        model.addAttribute("today", clock.today(business));
        model.addAttribute("pager", Pager.of(slice, shown.size(), chargebacks.count(business)));
        return "chargebacks/list";
    }

    @PostMapping("/chargebacks/fetch")
    @Needs(Power.COLLECTING)
    String fetch(BusinessId business) {
        setup.processors(business).forEach(takeIn::fetch);
        return "redirect:/chargebacks";
    }

    @GetMapping("/chargebacks/{id}")
    String one(BusinessId business, @PathVariable ChargebackId id, Model model) {
        Chargeback c = chargebacks.find(business, id).orElseThrow(NotHere::new);
        model.addAttribute("c", c);
        model.addAttribute("processor", setup.processor(business, c.processor()).name());
        model.addAttribute("gathered", evidence.gather(business, c).orElse(null));
        model.addAttribute("today", clock.today(business));
        model.addAttribute("kept", store.evidence(business, id).isPresent());
        model.addAttribute("accounts", c.beyond().isPositive() ? accounts.forLines(business) : List.of());
        model.addAttribute(
                "trail",
                c.payment() == null
                        ? null
                        : trails.ofPayment(business, c.payment().id()));
        model.addAttribute(
                "entries",
                entries.ofSources(
                        business,
                        Stream.of(
                                        id.value(),
                                        c.takeBack() == null
                                                ? null
                                                : c.takeBack().value())
                                .filter(Objects::nonNull)
                                .toList()));
        return "chargebacks/one";
    }

    /** The evidence: as it was sent, or as it would be now. */
    @GetMapping("/chargebacks/{id}/evidence.pdf")
    ResponseEntity<byte[]> pdf(BusinessId business, @PathVariable ChargebackId id) {
        Chargeback c = chargebacks.find(business, id).orElseThrow(NotHere::new);
        byte[] pdf = store.evidence(business, id).orElseGet(() -> evidence.pdf(business, c, ""));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename("evidence-" + c.reference() + ".pdf")
                                .build()
                                .toString())
                .body(pdf);
    }

    @PostMapping("/chargebacks/{id}/evidence")
    @Needs(Power.COLLECTING)
    String send(BusinessId business, @PathVariable ChargebackId id, @RequestParam Map<String, String> fields) {
        answer.send(business, id, TypedForm.read(fields, f -> f.text("statement", TextKind.PARAGRAPHS)));
        return "redirect:/chargebacks/" + id;
    }

    @PostMapping("/chargebacks/{id}/accept")
    @Needs(Power.COLLECTING)
    String accept(BusinessId business, @PathVariable ChargebackId id) {
        answer.accept(business, id);
        return "redirect:/chargebacks/" + id;
    }

    @PostMapping("/chargebacks/{id}/book")
    @Needs(Power.COLLECTING)
    String book(BusinessId business, @PathVariable ChargebackId id, @RequestParam AccountCode account) {
        chargebacks.find(business, id).orElseThrow(NotHere::new);
        book.bookBeyond(business, id, account);
        return "redirect:/chargebacks/" + id;
    }
}
