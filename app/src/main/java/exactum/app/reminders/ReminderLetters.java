package exactum.app.reminders;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.Delivery;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Language;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentFiles;
import exactum.app.documents.FindDocuments;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.reminder.Rhythm;
import exactum.core.text.Placeholders;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Writes a reminder of open items: in the words of the firmest step, with what is open of each by now and one link for all of them. */
@Component
class ReminderLetters implements LetterWriter {
    private final ReminderStore store;
    private final Rhythms rhythms;
    private final FindBusinesses businesses;
    private final FindCustomers customers;
    private final FindDocuments documents;
    private final FindClaims claims;
    private final BillingRules rules;
    private final PaymentLinks links;
    private final DocumentFiles files;
    private final Wordings words;

    ReminderLetters(
            ReminderStore store,
            Rhythms rhythms,
            FindBusinesses businesses,
            FindCustomers customers,
            FindDocuments documents,
            FindClaims claims,
            BillingRules rules,
            PaymentLinks links,
            DocumentFiles files,
            Wordings words) {
        this.store = store;
        this.rhythms = rhythms;
        this.businesses = businesses;
        this.customers = customers;
        this.documents = documents;
        this.claims = claims;
        this.rules = rules;
        this.links = links;
        this.files = files;
        this.words = words;
    }

    @Override
    public Set<MessageKind> kinds() {
        return Set.of(MessageKind.PAYMENT_REMINDER);
    }

    /** An open item with the day by which it is to be paid. */
    private record Item(FindClaims.Open open, LocalDate payBy) {}

    @Override
    public Letter write(Message message) {
        BusinessId id = message.business();
        List<ReminderStore.Before> told = store.ofMessage(id, message.id());
        Map<ClaimId, LocalDate> payBy =
                told.stream().collect(Collectors.toMap(ReminderStore.Before::claim, ReminderStore.Before::payBy));
        ReminderStore.Before firmest = told.stream()
                .max(Comparator.comparing(ReminderStore.Before::tone).thenComparing(ReminderStore.Before::stepNo))
                .orElseThrow();
        KeptRhythm.Step step = rhythms.step(id, firmest);
        return write(
                businesses.get(id),
                customers.get(id, message.customer()),
                claims.openAmong(id, payBy.keySet()).stream()
                        .map(o -> new Item(o, payBy.get(o.claim())))
                        .toList(),
                firmest.tone(),
                step);
    }

    /** What is planned, as it would be written now. */
    Letter rehearsed(Business business, Planned p) {
        Map<ClaimId, LocalDate> payBy = p.items().stream()
                .collect(Collectors.toMap(
                        i -> i.candidate().claim(), i -> i.candidate().payBy()));
        Rhythm.Step firmest = p.firmest();
        return write(
                business,
                customers.get(business.id(), p.customer()),
                claims.openAmong(business.id(), payBy.keySet()).stream()
                        .map(o -> new Item(o, payBy.get(o.claim())))
                        .toList(),
                firmest.tone(),
                rhythms.get(business.id(), p.rhythm()).steps().get(firmest.no() - 1));
    }

    /** What a step says in a language where nobody wrote texts for it, before the names in braces are filled in. */
    KeptRhythm.Text ours(Language language, Rhythm.Tone tone) {
        var habit = new Habit(language.locale());
        String code = "reminder." + tone.name().toLowerCase(Locale.ROOT);
        return new KeptRhythm.Text(
                words.say(habit, code + ".subject", "…"),
                words.say(habit, code) + "\n{" + ReminderPlaces.ITEMS + "}\n\n"
                        + words.say(habit, "letter.open.all", "{" + ReminderPlaces.OPEN + "}"));
    }

    private Letter write(
            Business business, Customer customer, List<Item> items, Rhythm.Tone tone, KeptRhythm.Step step) {
        HowBilled how = rules.of(business.id(), customer.id());
        Habit habit = how.habit();
        String sender = business.identity().senderName();
        var from = new Letter.Sender(sender, business.identity().mailFrom());
        String dear = words.say(habit, "letter.dear", customer.name());
        if (items.isEmpty())
            return new Letter(
                    from,
                    words.say(habit, "reminder.settled.subject", sender),
                    "%s\n\n%s\n\n%s\n".formatted(dear, words.say(habit, "letter.open.paid"), sender),
                    List.of());
        Map<String, String> values = values(business, customer, items, habit);
        KeptRhythm.Text own = step.text(how.language().value().code());
        String code = "reminder." + tone.name().toLowerCase(Locale.ROOT);
        String numbers = items.stream().map(i -> i.open().number()).distinct().collect(Collectors.joining(", "));
        String subject = own.subjectLine().isEmpty()
                ? words.say(habit, code + ".subject", numbers)
                : new Placeholders(own.subjectLine()).filled(values);
        String says = own.body().isEmpty()
                ? words.say(habit, code) + "\n" + values.get(ReminderPlaces.ITEMS) + "\n\n"
                        + words.say(habit, "letter.open.all", values.get(ReminderPlaces.OPEN))
                : new Placeholders(own.body()).filled(values);
        boolean leads = new Placeholders(own.body()).names().contains(ReminderPlaces.LINK);
        String here =
                leads ? "" : words.say(habit, "letter.open.here") + "\n" + values.get(ReminderPlaces.LINK) + "\n\n";
        String meanwhile = tone == Rhythm.Tone.AHEAD ? "" : words.say(habit, "letter.paid-meanwhile") + "\n\n";
        return new Letter(
                from,
                subject,
                "%s\n\n%s\n\n%s%s%s\n".formatted(dear, says, here, meanwhile, sender),
                tone == Rhythm.Tone.AHEAD ? List.of() : attached(business.id(), items));
    }

    private Map<String, String> values(Business business, Customer customer, List<Item> items, Habit habit) {
        List<Item> sorted = items.stream()
                .sorted(Comparator.comparing(Item::payBy)
                        .thenComparing(i -> i.open().number()))
                .toList();
        var values = new HashMap<String, String>();
        values.put(
                ReminderPlaces.ITEMS,
                sorted.stream()
                        .map(i -> "- "
                                + words.say(
                                        habit,
                                        "reminder.item",
                                        i.open().number(),
                                        habit.money(i.open().left()),
                                        habit.day(i.payBy())))
                        .collect(Collectors.joining("\n")));
        values.put(ReminderPlaces.OPEN, together(items, habit));
        values.put(ReminderPlaces.DUE, habit.day(sorted.getFirst().payBy()));
        DocumentId first = sorted.getFirst().open().document();
        values.put(ReminderPlaces.LINK, links.address(links.ofDocument(business.id(), first)) + "?all");
        values.put(ReminderPlaces.CUSTOMER, customer.name());
        values.put(ReminderPlaces.BUSINESS, business.identity().senderName());
        return values;
    }

    private static String together(List<Item> items, Habit habit) {
        return items.stream()
                .map(i -> i.open().left())
                .collect(Collectors.groupingBy(Money::currency))
                .entrySet()
                .stream()
                .map(e -> habit.money(Money.sum(e.getKey(), e.getValue())))
                .sorted()
                .collect(Collectors.joining(", "));
    }

    private List<Letter.Attachment> attached(BusinessId business, List<Item> items) {
        var attached = new ArrayList<Letter.Attachment>();
        items.stream().map(i -> i.open().document()).distinct().forEach(id -> {
            Document d = documents.get(business, id);
            if (d.manner().delivery() != Delivery.LINK) attached.addAll(files.of(business, d));
        });
        return attached;
    }
}
