package exactum.app.setup;

import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.UnitPrice;

/** Something sold, with its price before tax. */
public record CatalogueItem(
        ItemId id, String code, String name, String unit, UnitPrice price, String taxCode, AccountCode incomeAccount) {}
