package exactum.app.catalogue;

import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.price.Prices;

/**
 * Something sold.
 *
 * @param sentence what prints with it, as that a retainer is not refunded; may be empty
 * @param revision raised by each change
 */
public record CatalogueItem(
        ItemId id,
        String code,
        String name,
        ItemKind kind,
        String unit,
        String sentence,
        String taxCode,
        AccountCode incomeAccount,
        Prices prices,
        int revision) {}
