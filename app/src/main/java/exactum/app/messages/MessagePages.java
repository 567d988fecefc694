package exactum.app.messages;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MessageId;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
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

/** Messages: what was sent and as it was sent, what waits, what did not arrive, what is held, and freeing what is held. */
@Controller
class MessagePages {
    private static final String NOT_ARRIVED = "not arrived";
    private static final int SHOWN = 200;
    private final FindMessages messages;
    private final Outbox outbox;
    private final FindCustomers customers;
    private final MessageDecisionStore store;
    private final RecipientStore recipients;
    private final Letters letters;
    private final SentMail sent;
    private final BusinessClock clock;

    MessagePages(
            FindMessages messages,
            Outbox outbox,
            FindCustomers customers,
            MessageDecisionStore store,
            RecipientStore recipients,
            Letters letters,
            SentMail sent,
            BusinessClock clock) {
        this.store = store;
        this.recipients = recipients;
        this.letters = letters;
        this.sent = sent;
        this.clock = clock;
        this.messages = messages;
        this.outbox = outbox;
        this.customers = customers;
    }

    @GetMapping("/messages")
    String list(
            BusinessId business,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        Slice slice = Slice.page(from);
        model.addAttribute("state", state);
        if (state.equals(NOT_ARRIVED)) return notArrived(business, slice, model);
        MessageState wanted = Arrays.stream(MessageState.values())
                .filter(s -> s.words().equals(state))
                .findFirst()
                .orElse(null);
        List<FindMessages.Listed> shown = messages.inState(business, wanted, slice);
        model.addAttribute("messages", shown);
        model.addAttribute("pager", Pager.of(slice, shown.size(), messages.count(business, wanted)));
        return "messages/list";
    }

    private String notArrived(BusinessId business, Slice slice, Model model) {
        List<FindMessages.Listed> shown = messages.lost(business, slice);
        model.addAttribute("messages", shown);
        model.addAttribute("pager", Pager.of(slice, shown.size(), messages.countLost(business)));
        model.addAttribute("strays", recipients.strays());
        return "messages/list";
    }

    @GetMapping("/messages/{id}")
    String one(BusinessId business, @PathVariable MessageId id, Model model) {
        model.addAttribute("listed", messages.find(business, id).orElseThrow(NotHere::new));
        model.addAttribute("files", messages.files(business, id));
        return "messages/one";
    }

    /** A file as it went with the message. */
    @GetMapping("/messages/{id}/files/{no}")
    ResponseEntity<byte[]> file(BusinessId business, @PathVariable MessageId id, @PathVariable int no) {
        FindMessages.SentFile file = messages.files(business, id).stream()
                .filter(f -> f.no() == no)
                .findFirst()
                .orElseThrow(NotHere::new);
        return saved(file.name(), file.type(), messages.file(business, id, no).orElseThrow(NotHere::new));
    }

    /** The whole message as mail, to keep or to open in a mail program. */
    @GetMapping("/messages/{id}/mail")
    ResponseEntity<byte[]> mail(BusinessId business, @PathVariable MessageId id) {
        Message message = messages.find(business, id).orElseThrow(NotHere::new).message();
        if (message.sent() == null) throw new NotHere();
        return saved(message.sent().subjectLine() + ".eml", "message/rfc822", sent.asMail(business, message));
    }

    private static ResponseEntity<byte[]> saved(String name, String type, byte[] content) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(type))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .header("X-Content-Type-Options", "nosniff")
                .body(content);
    }

    /** Those who have an address by now, and what is held for them. */
    @GetMapping("/messages/held")
    String allHeld(BusinessId business, Model model) {
        model.addAttribute("waiting", store.waitingForRelease(business, SHOWN));
        model.addAttribute("count", store.countReachable(business));
        return "messages/all-held";
    }

    /** Frees what is held for all of them. */
    @PostMapping("/messages/held/send")
    @Needs(Power.MESSAGES)
    String releaseAll(BusinessId business) {
        int some = 1;
        while (some > 0) some = outbox.releaseSome(business);
        return "redirect:/messages/held";
    }

    /** The rehearsal of freeing a customer's held messages. */
    @GetMapping("/messages/held/{customer}")
    String held(BusinessId business, @PathVariable CustomerId customer, Model model) {
        List<FindMessages.Listed> held = messages.heldOf(business, customer);
        Held parted = Held.of(
                held.reversed().stream().map(FindMessages.Listed::message).toList());
        model.addAttribute("customer", customers.find(business, customer).orElseThrow(NotHere::new));
        model.addAttribute("messages", held);
        model.addAttribute("go", parted.messages());
        model.addAttribute(
                "letter", parted.joined().isEmpty() ? null : letters.write(parted.rehearsed(clock.today(business))));
        return "messages/held";
    }

    @PostMapping("/messages/held/{customer}/send")
    @Needs(Power.MESSAGES)
    String release(BusinessId business, @PathVariable CustomerId customer) {
        outbox.release(business, customer);
        return "redirect:/messages/held/" + customer;
    }

    /** Sends it to another address than one where it did not arrive. */
    @PostMapping("/messages/{id}/send-to")
    @Needs(Power.MESSAGES)
    String sendTo(BusinessId business, @PathVariable MessageId id, @RequestParam Map<String, String> fields) {
        messages.find(business, id).orElseThrow(NotHere::new);
        String address = TypedForm.read(fields, f -> f.email("address", "address"));
        outbox.sendTo(business, id, fields.getOrDefault("lost", ""), address);
        return "redirect:/messages/" + id;
    }

    /** Somebody knows that it did not arrive there. */
    @PostMapping("/messages/{id}/seen")
    @Needs(Power.MESSAGES)
    String seen(BusinessId business, @PathVariable MessageId id, @RequestParam(defaultValue = "") String lost) {
        messages.find(business, id).orElseThrow(NotHere::new);
        outbox.see(business, id, lost);
        return "redirect:/messages/" + id;
    }

    @PostMapping("/messages/{id}/posted")
    @Needs(Power.MESSAGES)
    String posted(BusinessId business, @PathVariable MessageId id) {
        FindMessages.Listed listed = messages.find(business, id).orElseThrow(NotHere::new);
        outbox.markPosted(business, id, listed.numbers());
        return "redirect:/messages/" + id;
    }

    @PostMapping("/messages/{id}/retry")
    @Needs(Power.MESSAGES)
    String retry(BusinessId business, @PathVariable MessageId id) {
        messages.find(business, id).orElseThrow(NotHere::new);
        outbox.retry(business, id);
        return "redirect:/messages/" + id;
    }
}
