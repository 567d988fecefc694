package exactum.app.reminders;

import java.util.LinkedHashMap;
import java.util.Map;

/** The placeholders that texts of reminders may use, with what each stands for. */
final class ReminderPlaces {
    static final String ITEMS = "items";
    static final String OPEN = "open amount";
    static final String DUE = "due date";
    static final String LINK = "link";
    static final String CUSTOMER = "customer";
    static final String BUSINESS = "business";

    private ReminderPlaces() {}

    static Map<String, String> meanings() {
        var all = new LinkedHashMap<String, String>();
        all.put(ITEMS, "each open item on a line of its own");
        all.put(OPEN, "what they come to together");
        all.put(DUE, "the day by which the first of them is to be paid");
        all.put(LINK, "the address where all of them can be paid");
        all.put(CUSTOMER, "the name of the customer");
        all.put(BUSINESS, "our name");
        return all;
    }
}
