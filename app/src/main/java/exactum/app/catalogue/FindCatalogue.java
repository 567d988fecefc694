package exactum.app.catalogue;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactum.core.price.Prices;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/** The catalogue with its prices. */
public interface FindCatalogue {

    /** What is sold now, by name. */
    List<CatalogueItem> items(BusinessId business);

    Optional<CatalogueItem> find(BusinessId business, ItemId id);

    /** The sale to a customer, or to nobody known yet, for which a price is asked. */
    Prices.Sale sale(BusinessId business, CustomerId customer, Currency currency, LocalDate day);
}
