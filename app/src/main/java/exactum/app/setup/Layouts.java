package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.SaveBusiness;
import exactum.app.database.Ids;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The layouts of a business. A paper keeps what it was issued with. */
@Component
public class Layouts {
    private final LayoutStore store;
    private final SaveBusiness businesses;
    private final QuoteDefaultStore quotes;
    private final Audit audit;

    Layouts(LayoutStore store, SaveBusiness businesses, QuoteDefaultStore quotes, Audit audit) {
        this.quotes = quotes;
        this.store = store;
        this.businesses = businesses;
        this.audit = audit;
    }

    /** What quotes ask for, as long as nothing else is said on one. */
    public QuoteDefault quotes(BusinessId business) {
        return quotes.find(business);
    }

    @Transactional
    public void setQuotes(BusinessId business, QuoteDefault usual) {
        if (usual.days() < 1 || usual.days() > 366)
            throw new Refusal("quotes.days", "A quote is open for 1 to 366 days. Nothing was saved.").at("days");
        quotes.put(business, usual);
        audit.record(
                business,
                "changed what quotes ask for",
                "%d days, %s, %s to pay%s"
                        .formatted(
                                usual.days(),
                                usual.signed() ? "signed" : "not signed",
                                usual.asks(),
                                usual.byItself() ? ", invoiced at once" : ""));
    }

    /** All of them, everybody's first. */
    public List<Layout> all(BusinessId business) {
        return store.all(business);
    }

    @Transactional
    public UUID add(BusinessId business, String name, boolean byCard, boolean byTransfer) {
        UUID id = Ids.next();
        var layout = new Layout(id, name, byCard, byTransfer, false, 0);
        requireChannel(layout);
        if (!store.insert(business, layout)) throw duplicate(name);
        audit.record(business, "added a layout", name, Changes.of().and("channels", "", layout.channels()));
        return id;
    }

    @Transactional
    public void change(BusinessId business, UUID id, String name, boolean byCard, boolean byTransfer) {
        businesses.oneAtATime(business);
        Layout before = get(business, id);
        var after = new Layout(id, name, byCard, byTransfer, before.chosen(), before.edition());
        requireChannel(after);
        if (store.isNameTaken(business, name, id)) throw duplicate(name);
        store.update(business, after);
        audit.record(
                business,
                "changed a layout",
                name,
                Changes.of().and("name", before.name(), name).and("channels", before.channels(), after.channels()));
    }

    /** Makes one everybody's of whom nothing else is said. */
    @Transactional
    public void choose(BusinessId business, UUID id) {
        businesses.oneAtATime(business);
        Layout chosen = get(business, id);
        String before = all(business).getFirst().name();
        store.choose(business, id);
        audit.record(
                business,
                "chose the layout for everybody",
                chosen.name(),
                Changes.of().and("layout", before, chosen.name()));
    }

    private Layout get(BusinessId business, UUID id) {
        return all(business).stream().filter(l -> l.id().equals(id)).findFirst().orElseThrow(NotHere::new);
    }

    private static void requireChannel(Layout layout) {
        if (layout.channels().isEmpty())
            throw new Refusal(
                    "layout.no-channel",
                    "A paper has to name a way to pay: card, transfer or both. Nothing was saved.");
    }

    private static Refusal duplicate(String name) {
        return new Refusal("layout.duplicate", "There is a layout “%s” already. Nothing was saved.".formatted(name))
                .at("name");
    }
}
