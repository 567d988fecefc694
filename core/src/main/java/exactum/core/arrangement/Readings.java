package exactum.core.arrangement;

import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.ItemId;
import exactum.core.price.Tariff;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

/**
 * The readings of one customer, and what a unit of each item costs.
 *
 * @param all in any order
 * @param tariffs that hold for the invoice, by item; an item without one is billed at the line's own price
 */
public record Readings(List<Reading> all, Map<ItemId, Tariff> tariffs) {
    public static final Readings NONE = new Readings(List.of(), Map.of());

    public Readings {
        all = List.copyOf(all);
        tariffs = Map.copyOf(tariffs);
    }

    /** Those of an item that lie within a time, in order. */
    public List<Reading> of(ItemId item, ServicePeriod time) {
        return all.stream()
                .filter(r -> r.item().equals(item))
                .filter(r -> !r.period().from().isBefore(time.from())
                        && !r.period().until().isAfter(time.until()))
                .sorted(Comparator.comparing(r -> r.period().from()))
                .toList();
    }

    /** The times within a time of which nothing was read. */
    public List<ServicePeriod> missing(ItemId item, ServicePeriod time) {
        var missing = new ArrayList<ServicePeriod>();
        LocalDate reached = time.from();
        for (Reading reading : of(item, time)) {
            if (reached.isBefore(reading.period().from()))
                missing.add(new ServicePeriod(reached, reading.period().from()));
            if (reached.isBefore(reading.period().until()))
                reached = reading.period().until();
        }
        if (reached.isBefore(time.until())) missing.add(new ServicePeriod(reached, time.until()));
        return missing;
    }
}
