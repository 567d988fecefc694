package exactum.app.settlement;

import exactum.app.attachments.Attachments;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.FindBooks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.Letter;
import exactum.app.messages.MessageKind;
import exactum.app.setup.FindSetup;
import exactum.app.trail.Trails;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One payment with whatever became of it, and what a person does with it. */
@Controller
class OnePaymentPages {
    private final FindPayments payments;
    private final FindClaims claims;
    private final FindSetup setup;
    private final FindBooks books;
    private final FindMessages messages;
    private final RecordPayment record;
    private final UseCredit useCredit;
    private final ConfirmPayment confirm;
    private final Attachments attachments;
    private final Trails trails;
    private final BusinessClock clock;

    OnePaymentPages(
            FindPayments payments,
            FindClaims claims,
            FindSetup setup,
            FindBooks books,
            FindMessages messages,
            RecordPayment record,
            UseCredit useCredit,
            ConfirmPayment confirm,
            Attachments attachments,
            Trails trails,
            BusinessClock clock) {
        this.payments = payments;
        this.claims = claims;
        this.setup = setup;
        this.books = books;
        this.messages = messages;
        this.record = record;
        this.useCredit = useCredit;
        this.confirm = confirm;
        this.attachments = attachments;
        this.trails = trails;
        this.clock = clock;
    }

    @GetMapping("/payments/{id}")
    String one(BusinessId business, @PathVariable MeansId id, Model model) {
        FindPayments.Payment payment = payment(business, id);
        List<FindPayments.Settlement> settled = payments.settledBy(business, id);
        List<FindPayments.Gone> gone = payments.goneOf(business, id);
        model.addAttribute("payment", payment);
        model.addAttribute("settled", settled);
        model.addAttribute("standing", standing(settled));
        model.addAttribute("gone", gone);
        model.addAttribute("refundable", payments.refundableThrough(business, id));
        model.addAttribute("trail", trails.ofPayment(business, id));
        model.addAttribute("choices", choices(business, payment));
        model.addAttribute("attached", PaymentAttachmentPages.files(attachments, business, id));
        model.addAttribute("confirmations", messages.ofSubject(business, MessageKind.CONFIRMATION, id.value()));
        model.addAttribute("confirmTo", confirm.recipients(business, payment.customer()));
        model.addAttribute("confirmation", confirm.words(business, id));
        model.addAttribute("byHand", payment.place() == Place.NOT_YET || payment.place() == Place.IN_HAND);
        model.addAttribute(
                "entries",
                books.of(
                        business,
                        Stream.concat(
                                        settled.stream().map(FindPayments.Settlement::entry),
                                        gone.stream().map(FindPayments.Gone::entry))
                                .filter(Objects::nonNull)
                                .distinct()
                                .map(EntryId.class::cast)
                                .toList()));
        if (payment.booked().fee() != null) {
            model.addAttribute(
                    "feeWorking",
                    setup.processor(business, payment.booked().processor())
                            .fees()
                            .on(payment.amount()));
        }
        return "settlement/one";
    }

    /** The open items that it settles as it stands, each by one allocation. */
    private static Set<ClaimId> standing(List<FindPayments.Settlement> settled) {
        Map<ClaimId, Long> net = new HashMap<>();
        settled.forEach(s -> net.merge(s.claim(), s.amount().minor(), Long::sum));
        return settled.stream()
                .filter(s -> net.get(s.claim()) == s.amount().minor())
                .map(FindPayments.Settlement::claim)
                .collect(Collectors.toSet());
    }

    @PostMapping("/payments/{id}/take-out")
    @Needs(Power.PAYMENTS)
    String takeOut(BusinessId business, @PathVariable MeansId id) {
        record.takeOut(business, id);
        return "redirect:/payments/" + id;
    }

    @PostMapping("/payments/{id}/take-off")
    @Needs(Power.PAYMENTS)
    String takeOff(
            BusinessId business, @PathVariable MeansId id, @RequestParam ClaimId claim, @RequestParam long minor) {
        FindPayments.Payment payment = payment(business, id);
        useCredit.takeOff(business, id, claim, payment.amount().withMinor(minor));
        return "redirect:/payments/" + id;
    }

    @PostMapping("/payments/{id}/move")
    @Needs(Power.PAYMENTS)
    String move(
            BusinessId business,
            @PathVariable MeansId id,
            @RequestParam ClaimId claim,
            @RequestParam long minor,
            @RequestParam(required = false) DocumentId to) {
        FindPayments.Payment payment = payment(business, id);
        FindClaims.Open target = choices(business, payment).stream()
                .filter(o -> o.document().equals(to))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "credit.move", "Nothing of that invoice is open any more. Nothing was moved. Look again."));
        useCredit.move(business, payment.customer(), id, claim, payment.amount().withMinor(minor), to, target.number());
        return "redirect:/payments/" + id;
    }

    /** Sends the confirmation in the words that stand in the form. */
    @PostMapping("/payments/{id}/confirmation")
    @Needs(Power.PAYMENTS)
    String confirm(BusinessId business, @PathVariable MeansId id, @RequestParam Map<String, String> fields) {
        Letter.Words words = TypedForm.read(
                fields, f -> new Letter.Words(f.text("subject", TextKind.NAME), f.text("body", TextKind.PARAGRAPHS)));
        confirm.send(business, payment(business, id), words, clock.today(business));
        return "redirect:/payments/" + id;
    }

    private FindPayments.Payment payment(BusinessId business, MeansId id) {
        return payments.find(business, id).orElseThrow(NotHere::new);
    }

    /** What of its customer is open in its currency, one of a document. */
    private List<FindClaims.Open> choices(BusinessId business, FindPayments.Payment payment) {
        return claims.openOf(business, payment.customer()).stream()
                .filter(o -> o.left().currency().equals(payment.amount().currency()))
                .collect(Collectors.collectingAndThen(
                        Collectors.toMap(FindClaims.Open::document, o -> o, (a, b) -> a, LinkedHashMap::new),
                        byDocument -> List.copyOf(byDocument.values())));
    }
}
