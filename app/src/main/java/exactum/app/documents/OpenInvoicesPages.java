package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Contacts;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.installation.BusinessClock;
import exactum.app.messages.Letter;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.settlement.FindClaims;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import exactum.core.typed.EmailAddress;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Several open invoices of a customer in one message: which, to whom, in which words, with their papers or with the link alone. */
@Controller
class OpenInvoicesPages {
    private static final int MOST_RECIPIENTS = 50;
    private final FindCustomers customers;
    private final Contacts contacts;
    private final FindClaims claims;
    private final OpenInvoicesLetters letters;
    private final Outbox outbox;
    private final BusinessClock clock;
    private final TransactionTemplate transaction;
    private final Audit audit;

    OpenInvoicesPages(
            FindCustomers customers,
            Contacts contacts,
            FindClaims claims,
            OpenInvoicesLetters letters,
            Outbox outbox,
            BusinessClock clock,
            TransactionTemplate transaction,
            Audit audit) {
        this.customers = customers;
        this.contacts = contacts;
        this.claims = claims;
        this.letters = letters;
        this.outbox = outbox;
        this.clock = clock;
        this.transaction = transaction;
        this.audit = audit;
    }

    /** A document with what is open of it. */
    record Row(DocumentId document, String number, LocalDate due, String left, boolean chosen) {}

    /** An address with whose it is, and whether it gets invoices. */
    record Address(String email, String whose, boolean chosen) {}

    @GetMapping("/customers/{id}/open-invoices")
    String page(
            Business business,
            @PathVariable CustomerId id,
            @RequestParam(defaultValue = "") List<DocumentId> document,
            Model model) {
        Customer customer = customers.find(business.id(), id).orElseThrow(NotHere::new);
        List<Row> rows = rows(business, id, document);
        List<DocumentId> chosen =
                rows.stream().filter(Row::chosen).map(Row::document).toList();
        model.addAttribute("customer", customer);
        model.addAttribute("rows", rows);
        model.addAttribute("addresses", addresses(business, customer));
        model.addAttribute("letter", chosen.isEmpty() ? null : letters.about(business.id(), id, chosen));
        return "documents/open-invoices";
    }

    /** Each once; all are chosen where nobody chose. */
    private List<Row> rows(Business business, CustomerId id, List<DocumentId> chosen) {
        Map<DocumentId, Row> rows = new LinkedHashMap<>();
        for (FindClaims.Open o : claims.openOf(business.id(), id))
            rows.merge(
                    o.document(),
                    new Row(
                            o.document(),
                            o.number(),
                            o.due(),
                            o.left().withCurrency(),
                            chosen.isEmpty() || chosen.contains(o.document())),
                    (one, other) -> new Row(
                            one.document(), one.number(), one.due(), one.left() + " + " + other.left(), one.chosen()));
        return List.copyOf(rows.values());
    }

    private List<Address> addresses(Business business, Customer customer) {
        List<String> usual = customer.recipients().of(Mail.INVOICES);
        var all = new ArrayList<Address>();
        if (customer.email() != null)
            all.add(new Address(customer.email(), customer.name(), usual.contains(customer.email())));
        for (Contacts.Contact c : contacts.of(business.id(), customer.id()))
            all.add(new Address(
                    c.email(),
                    c.gets().isEmpty() ? c.name() : c.name() + ", gets " + String.join(", ", c.gets()),
                    usual.contains(c.email())));
        return all;
    }

    @PostMapping("/customers/{id}/open-invoices")
    @Needs(Power.MESSAGES)
    String send(
            Business business,
            @PathVariable CustomerId id,
            @RequestParam(defaultValue = "") List<DocumentId> document,
            @RequestParam(defaultValue = "") List<String> to,
            @RequestParam Map<String, String> fields) {
        Customer customer = customers.find(business.id(), id).orElseThrow(NotHere::new);
        Set<DocumentId> open = new LinkedHashSet<>();
        claims.openOf(business.id(), id).forEach(o -> open.add(o.document()));
        List<DocumentId> about =
                document.stream().filter(open::contains).distinct().toList();
        if (about.isEmpty())
            throw new Refusal("open.none", "None of these is open any more. Nothing was sent. Choose others.");
        Letter.Words words = TypedForm.read(
                fields,
                f -> new Letter.Words(
                        f.required("subjectLine", "subject"), f.required("body", "text", TextKind.PARAGRAPHS)));
        List<String> addresses = addresses(to, fields.getOrDefault("also", ""));
        LocalDate today = clock.today(business.id());
        boolean linked = fields.containsKey("linked");
        transaction.executeWithoutResult(s -> {
            boolean fresh = outbox.putOnce(
                    business.id(),
                    NewMessage.to(
                                    addresses,
                                    MessageKind.OPEN_INVOICES,
                                    id,
                                    same(id, about, addresses, words, linked),
                                    today,
                                    about)
                            .in(words)
                            .bare(linked));
            if (!fresh)
                throw new Refusal(
                        "open.sent",
                        "The same message goes to the same addresses today already. Nothing was sent again.");
            audit.record(
                    business.id(),
                    "sent open invoices",
                    customer.name() + ": " + about.size() + " to " + String.join(", ", addresses));
        });
        return "redirect:/customers/" + id;
    }

    /** The same for the same message, so that pressed twice it goes once. */
    private static UUID same(Object... message) {
        return UUID.nameUUIDFromBytes(Arrays.deepToString(message).getBytes(StandardCharsets.UTF_8));
    }

    private static List<String> addresses(List<String> chosen, String also) {
        Set<String> all = new LinkedHashSet<>(chosen);
        for (String typed : also.split("[,;\\s]+")) if (!typed.isBlank()) all.add(typed);
        for (String address : all)
            if (!EmailAddress.isOne(address))
                throw new Refusal("typed.email", "“%s” is not an e-mail address. Nothing was sent.".formatted(address))
                        .at("also");
        if (all.isEmpty())
            throw new Refusal("open.nobody", "Choose an address, or type one. Nothing was sent.").at("also");
        if (all.size() > MOST_RECIPIENTS)
            throw new Refusal("open.many", "A message goes to at most 50 addresses. Nothing was sent.").at("also");
        return List.copyOf(all);
    }
}
