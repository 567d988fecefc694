package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.app.setup.Layout;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.TermsId;
import exactum.core.problem.Refusal;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** How customers are billed, and who says so. What is issued keeps what held when it was issued. */
@Component
public class BillingRules {
    private final BillingRuleStore store;
    private final FindCustomers customers;
    private final Groups groups;
    private final FindSetup setup;
    private final Audit audit;
    private final ObjectProvider<RhythmNames> rhythms;

    BillingRules(
            BillingRuleStore store,
            FindCustomers customers,
            Groups groups,
            FindSetup setup,
            Audit audit,
            ObjectProvider<RhythmNames> rhythms) {
        this.rhythms = rhythms;
        this.store = store;
        this.customers = customers;
        this.groups = groups;
        this.setup = setup;
        this.audit = audit;
    }

    /** How a customer is billed. */
    @Transactional(readOnly = true)
    public HowBilled of(BusinessId business, CustomerId customer) {
        HowBilled found = of(business, List.of(customer)).get(customer);
        if (found == null) throw new NotHere();
        return found;
    }

    /** How customers are billed, read at once; those who are not there are left out. */
    @Transactional(readOnly = true)
    public Map<CustomerId, HowBilled> of(BusinessId business, Collection<CustomerId> wanted) {
        HowBilled.Said everybody = store.said(business, Whose.EVERYBODY);
        TermsId terms = chosenTerms(business);
        UUID layout = chosenLayout(business);
        var all = new HashMap<CustomerId, HowBilled>();
        store.said(business, wanted)
                .forEach((id, both) ->
                        all.put(id, HowBilled.of(both.customer(), both.group(), everybody, terms, layout)));
        return all;
    }

    /** How somebody of a group is billed of whom nothing else is said; of no group for null. */
    HowBilled ofGroup(BusinessId business, UUID group) {
        return HowBilled.of(
                HowBilled.Said.NOTHING,
                group == null ? HowBilled.Said.NOTHING : store.said(business, Whose.of(group)),
                store.said(business, Whose.EVERYBODY),
                chosenTerms(business),
                chosenLayout(business));
    }

    /** What a customer, a group or everybody's page itself says. */
    HowBilled.Said said(BusinessId business, Whose whose) {
        return store.said(business, whose);
    }

    private TermsId chosenTerms(BusinessId business) {
        return setup.terms(business).stream().findFirst().map(KeptTerms::id).orElse(null);
    }

    private UUID chosenLayout(BusinessId business) {
        return setup.layouts(business).getFirst().id();
    }

    /** From now on what a customer is billed is collected. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void collect(BusinessId business, CustomerId customer) {
        HowBilled.Said said = store.said(business, Whose.of(customer));
        if (said.paysBy() == PaysBy.COLLECTED) return;
        say(
                business,
                Whose.of(customer),
                new HowBilled.Said(
                        said.language(),
                        said.terms(),
                        said.tax(),
                        said.delivery(),
                        PaysBy.COLLECTED,
                        said.layout(),
                        said.rhythm(),
                        said.written(),
                        said.revision()));
    }

    /** Says how somebody is billed, unless somebody else changed it since it was shown. */
    @Transactional
    public void say(BusinessId business, Whose whose, HowBilled.Said said) {
        String name = name(business, whose);
        HowBilled.Said before = store.said(business, whose);
        requireGood(business, said);
        if (before.equals(said)) return;
        if (!store.say(business, whose, said))
            throw new Refusal(
                    "billed.changed",
                    "Somebody changed how %s is billed meanwhile: %s. Yours was not saved; it still stands here. Open the page again to compare."
                            .formatted(
                                    name,
                                    differences(business, said, store.said(business, whose))
                                            .inWords()));
        audit.record(business, "changed how somebody is billed", name, differences(business, before, said));
    }

    private String name(BusinessId business, Whose whose) {
        return switch (whose.level()) {
            case CUSTOMER -> {
                Customer who = customers.find(business, whose.customer()).orElseThrow(NotHere::new);
                yield who.code() + " " + who.name();
            }
            case GROUP ->
                groups.find(business, whose.group()).orElseThrow(NotHere::new).name();
            case BUSINESS -> "everybody";
        };
    }

    private void requireGood(BusinessId business, HowBilled.Said said) {
        boolean known = (said.terms() == null || setup.termsById(business).containsKey(said.terms()))
                && (said.layout() == null
                        || setup.layouts(business).stream().anyMatch(l -> l.id().equals(said.layout())))
                && (said.rhythm() == null || rhythms.getObject().names(business).containsKey(said.rhythm()));
        if (!known)
            throw new Refusal(
                    "billed.gone",
                    "The terms, the layout or the rhythm are not there any more. Nothing was saved. Choose again.");
        if (said.tax() != null
                && said.tax().treatment().needsReason()
                && said.tax().reason().isEmpty())
            throw new Refusal(
                            "billed.no-reason",
                            "What is exempt says why: give the reason that is printed. Nothing was saved.")
                    .at("treatmentReason");
    }

    /** What changes, in words; nothing said reads as nothing. */
    Changes differences(BusinessId business, HowBilled.Said before, HowBilled.Said after) {
        Map<TermsId, KeptTerms> terms = setup.termsById(business);
        var layouts = new HashMap<UUID, String>();
        for (Layout l : setup.layouts(business)) layouts.put(l.id(), l.name());
        return Changes.of()
                .and("language", words(before.language()), words(after.language()))
                .and("terms", name(terms, before.terms()), name(terms, after.terms()))
                .and("tax", words(before.tax()), words(after.tax()))
                .and("delivery", words(before.delivery()), words(after.delivery()))
                .and("pays by", words(before.paysBy()), words(after.paysBy()))
                .and("layout", layouts.get(before.layout()), layouts.get(after.layout()))
                .and("reminders", rhythm(business, before), rhythm(business, after))
                .and("figures", figures(before), figures(after))
                .and("dates", days(before), days(after));
    }

    private static String name(Map<TermsId, KeptTerms> all, TermsId id) {
        return id == null ? "" : all.get(id).name();
    }

    private String rhythm(BusinessId business, HowBilled.Said said) {
        return said.rhythm() == null ? "" : rhythms.getObject().names(business).getOrDefault(said.rhythm(), "");
    }

    private static String figures(HowBilled.Said said) {
        return said.written().figures() == null ? "" : said.written().figures().code();
    }

    private static String days(HowBilled.Said said) {
        return said.written().days() == null ? "" : said.written().days().code();
    }

    private static String words(Language l) {
        return l == null ? "" : l.words();
    }

    private static String words(HowBilled.Tax t) {
        return t == null ? "" : t.words();
    }

    private static String words(Delivery d) {
        return d == null ? "" : d.words();
    }

    private static String words(PaysBy p) {
        return p == null ? "" : p.words();
    }
}
