package exactum.app.layouts;

import java.util.LinkedHashMap;
import java.util.Map;

/** The placeholders that texts of a layout may use, with what each stands for. */
public final class Places {
    public static final String NUMBER = "number";
    public static final String DATE = "date";
    public static final String AMOUNT = "amount";
    public static final String OPEN = "open amount";
    public static final String DUE = "due date";
    public static final String PERIOD = "period";
    public static final String MEMO = "memo";
    public static final String LINK = "link";
    public static final String CUSTOMER = "customer";
    public static final String BUSINESS = "business";
    public static final String REFERENCE = "their reference";

    private static final Map<String, String> ALL = all();

    private Places() {}

    private static Map<String, String> all() {
        var all = new LinkedHashMap<String, String>();
        all.put(NUMBER, "its number");
        all.put(DATE, "its date");
        all.put(AMOUNT, "what it comes to");
        all.put(OPEN, "what is to be paid");
        all.put(DUE, "the day it is due, or its first part is");
        all.put(PERIOD, "the time it is for");
        all.put(MEMO, "its memo");
        all.put(LINK, "the address of the payer’s page");
        all.put(CUSTOMER, "the name of the customer");
        all.put(BUSINESS, "our name");
        all.put(REFERENCE, "what the customer calls it");
        return all;
    }

    /** What each name stands for, in their order. */
    public static Map<String, String> meanings() {
        return new LinkedHashMap<>(ALL);
    }
}
