package exactum.app.catalogue;

import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.price.Prices;
import java.util.List;

/**
 * Something sold.
 *
 * @param sentence what prints with it, as that a retainer is not refunded; may be empty
 * @param tags what its lines are tagged with
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
        List<String> tags,
        Prices prices,
        int revision) {
    public CatalogueItem {
        tags = List.copyOf(tags);
    }
}
