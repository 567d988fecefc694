package exactum.app.setup;

import java.util.List;
import java.util.UUID;

/**
 * A number by which an authority knows the business, besides its tax number.
 *
 * @param label what it is called on paper
 * @param place where it is printed
 */
public record SellerNumber(UUID id, String label, String number, String place) {
    public static final String BESIDE_ADDRESS = "beside the address";
    public static final String AT_FOOT = "at the foot";

    /** Where a number may be printed. */
    static final List<String> PLACES = List.of(BESIDE_ADDRESS, AT_FOOT, "not printed");
}
