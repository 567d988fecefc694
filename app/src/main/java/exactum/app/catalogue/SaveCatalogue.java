package exactum.app.catalogue;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Groups;
import exactum.app.database.Ids;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Tags;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.UnitPrice;
import exactum.core.price.Price;
import exactum.core.price.Prices;
import exactum.core.price.Tariff;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Changes the catalogue. Lines that were typed keep their price; what is typed from now on finds the new one. */
@Component
public class SaveCatalogue {
    private final CatalogueStore store;
    private final FindSetup setup;
    private final FindCustomers customers;
    private final Groups groups;
    private final Audit audit;

    SaveCatalogue(CatalogueStore store, FindSetup setup, FindCustomers customers, Groups groups, Audit audit) {
        this.store = store;
        this.setup = setup;
        this.customers = customers;
        this.groups = groups;
        this.audit = audit;
    }

    /** Adds an item of the kind that its unit suggests, with one price for everybody. */
    @Transactional
    public ItemId addItem(
            BusinessId business,
            String code,
            String name,
            String unit,
            UnitPrice price,
            String taxCode,
            AccountCode incomeAccount) {
        var id = new ItemId(Ids.next());
        add(
                business,
                new CatalogueItem(
                        id,
                        code,
                        name,
                        ItemKind.suggestedBy(unit),
                        unit,
                        "",
                        taxCode,
                        incomeAccount,
                        List.of(),
                        new Prices(List.of()),
                        1),
                price);
        return id;
    }

    /** Adds an item with one price for everybody. */
    @Transactional
    public void add(BusinessId business, CatalogueItem item, UnitPrice price) {
        requireGood(business, item);
        if (!store.insert(business, item))
            throw new Refusal(
                            "item.duplicate",
                            "There is an item “%s” already. Nothing was saved.".formatted(item.code()))
                    .at("code");
        store.insert(
                business, item.id(), new Price(Ids.next(), null, null, "", new Tariff.Flat(price), Price.ALWAYS, null));
        audit.record(business, "added an item", item.name());
    }

    /** Changes what an item is, unless somebody changed it since it was shown; its prices are changed one by one. */
    @Transactional
    public void change(BusinessId business, CatalogueItem item) {
        requireGood(business, item);
        CatalogueItem before = store.find(business, item.id()).orElseThrow(NotHere::new);
        if (store.isCodeOfAnother(business, item.code(), item.id()))
            throw new Refusal(
                            "item.duplicate",
                            "There is an item “%s” already. Nothing was saved.".formatted(item.code()))
                    .at("code");
        if (!store.update(business, item))
            throw new Refusal(
                    "item.changed",
                    "Somebody changed this item meanwhile. It now says %s, %s, %s, tax %s, account %s. Yours was not saved; it still stands here."
                            .formatted(
                                    before.code(),
                                    before.name(),
                                    before.unit(),
                                    before.taxCode(),
                                    before.incomeAccount()));
        audit.record(
                business,
                "changed an item",
                item.name(),
                Changes.of()
                        .and("code", before.code(), item.code())
                        .and("name", before.name(), item.name())
                        .and("kind", before.kind().words(), item.kind().words())
                        .and("unit", before.unit(), item.unit())
                        .and("sentence", before.sentence(), item.sentence())
                        .and("tax", before.taxCode(), item.taxCode())
                        .and("income account", before.incomeAccount(), item.incomeAccount())
                        .and("tags", Tags.text(before.tags()), Tags.text(item.tags())));
    }

    private void requireGood(BusinessId business, CatalogueItem item) {
        if (item.code().isBlank() || item.name().isBlank() || item.unit().isBlank())
            throw new Refusal("item.incomplete", "An item needs a code, a name and a unit. Nothing was saved.");
        if (setup.taxRates(business).rates().stream().noneMatch(r -> r.code().equals(item.taxCode())))
            throw new Refusal(
                            "item.tax",
                            "There is no tax rate “%s”. Nothing was saved. Add it in Set-up, or choose another."
                                    .formatted(item.taxCode()))
                    .at("taxCode");
        if (setup.account(business, item.incomeAccount())
                .filter(a -> a.kind().equals("income") || a.kind().equals("liability"))
                .isEmpty())
            throw new Refusal(
                            "account.unknown",
                            "There is no income account %s in the chart. Nothing was saved. Add it in Set-up, or choose another."
                                    .formatted(item.incomeAccount()))
                    .at("incomeAccount");
        if (item.kind() == ItemKind.RETAINER && item.sentence().isBlank())
            throw new Refusal(
                            "item.sentence",
                            "A retainer prints that it is not refunded. Nothing was saved. Write that sentence.")
                    .at("sentence");
    }

    /** Takes an item out of the catalogue; what was typed from it stays. */
    @Transactional
    public void retire(BusinessId business, ItemId id) {
        CatalogueItem item = store.find(business, id).orElseThrow(NotHere::new);
        store.retire(business, id);
        audit.record(business, "took an item out of the catalogue", item.name());
    }

    /** Adds a price. One that overlaps another for the same is refused, unless that is open: it ends where this begins, and goes on where this ends. */
    @Transactional
    public void addPrice(BusinessId business, ItemId id, Price price) {
        store.lock(business, id);
        CatalogueItem item = store.find(business, id).orElseThrow(NotHere::new);
        if (price.customer() != null) customers.find(business, price.customer()).orElseThrow(NotHere::new);
        if (price.group() != null) groups.find(business, price.group()).orElseThrow(NotHere::new);
        item.prices().overlapping(price).ifPresent(before -> {
            if (before.validUntil() != null || !before.validFrom().isBefore(price.validFrom()))
                throw new Refusal(
                                "price.overlaps",
                                "It would overlap the price of %s from %s for the same. Nothing was saved. Choose other days, or remove that one first."
                                        .formatted(before.tariff().first().text(), Texts.day(before.validFrom())))
                        .at("validFrom");
            store.end(business, id, before.id(), price.validFrom());
            if (price.validUntil() != null) store.insert(business, id, before.from(Ids.next(), price.validUntil()));
        });
        store.insert(business, id, price);
        audit.record(
                business,
                "added a price",
                item.name(),
                Changes.of()
                        .and(
                                forWhom(price),
                                "",
                                "%s %s from %s"
                                        .formatted(
                                                price.currency(),
                                                price.tariff().first().text(),
                                                Texts.day(price.validFrom()))));
    }

    private static String forWhom(Price price) {
        return price.customer() != null
                ? "for one customer"
                : price.group() != null ? "for " + price.groupName() : "for everybody";
    }

    /** Removes a price; lines that were typed from it keep what they say. */
    @Transactional
    public void removePrice(BusinessId business, ItemId id, UUID price) {
        store.lock(business, id);
        CatalogueItem item = store.find(business, id).orElseThrow(NotHere::new);
        Price gone = item.prices().prices().stream()
                .filter(p -> p.id().equals(price))
                .findFirst()
                .orElseThrow(NotHere::new);
        store.delete(business, id, price);
        audit.record(
                business,
                "removed a price",
                item.name(),
                Changes.of()
                        .and(
                                forWhom(gone),
                                gone.currency() + " " + gone.tariff().first().text(),
                                ""));
    }
}
