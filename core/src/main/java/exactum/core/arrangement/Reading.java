package exactum.core.arrangement;

import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.ItemId;
import java.math.BigDecimal;

/**
 * How much was used of an item in some time.
 *
 * @param quantity in the item's unit, not below zero
 */
public record Reading(ItemId item, ServicePeriod period, BigDecimal quantity) {
    public Reading {
        if (quantity.signum() < 0) throw new IllegalArgumentException("a reading is not below zero");
    }
}
