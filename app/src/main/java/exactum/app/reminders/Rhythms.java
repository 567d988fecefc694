package exactum.app.reminders;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.SaveBusiness;
import exactum.app.customers.BillingRules;
import exactum.app.customers.HowBilled;
import exactum.app.customers.RhythmNames;
import exactum.app.database.Ids;
import exactum.app.documents.FindDocuments;
import exactum.app.setup.RhythmOfAll;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import exactum.core.text.Placeholders;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The rhythms of a business, and which of them a customer has: their own, their group's, their layout's, everybody's. */
@Component
public class Rhythms implements RhythmNames, RhythmOfAll {
    /** What a new one begins with. */
    static final List<KeptRhythm.Step> USUAL = List.of(-7, 0, 4, 12, 25).stream()
            .map(days -> new KeptRhythm.Step(days, Map.of()))
            .toList();

    static final int USUAL_PAY_BY_DAYS = 7;
    private final RhythmStore store;
    private final BillingRules rules;
    private final FindDocuments documents;
    private final LayoutRhythmStore layouts;
    private final SaveBusiness businesses;
    private final Audit audit;

    Rhythms(
            RhythmStore store,
            BillingRules rules,
            FindDocuments documents,
            LayoutRhythmStore layouts,
            SaveBusiness businesses,
            Audit audit) {
        this.store = store;
        this.rules = rules;
        this.documents = documents;
        this.layouts = layouts;
        this.businesses = businesses;
        this.audit = audit;
    }

    /** All of them, everybody's first. */
    List<KeptRhythm> all(BusinessId business) {
        return store.all(business);
    }

    @Override
    public Map<UUID, String> names(BusinessId business) {
        var names = new LinkedHashMap<UUID, String>();
        store.all(business).forEach(r -> names.put(r.id(), r.name()));
        return names;
    }

    @Override
    public Optional<String> words(BusinessId business) {
        return store.all(business).stream()
                .filter(KeptRhythm::chosen)
                .findFirst()
                .map(r -> r.name() + ", " + r.words());
    }

    /** The rhythms of layouts that have one of their own. */
    Map<UUID, UUID> ofLayouts(BusinessId business) {
        return layouts.all(business);
    }

    KeptRhythm get(BusinessId business, UUID id) {
        return store.all(business).stream()
                .filter(r -> r.id().equals(id))
                .findFirst()
                .orElseThrow(NotHere::new);
    }

    /** The rhythms of customers; those who have none are not among them. */
    Map<CustomerId, KeptRhythm> of(BusinessId business, Collection<CustomerId> customers) {
        Map<UUID, KeptRhythm> byId = new HashMap<>();
        KeptRhythm chosen = null;
        for (KeptRhythm r : store.all(business)) {
            byId.put(r.id(), r);
            if (r.chosen()) chosen = r;
        }
        if (byId.isEmpty()) return Map.of();
        Map<UUID, UUID> ofLayouts = layouts.all(business);
        var of = new HashMap<CustomerId, KeptRhythm>();
        for (var how : rules.of(business, customers).entrySet()) {
            KeptRhythm found = byId.getOrDefault(rhythm(how.getValue(), ofLayouts), chosen);
            if (found != null) of.put(how.getKey(), found);
        }
        return of;
    }

    private static UUID rhythm(HowBilled how, Map<UUID, UUID> ofLayouts) {
        return how.rhythm().value() != null
                ? how.rhythm().value()
                : ofLayouts.get(how.layout().value());
    }

    Optional<KeptRhythm> ofDocument(BusinessId business, DocumentId document) {
        CustomerId customer = documents.get(business, document).customer();
        return Optional.ofNullable(of(business, List.of(customer)).get(customer));
    }

    /** The step by which something was told, as it is now; without texts where it is not there any more. */
    KeptRhythm.Step step(BusinessId business, ReminderStore.Before told) {
        return store.all(business).stream()
                .filter(r -> r.id().equals(told.rhythm()))
                .flatMap(r -> r.steps().stream())
                .filter(s -> s.days() == told.days())
                .findFirst()
                .orElse(new KeptRhythm.Step(told.days(), Map.of()));
    }

    /** Adds the usual one (7 days before, on the day, 4, 12 and 25 after; common practice, no source) and makes it everybody's. */
    @Transactional
    public void addUsual(BusinessId business, String name) {
        choose(business, add(business, name, USUAL_PAY_BY_DAYS, USUAL));
    }

    @Transactional
    public UUID add(BusinessId business, String name, int payByDays, List<KeptRhythm.Step> steps) {
        UUID id = Ids.next();
        var rhythm = new KeptRhythm(id, name, false, payByDays, steps, 1);
        requireGood(rhythm);
        if (!store.insert(business, rhythm)) throw duplicate(name);
        audit.record(business, "added a rhythm of reminders", name, Changes.of().and("steps", "", rhythm.words()));
        return id;
    }

    /** Changes it over the revision that was seen. */
    @Transactional
    public void change(BusinessId business, KeptRhythm after) {
        businesses.oneAtATime(business);
        KeptRhythm before = get(business, after.id());
        requireGood(after);
        boolean taken =
                store.all(business).stream().anyMatch(r -> r.name().equals(after.name()) && !r.id().equals(after.id()));
        if (taken) throw duplicate(after.name());
        if (!store.update(business, after))
            throw new Refusal(
                    "rhythm.changed",
                    "Somebody changed this rhythm meanwhile. Yours was not saved; it still stands here. Open the page again to compare.");
        audit.record(
                business,
                "changed a rhythm of reminders",
                after.name(),
                Changes.of().and("name", before.name(), after.name()).and("steps", before.words(), after.words()));
    }

    /** Makes one everybody's of whom nothing else is said; none for null: then nobody else is reminded. */
    @Transactional
    public void choose(BusinessId business, UUID id) {
        businesses.oneAtATime(business);
        String name = id == null ? "none" : get(business, id).name();
        store.choose(business, id);
        audit.record(business, "chose the rhythm of reminders for everybody", name);
    }

    /** Gives a layout a rhythm; none for null. */
    @Transactional
    public void ofLayout(BusinessId business, UUID layout, UUID rhythm) {
        if (rhythm != null) get(business, rhythm);
        if (!layouts.set(business, layout, rhythm)) throw new NotHere();
        audit.record(
                business,
                "gave a layout a rhythm of reminders",
                rhythm == null ? "none" : names(business).get(rhythm));
    }

    private static void requireGood(KeptRhythm r) {
        if (r.payByDays() < 1 || r.payByDays() > 90)
            throw new Refusal("rhythm.pay-by", "What opens again is to be paid in 1 to 90 days. Nothing was saved.")
                    .at("payByDays");
        if (r.steps().isEmpty())
            throw new Refusal("rhythm.empty", "A rhythm has a step. Nothing was saved.").at("days0");
        r.rhythm();
        for (int i = 0; i < r.steps().size(); i++) {
            int no = i;
            r.steps().get(i).texts().forEach((language, text) -> {
                check("subject" + no + "-" + language, text.subjectLine());
                check("body" + no + "-" + language, text.body());
            });
        }
    }

    private static void check(String field, String text) {
        try {
            new Placeholders(text).requireAmong(ReminderPlaces.meanings().keySet());
        } catch (Refusal unknown) {
            throw unknown.at(field);
        }
    }

    private static Refusal duplicate(String name) {
        return new Refusal("rhythm.duplicate", "There is a rhythm “%s” already. Nothing was saved.".formatted(name))
                .at("name");
    }
}
