package exactum.app.arrangements;

import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.core.arrangement.Basis;
import exactum.core.arrangement.DatedLine;
import exactum.core.arrangement.Reading;
import exactum.core.arrangement.Readings;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactum.core.price.Prices;
import exactum.core.price.Tariff;
import java.math.BigDecimal;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What was read for arrangements that bill as read, and what a unit of it costs. */
@Component
public class Meters {
    private final MeterStore store;
    private final FindCatalogue catalogue;

    Meters(MeterStore store, FindCatalogue catalogue) {
        this.store = store;
        this.catalogue = catalogue;
    }

    /** What was read for arrangements, read at once for all of them. */
    public Desk desk(BusinessId business, Collection<RecurringInvoice> arrangements) {
        List<RecurringInvoice> metered =
                arrangements.stream().filter(RecurringInvoice::isMetered).toList();
        if (metered.isEmpty()) return new Desk(Map.of(), Map.of(), Map.of());
        List<CustomerId> customers =
                metered.stream().map(RecurringInvoice::customer).distinct().toList();
        List<String> items = metered.stream()
                .flatMap(r -> items(r).stream())
                .map(ItemId::toString)
                .distinct()
                .toList();
        return new Desk(
                store.ofCustomers(business, customers),
                store.groups(business, customers),
                catalogue.named(business, items).stream().collect(Collectors.toMap(CatalogueItem::id, i -> i)));
    }

    private static List<ItemId> items(RecurringInvoice r) {
        return r.content().lines().stream()
                .filter(l -> l.basis() == Basis.METERED)
                .map(DatedLine::line)
                .map(exactum.core.document.Line::item)
                .distinct()
                .toList();
    }

    /** The readings of some arrangements. */
    public static final class Desk {
        private final Map<CustomerId, List<Reading>> readings;
        private final Map<CustomerId, UUID> groups;
        private final Map<ItemId, CatalogueItem> items;

        private Desk(
                Map<CustomerId, List<Reading>> readings,
                Map<CustomerId, UUID> groups,
                Map<ItemId, CatalogueItem> items) {
            this.readings = readings;
            this.groups = groups;
            this.items = items;
        }

        /** What was read for an occurrence, with the tariffs that hold for the first day of its time. */
        public Readings readings(RecurringInvoice one, Occurrence occurrence) {
            if (!one.isMetered()) return Readings.NONE;
            return new Readings(readings.getOrDefault(one.customer(), List.of()), tariffs(one, occurrence));
        }

        /** One unit of everything that is billed as read. */
        Readings asIfRead(RecurringInvoice one, Occurrence occurrence) {
            return new Readings(
                    items(one).stream()
                            .map(item -> new Reading(item, occurrence.period(), BigDecimal.ONE))
                            .toList(),
                    tariffs(one, occurrence));
        }

        private Map<ItemId, Tariff> tariffs(RecurringInvoice one, Occurrence occurrence) {
            Map<ItemId, Tariff> tariffs = new HashMap<>();
            for (ItemId id : items(one)) {
                CatalogueItem item = items.get(id);
                if (item == null) continue;
                var sale = new Prices.Sale(
                        one.customer(),
                        groups.get(one.customer()),
                        one.content().currency(),
                        occurrence.period().from());
                item.prices().holding(sale).ifPresent(p -> tariffs.put(id, p.tariff()));
            }
            return tariffs;
        }
    }
}
