package exactum.app.payer;

import exactum.core.ids.AddressWishId;
import exactum.core.ids.CustomerId;
import java.time.LocalDate;

/** What a payer says their name and address are, as long as nobody looked at it. */
public record AddressWish(
        AddressWishId id, CustomerId customer, String name, String address, String country, LocalDate askedOn) {}
