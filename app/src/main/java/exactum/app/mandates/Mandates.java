package exactum.app.mandates;

import exactum.app.audit.Audit;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.Allows;
import exactum.core.mandate.Authority;
import exactum.core.mandate.MandateState;
import exactum.core.problem.Refusal;
import exactum.core.scheme.MandateReference;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Takes mandates in and changes what becomes of them, each change with its cause. */
@Component
public class Mandates {
    private final MandateStore store;
    private final FindCustomers customers;
    private final BillingRules rules;
    private final Outbox outbox;
    private final BusinessClock clock;
    private final Audit audit;

    Mandates(
            MandateStore store,
            FindCustomers customers,
            BillingRules rules,
            Outbox outbox,
            BusinessClock clock,
            Audit audit) {
        this.store = store;
        this.customers = customers;
        this.rules = rules;
        this.outbox = outbox;
        this.clock = clock;
        this.audit = audit;
    }

    /**
     * Takes a mandate in.
     *
     * @throws Refusal naming everything that cannot be
     */
    @Transactional
    public MandateId add(BusinessId business, NewMandate mandate) {
        Customer customer = customers.find(business, mandate.customer()).orElseThrow(NotHere::new);
        LocalDate today = clock.today(business);
        refuse(objections(business, customer, mandate, today));
        var id = new MandateId(Ids.next());
        MandateReference reference =
                mandate.reference() == null ? made(business, customer, mandate.authority()) : mandate.reference();
        MandateState state = mandate.authority().scheme().rules().payers().confirmedByBank()
                ? MandateState.AWAITING_BANK
                : MandateState.ACTIVE;
        store.insert(business, id, reference, state, mandate, today);
        store.event(
                business,
                id,
                today,
                "signed",
                "%s, %s".formatted(mandate.way().words(), mandate.signature().name()));
        store.event(business, id, today, state.words(), awaited(state));
        if (mandate.replaces() != null) replace(business, mandate.replaces(), id, reference);
        if (mandate.collects()) rules.collect(business, mandate.customer());
        audit.record(business, "took in a mandate", reference + " of " + customer.name());
        if (state == MandateState.ACTIVE) tell(business, customer.id(), id, today);
        return id;
    }

    private static String awaited(MandateState state) {
        return state == MandateState.AWAITING_BANK
                ? "the payer has it confirmed at their bank before the first debit"
                : "";
    }

    /** All that speaks against a mandate, each beside its field. */
    List<Refusal> objections(BusinessId business, Customer customer, NewMandate m, LocalDate today) {
        var wrong = new ArrayList<Refusal>();
        Authority a = m.authority();
        if (!a.scheme().rules().payers().consumers() && customer.kind().equals("person"))
            wrong.add(new Refusal(
                            "mandate.consumer",
                            "%s is a private person, and %s is between organisations only. Take %s. Nothing was saved."
                                    .formatted(customer.name(), a.scheme().words(), "SEPA Core"))
                    .at("scheme"));
        if (a.signedOn().isAfter(today))
            wrong.add(new Refusal(
                            "mandate.signed", "%s has not come. Nothing was saved.".formatted(Texts.day(a.signedOn())))
                    .at("signedOn"));
        if (a.validUntil() != null && a.validUntil().isBefore(today))
            wrong.add(new Refusal(
                            "mandate.over", "It ended on %s. Nothing was saved.".formatted(Texts.day(a.validUntil())))
                    .at("validUntil"));
        if (m.way() != Way.IMPORT
                && a.signedOn()
                        .plus(a.scheme().rules().termsOn(today).dormant())
                        .isBefore(today))
            wrong.add(new Refusal(
                            "mandate.lapsed",
                            "It was signed more than 36 months ago and never used, so it has lapsed. Nothing was saved.")
                    .at("signedOn"));
        if (m.reference() != null && store.isTaken(business, m.reference()))
            wrong.add(new Refusal(
                            "mandate.taken",
                            "Mandate %s is there already; a reference is used once, even after it has ended. Nothing was saved."
                                    .formatted(m.reference()))
                    .at("reference"));
        return wrong;
    }

    private static void refuse(List<Refusal> wrong) {
        if (!wrong.isEmpty()) throw Refusal.all(wrong);
    }

    /** {@code C-1042-1}: the customer's code and how many they gave. */
    private MandateReference made(BusinessId business, Customer customer, Authority authority) {
        String code = authority.scheme().rules().text(customer.code(), 28).replace(" ", "-");
        for (int no = store.countOf(business, customer.id()) + 1; ; no++) {
            MandateReference reference = authority.scheme().rules().reference("M-" + code + "-" + no);
            if (!store.isTaken(business, reference)) return reference;
        }
    }

    private void replace(BusinessId business, MandateId old, MandateId by, MandateReference reference) {
        Mandate before = store.lock(business, old).orElseThrow(NotHere::new);
        store.replaced(business, old, by);
        if (!before.state().isOver())
            become(business, Map.of(before, new Becomes(MandateState.CANCELLED, "replaced by " + reference)));
        for (Mandate.Cover cover : store.covers(business, old)) store.cover(business, by, cover);
    }

    /** Lets it cover something more. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void cover(BusinessId business, MandateId id, Mandate.Cover cover) {
        store.cover(business, id, cover);
    }

    /** What becomes of a mandate, and why, in words. */
    public record Becomes(MandateState state, String cause) {}

    /**
     * Moves a mandate to a state.
     *
     * @param cause why, in words
     * @throws Refusal if it cannot go there from where it stands
     */
    @Transactional
    public void move(BusinessId business, MandateId id, MandateState to, String cause) {
        moveAll(business, Map.of(id, new Becomes(to, cause)));
    }

    /**
     * Moves several mandates.
     *
     * @throws Refusal if one cannot go there from where it stands; none is moved then
     */
    @Transactional
    public void moveAll(BusinessId business, Map<MandateId, Becomes> all) {
        List<Mandate> locked = store.lock(business, all.keySet());
        if (locked.size() < all.size()) throw new NotHere();
        Map<Mandate, Becomes> moving = new LinkedHashMap<>();
        for (Mandate mandate : locked)
            if (mandate.state() != all.get(mandate.id()).state()) moving.put(mandate, all.get(mandate.id()));
        become(business, moving);
        audit.recordAll(
                business,
                "changed a mandate",
                moving.entrySet().stream()
                        .map(m -> "%s is %s: %s"
                                .formatted(
                                        m.getKey().reference(),
                                        m.getValue().state().words(),
                                        m.getValue().cause()))
                        .toList());
    }

    private void become(BusinessId business, Map<Mandate, Becomes> moving) {
        if (moving.isEmpty()) return;
        moving.forEach((mandate, becomes) -> {
            if (!mandate.state().mayBecome(becomes.state()))
                throw new Refusal(
                        "mandate.state",
                        "Mandate %s is %s and cannot be %s. Nothing was changed."
                                .formatted(
                                        mandate.reference(),
                                        mandate.state().words(),
                                        becomes.state().words()));
        });
        LocalDate today = clock.today(business);
        Set<MandateId> moved = store.move(business, moving);
        moving.keySet().stream()
                .filter(m -> !moved.contains(m.id()))
                .findFirst()
                .ifPresent(m -> {
                    throw changed(m);
                });
        store.events(business, moving, today);
        moving.forEach((mandate, becomes) -> {
            boolean first = mandate.state() == MandateState.AWAITING_BANK && becomes.state() == MandateState.ACTIVE;
            if (first) tell(business, mandate.customer(), mandate.id(), today);
        });
    }

    /** The payer's account is another one: told to the bank with the next collection. */
    @Transactional
    public void amendAccount(BusinessId business, MandateId id, NewMandate.Account account, String cause) {
        Mandate mandate = store.lock(business, id).orElseThrow(NotHere::new);
        requireLiving(mandate);
        if (!store.amendAccount(business, mandate, account)) throw changed(mandate);
        store.event(
                business,
                id,
                clock.today(business),
                "account changed",
                "ending %s instead of %s%s"
                        .formatted(
                                account.number().ending(),
                                mandate.payer().ending(),
                                cause.isEmpty() ? "" : ": " + cause));
        audit.record(
                business,
                "changed the account of a mandate",
                mandate.reference().value());
    }

    /** The mandate goes by another reference: told to the bank with the next collection. */
    @Transactional
    public void amendReference(BusinessId business, MandateId id, MandateReference reference) {
        Mandate mandate = store.lock(business, id).orElseThrow(NotHere::new);
        requireLiving(mandate);
        if (mandate.reference().equals(reference)) return;
        if (store.isTaken(business, reference))
            throw new Refusal("mandate.taken", "Mandate %s is there already. Nothing was changed.".formatted(reference))
                    .at("reference");
        if (!store.amendReference(business, mandate, reference)) throw changed(mandate);
        store.event(business, id, clock.today(business), "reference changed", "was " + mandate.reference());
        audit.record(business, "changed the reference of a mandate", reference.value());
    }

    /** Lets those expire and lapse whose day is past. */
    @Transactional
    public void passDay(BusinessId business, LocalDate today) {
        Map<Mandate, Becomes> over = new LinkedHashMap<>();
        List<MandateId> watched = store.toWatch(business, today, Integer.MAX_VALUE).stream()
                .map(Mandate::id)
                .toList();
        for (Mandate mandate : store.lock(business, watched)) {
            MandateState then = Allows.byDay(mandate.state(), mandate.authority(), mandate.usage(), today);
            if (then == mandate.state()) continue;
            String cause = then == MandateState.EXPIRED
                    ? "was valid until " + Texts.day(mandate.authority().validUntil())
                    : "not used until " + Texts.day(mandate.lapsesAfter(today)) + ", 36 months";
            over.put(mandate, new Becomes(then, cause));
        }
        become(business, over);
    }

    private void tell(BusinessId business, CustomerId customer, MandateId mandate, LocalDate today) {
        List<String> to = customers.get(business, customer).recipients().of(Mail.INVOICES);
        if (to.isEmpty()) return;
        outbox.put(
                business, List.of(NewMessage.to(to, MessageKind.MANDATE, customer, mandate.value(), today, List.of())));
    }

    private static void requireLiving(Mandate mandate) {
        if (mandate.state().isOver())
            throw new Refusal(
                    "mandate.over",
                    "Mandate %s is %s. Nothing was changed."
                            .formatted(mandate.reference(), mandate.state().words()));
    }

    private static Refusal changed(Mandate mandate) {
        return new Refusal(
                "mandate.changed",
                "Somebody changed mandate %s meanwhile. Nothing was changed. Open it again."
                        .formatted(mandate.reference()));
    }
}
