package exactum.app.demo;

import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.Discount;
import exactum.app.catalogue.Discounts;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.catalogue.ItemKind;
import exactum.app.catalogue.SaveCatalogue;
import exactum.app.database.Ids;
import exactum.app.documents.PreparedDocuments;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.Processors;
import exactum.app.setup.Tags;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What the harbours have ready for typing: tags, discounts, and lines that are billed together. */
@Component
class ShelfOfLines {
    private static final Map<String, String> DEPARTMENTS = Map.of(
            "LIFT", "Department: Yard",
            "STORE", "Department: Yard",
            "COURSE", "Department: School",
            "KEY", "Department: Moorings",
            "BERTH-12", "Department: Moorings",
            "BERTH-8", "Department: Moorings");
    private final Tags tags;
    private final Discounts discounts;
    private final PreparedDocuments prepared;
    private final FindCatalogue catalogue;
    private final SaveCatalogue save;
    private final FindSetup setup;
    private final Processors processors;

    ShelfOfLines(
            Tags tags,
            Discounts discounts,
            PreparedDocuments prepared,
            FindCatalogue catalogue,
            SaveCatalogue save,
            FindSetup setup,
            Processors processors) {
        this.tags = tags;
        this.discounts = discounts;
        this.prepared = prepared;
        this.catalogue = catalogue;
        this.save = save;
        this.setup = setup;
        this.processors = processors;
    }

    void fill(BusinessId business, Harbour harbour) {
        for (String department : List.of("Moorings", "Yard", "School", "Office"))
            tags.add(business, "Department", department);
        for (CatalogueItem item : catalogue.items(business))
            if (DEPARTMENTS.containsKey(item.code())) save.change(business, tagged(item, DEPARTMENTS.get(item.code())));
        for (ProcessorAccount p : setup.processors(business))
            processors.setFeeTags(business, p.id(), List.of("Department: Office"));
        discounts.add(
                business,
                new Discount(
                        Ids.next(),
                        "Early season",
                        new BigDecimal("5"),
                        null,
                        LocalDate.of(2026, 3, 1),
                        LocalDate.of(2026, 7, 1)));
        discounts.add(
                business,
                new Discount(
                        Ids.next(),
                        "Second boat",
                        null,
                        Money.of(harbour.currency(), "40.00"),
                        LocalDate.of(2026, 1, 1),
                        null));
        prepared.keep(business, "Launch in spring", launch(business));
    }

    /** With its tag; what is paid for a key is not refunded. */
    private static CatalogueItem tagged(CatalogueItem i, String tag) {
        boolean isKey = i.code().equals("KEY");
        return new CatalogueItem(
                i.id(),
                i.code(),
                i.name(),
                isKey ? ItemKind.RETAINER : i.kind(),
                i.unit(),
                isKey ? "What is paid for a key is not refunded." : i.sentence(),
                i.taxCode(),
                i.incomeAccount(),
                List.of(tag),
                i.prices(),
                i.revision());
    }

    private Map<String, String> launch(BusinessId business) {
        var fields = new HashMap<String, String>();
        int line = 0;
        for (CatalogueItem item : catalogue.items(business)) {
            if (!List.of("LIFT", "KEY", "WATER").contains(item.code())) continue;
            fields.put("text" + line, item.name());
            fields.put("item" + line, item.id().toString());
            fields.put("qty" + line, "1");
            fields.put("unit" + line, item.unit());
            fields.put("price" + line, SetUpHarbour.first(item).text());
            fields.put("was" + line, SetUpHarbour.first(item).text());
            fields.put("tax" + line, item.taxCode());
            fields.put("account" + line, item.incomeAccount().value());
            fields.put("tags" + line, Tags.text(item.tags()));
            line++;
        }
        fields.put("memo", "The crane is yours for an hour from the time agreed.");
        return fields;
    }
}
