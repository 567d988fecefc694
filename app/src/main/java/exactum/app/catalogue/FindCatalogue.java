package exactum.app.catalogue;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactum.core.price.Prices;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/** The catalogue with its prices. */
public interface FindCatalogue {

    /** What is sold now, by name. */
    List<CatalogueItem> items(BusinessId business);

    /** Those of what is sold now that any of the texts is the name or the id of. */
    List<CatalogueItem> named(BusinessId business, Collection<String> namesAndIds);

    /** What is sold now and holds each of the words in its name or code, by name, as much of it as the slice has. */
    List<CatalogueItem> list(BusinessId business, String words, Slice slice);

    /** How many items {@link #list} would find in all. */
    int count(BusinessId business, String words);

    Optional<CatalogueItem> find(BusinessId business, ItemId id);

    /** The sale to a customer, or to nobody known yet, for which a price is asked. */
    Prices.Sale sale(BusinessId business, CustomerId customer, Currency currency, LocalDate day);
}
