package exactum.app.setup;

import exactum.core.money.Money;
import java.util.UUID;

/** Something sold, with its price before tax. */
public record CatalogueItem(
        UUID id, String code, String name, String unit, Money price, String taxCode, String incomeAccount) {}
