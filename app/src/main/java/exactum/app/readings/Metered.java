package exactum.app.readings;

import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What is billed as read, of whom, and what is known of it. */
final class Metered {
    /** An item that is billed to a customer as read. */
    record Meter(
            CustomerId customer,
            String customerCode,
            String customerName,
            ItemId item,
            String itemCode,
            String itemName,
            String unit) {}

    /** A reading that is kept. */
    record Kept(ServicePeriod period, BigDecimal quantity, String source) {}

    private record Key(CustomerId customer, ItemId item) {}

    private final Map<String, Meter> byCodes = new HashMap<>();
    private final List<Meter> meters;
    private final Map<Key, List<Kept>> kept = new HashMap<>();
    private final Map<Key, List<ServicePeriod>> billed = new HashMap<>();

    Metered(List<Meter> meters) {
        this.meters = meters;
        meters.forEach(m -> byCodes.put(codes(m.customerCode(), m.itemCode()), m));
    }

    void keep(CustomerId customer, ItemId item, Kept reading) {
        kept.computeIfAbsent(new Key(customer, item), k -> new ArrayList<>()).add(reading);
    }

    void bill(CustomerId customer, ItemId item, ServicePeriod period) {
        billed.computeIfAbsent(new Key(customer, item), k -> new ArrayList<>()).add(period);
    }

    List<Meter> all() {
        return meters;
    }

    /** The meter of codes; null for none. */
    Meter of(String customerCode, String itemCode) {
        return byCodes.get(codes(customerCode, itemCode));
    }

    List<Kept> kept(Meter m) {
        return kept.getOrDefault(new Key(m.customer(), m.item()), List.of());
    }

    List<ServicePeriod> billed(Meter m) {
        return billed.getOrDefault(new Key(m.customer(), m.item()), List.of());
    }

    private static String codes(String customer, String item) {
        return customer + "\n" + item;
    }
}
