package exactum.app.debits;

import exactum.app.business.FindBusinesses;
import exactum.core.ids.BusinessId;
import exactum.core.scheme.Sequence;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** How a run, its groups and its collections are named towards the bank: unique for ever, at most 35 characters. */
@Component
class RunNames {
    private static final int MOST_CODE = 10;
    private static final DateTimeFormatter SHORT = DateTimeFormatter.ofPattern("yyMMdd");
    private final FindBusinesses businesses;

    RunNames(FindBusinesses businesses) {
        this.businesses = businesses;
    }

    /** {@code LARKWATER-R12}. */
    String message(DebitRun run) {
        return code(run.business()) + "-R" + run.number();
    }

    /** {@code LARKWATER-R12-RCUR-260608}. */
    static String group(String message, Sequence sequence, LocalDate on, String part) {
        return message + "-" + sequence.code() + "-" + SHORT.format(on) + part;
    }

    /** {@code LARKWATER-R12-00034}. */
    static String endToEnd(String message, int itemNo) {
        return message + "-%06d".formatted(itemNo);
    }

    private String code(BusinessId business) {
        String code = businesses.get(business).code().toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
        return code.substring(0, Math.min(MOST_CODE, code.length()));
    }
}
