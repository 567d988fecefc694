package exactum.app.reminders;

import exactum.app.audit.Audit;
import exactum.app.business.SaveBusiness;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.Delivery;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Mail;
import exactum.app.database.Ids;
import exactum.app.database.UntilWritten;
import exactum.app.installation.BusinessClock;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.settlement.Settled;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MessageId;
import exactum.core.problem.Refusal;
import exactum.core.reminder.Rhythm;
import exactum.core.settlement.Signal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Reminders of open items: planned for any day, told once. What is paid, disputed, promised or being collected is not told of; what opens
 * again begins afresh, with another day by which it is to be paid.
 */
@Component
public class Reminders {
    private static final int KEPT = 20;
    private final ReminderStore store;
    private final Rhythms rhythms;
    private final FindCustomers customers;
    private final BillingRules rules;
    private final SaveBusiness businesses;
    private final Outbox outbox;
    private final BusinessClock clock;
    private final Audit audit;

    private final UntilWritten<Asked, PlanOfDay> plans = new UntilWritten<>(KEPT);

    private record Asked(BusinessId business, LocalDate day, LocalDate today) {}

    Reminders(
            ReminderStore store,
            Rhythms rhythms,
            FindCustomers customers,
            BillingRules rules,
            SaveBusiness businesses,
            Outbox outbox,
            BusinessClock clock,
            Audit audit) {
        this.store = store;
        this.rhythms = rhythms;
        this.customers = customers;
        this.rules = rules;
        this.businesses = businesses;
        this.outbox = outbox;
        this.clock = clock;
        this.audit = audit;
    }

    /** Who would get what on a day, as things stand now and if each day from tomorrow on is worked. */
    public PlanOfDay plan(BusinessId business, LocalDate day) {
        return plans.of(
                new Asked(business, day, clock.today(business)), () -> plan(business, day, d -> due(business, d)));
    }

    /** The open items of which a step may be told on the day. */
    private List<Candidate> due(BusinessId business, LocalDate day) {
        return store.candidates(
                business,
                day,
                rhythms.all(business).stream()
                        .flatMap(r -> r.rhythm().payByOfSteps(day))
                        .collect(Collectors.toSet()));
    }

    private PlanOfDay plan(BusinessId business, LocalDate day, Function<LocalDate, List<Candidate>> of) {
        PlanOfDay plan = plan(business, day, of.apply(day));
        LocalDate eve = day.minusDays(1);
        return eve.isAfter(clock.today(business)) ? plan.after(plan(business, eve, of.apply(eve))) : plan;
    }

    private PlanOfDay plan(BusinessId business, LocalDate day, List<Candidate> candidates) {
        Map<CustomerId, List<Candidate>> by = candidates.stream()
                .collect(Collectors.groupingBy(Candidate::customer, LinkedHashMap::new, Collectors.toList()));
        Map<CustomerId, KeptRhythm> chosen = rhythms.of(business, by.keySet());
        var stopped = new ArrayList<PlanOfDay.Stopped>();
        Map<CustomerId, List<Planned.Item>> told = new LinkedHashMap<>();
        by.forEach((customer, items) -> {
            KeptRhythm rhythm = chosen.get(customer);
            if (rhythm == null) return;
            for (Candidate item : items) {
                Optional<Rhythm.Step> step = rhythm.rhythm().due(item.payBy(), item.since(), day, item.told());
                if (step.isEmpty()) continue;
                if (item.stop() == null)
                    told.computeIfAbsent(customer, c -> new ArrayList<>()).add(new Planned.Item(item, step.get()));
                else stopped.add(new PlanOfDay.Stopped(item, step.get(), item.stop()));
            }
        });
        List<Planned> planned = planned(business, told, chosen);
        planned.stream()
                .filter(p -> !p.isReachable())
                .flatMap(p -> p.items().stream())
                .forEach(i -> stopped.add(new PlanOfDay.Stopped(i.candidate(), i.step(), Stop.NO_ADDRESS)));
        return new PlanOfDay(day, planned.stream().filter(Planned::isReachable).toList(), stopped);
    }

    private List<Planned> planned(
            BusinessId business, Map<CustomerId, List<Planned.Item>> told, Map<CustomerId, KeptRhythm> chosen) {
        if (told.isEmpty()) return List.of();
        Map<CustomerId, Customer> known = customers.byId(business, told.keySet());
        Map<CustomerId, HowBilled> how = rules.of(business, told.keySet());
        return told.entrySet().stream()
                .map(e -> new Planned(
                        e.getKey(),
                        known.get(e.getKey()).name(),
                        chosen.get(e.getKey()).id(),
                        e.getValue(),
                        known.get(e.getKey()).recipients().of(Mail.REMINDERS),
                        how.get(e.getKey()).delivery().value() == Delivery.PAPER))
                .toList();
    }

    /** Tells what is to be told today; a second time, or twice at once, nobody is told anything again. Answers how many messages go out. */
    @Transactional
    public int day(BusinessId business, LocalDate today) {
        businesses.oneAtATime(business);
        List<Planned> planned = plan(business, today).planned();
        Map<MessageId, NewMessage> messages = new LinkedHashMap<>();
        var told = new ArrayList<ReminderStore.Told>();
        for (Planned p : planned) {
            var id = new MessageId(Ids.next());
            messages.put(id, message(p, today));
            for (Planned.Item i : p.items()) told.add(new ReminderStore.Told(i.candidate(), i.step(), p.rhythm(), id));
        }
        outbox.put(business, messages);
        store.tell(business, told, today);
        if (!messages.isEmpty())
            audit.record(business, "sent reminders", Texts.count(messages.size(), "message", "messages"));
        return planned.size();
    }

    /** The same as soon as a person asks for it. */
    @Transactional
    public void now(BusinessId business) {
        day(business, clock.today(business));
    }

    private static NewMessage message(Planned p, LocalDate today) {
        return new NewMessage(
                MessageKind.PAYMENT_REMINDER,
                p.customer(),
                Ids.next(),
                today,
                p.items().stream().map(i -> i.candidate().document()).distinct().toList(),
                p.onPaper() ? List.of() : p.sentTo(),
                p.onPaper());
    }

    /** Leaves out what a customer would be told on a day; the steps after it stay. */
    @Transactional
    public void leaveOut(BusinessId business, CustomerId customer, LocalDate day) {
        businesses.oneAtATime(business);
        List<Planned> planned = plan(business, day, d -> store.ofCustomer(business, customer, d))
                .planned();
        if (planned.isEmpty())
            throw new Refusal("reminder.none", "Nothing is told to them on that day any more. Nothing was changed.");
        Planned one = planned.getFirst();
        store.tell(
                business,
                one.items().stream()
                        .map(i -> new ReminderStore.Told(i.candidate(), i.step(), one.rhythm(), null))
                        .toList(),
                day);
        audit.record(business, "left out a reminder", one.name() + ", " + day);
    }

    /** Reminds a customer of nothing until a day, both included, or until the pause is ended. */
    @Transactional
    public void pause(BusinessId business, Customer customer, LocalDate until, String cause) {
        LocalDate today = clock.today(business);
        if (until != null && until.isBefore(today))
            throw new Refusal("pause.day", "A pause lasts to a day to come. Nothing was saved.").at("until");
        store.pause(business, customer.id(), new ReminderStore.Pause(until, cause, Audit.who(), today));
        audit.record(business, "paused reminders", customer.name() + ": " + cause);
    }

    @Transactional
    public void endPause(BusinessId business, Customer customer) {
        if (store.endPause(business, customer.id()))
            audit.record(business, "ended a pause of reminders", customer.name());
    }

    /** What opened again begins afresh, to be paid so many days from now as the rhythm says. */
    @EventListener
    void settled(Settled what) {
        List<DocumentId> reopened = what.signals().stream()
                .filter(s -> s instanceof Signal.Reopened)
                .map(s -> ((Signal.Reopened) s).document())
                .distinct()
                .toList();
        if (reopened.isEmpty()) return;
        LocalDate today = clock.today(what.business());
        for (DocumentId document : reopened) {
            int days = rhythms.ofDocument(what.business(), document)
                    .map(KeptRhythm::payByDays)
                    .orElse(7);
            store.beginAgain(what.business(), document, today.plusDays(days), today);
        }
    }
}
