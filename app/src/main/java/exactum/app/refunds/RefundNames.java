package exactum.app.refunds;

import exactum.app.business.FindBusinesses;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RefundFileId;
import exactum.core.ids.RefundOrderId;
import java.util.Locale;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** How transfers and their files are named towards the bank: unique for ever, at most 35 characters. */
@Component
class RefundNames {
    private static final int MOST_CODE = 10;
    private static final int RANDOM_DIGITS = 12;
    private final FindBusinesses businesses;

    RefundNames(FindBusinesses businesses) {
        this.businesses = businesses;
    }

    /** {@code LARKWATER-B-0F3A5B7C9D1E}. */
    String endToEnd(BusinessId business, RefundOrderId id) {
        return code(business) + "-B-" + random(id.value());
    }

    /** {@code LARKWATER-BF-0F3A5B7C9D1E}. */
    String message(BusinessId business, RefundFileId id) {
        return code(business) + "-BF-" + random(id.value());
    }

    /** The end of an id, which is the random part of it. */
    private static String random(UUID id) {
        String hex = id.toString().replace("-", "").toUpperCase(Locale.ROOT);
        return hex.substring(hex.length() - RANDOM_DIGITS);
    }

    private String code(BusinessId business) {
        String code = businesses.get(business).code().toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
        return code.substring(0, Math.min(MOST_CODE, code.length()));
    }
}
