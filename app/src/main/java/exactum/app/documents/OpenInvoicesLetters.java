package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.Delivery;
import exactum.app.customers.FindCustomers;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Writes one message about several open invoices of a customer: each with what is open of it, and one link to pay them all. */
@Component
class OpenInvoicesLetters implements LetterWriter {
    private final FindDocuments documents;
    private final FindBusinesses businesses;
    private final FindCustomers customers;
    private final BillingRules rules;
    private final FindClaims claims;
    private final PaymentLinks links;
    private final DocumentFiles files;
    private final Wordings words;

    OpenInvoicesLetters(
            FindDocuments documents,
            FindBusinesses businesses,
            FindCustomers customers,
            BillingRules rules,
            FindClaims claims,
            PaymentLinks links,
            DocumentFiles files,
            Wordings words) {
        this.documents = documents;
        this.businesses = businesses;
        this.customers = customers;
        this.rules = rules;
        this.claims = claims;
        this.links = links;
        this.files = files;
        this.words = words;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.OPEN_INVOICES);
    }

    @Override
    public Letter write(Message message) {
        return about(message.business(), message.customer(), message.about());
    }

    /** About some documents of a customer, as things stand now. */
    Letter about(BusinessId id, CustomerId who, List<DocumentId> which) {
        Business business = businesses.get(id);
        Customer customer = customers.get(id, who);
        List<Document> about = which.stream().map(d -> documents.get(id, d)).toList();
        List<FindClaims.Open> open = claims.openOf(id, who).stream()
                .filter(o -> which.contains(o.document()))
                .sorted(Comparator.comparing(FindClaims.Open::due).thenComparing(FindClaims.Open::number))
                .toList();
        Habit habit = rules.of(id, who).habit();
        String sender = business.identity().senderName();
        String count = Integer.toString(open.isEmpty() ? about.size() : open.size());
        return new Letter(
                new Letter.Sender(sender, business.identity().mailFrom()),
                words.say(habit, "letter.open.subject", count, sender),
                """
                %s

                %s

                %s
                """.formatted(
                                words.say(habit, "letter.dear", customer.name()),
                                open.isEmpty() ? words.say(habit, "letter.open.paid") : body(id, habit, about, open),
                                sender),
                attached(id, about));
    }

    private String body(BusinessId business, Habit habit, List<Document> about, List<FindClaims.Open> open) {
        var said = new StringBuilder(words.say(habit, "letter.open", Integer.toString(open.size())));
        for (FindClaims.Open o : open)
            said.append("\n- ")
                    .append(words.say(
                            habit, "letter.open.line", o.number(), habit.money(o.left()), habit.day(o.due())));
        said.append("\n\n").append(words.say(habit, "letter.open.all", together(habit, open)));
        said.append("\n\n")
                .append(words.say(habit, "letter.open.here"))
                .append("\n")
                .append(link(business, open));
        return said.toString();
    }

    /** What is open in each currency. */
    private static String together(Habit habit, List<FindClaims.Open> open) {
        return open.stream()
                .collect(Collectors.groupingBy(o -> o.left().currency().getCurrencyCode()))
                .values()
                .stream()
                .map(of -> habit.money(Money.sum(
                        of.getFirst().left().currency(),
                        of.stream().map(FindClaims.Open::left).toList())))
                .sorted()
                .collect(Collectors.joining(", "));
    }

    /** The page of the one that is due first, with all of them chosen. */
    private String link(BusinessId business, List<FindClaims.Open> open) {
        return links.address(links.ofDocument(business, open.getFirst().document())) + "?all";
    }

    private List<Letter.Attachment> attached(BusinessId business, List<Document> about) {
        var attached = new ArrayList<Letter.Attachment>();
        for (Document d : about) if (d.manner().delivery() != Delivery.LINK) attached.addAll(files.of(business, d));
        return attached;
    }
}
