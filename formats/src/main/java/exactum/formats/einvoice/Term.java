package exactum.formats.einvoice;

import java.util.Arrays;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** The business terms of EN 16931-1 that are read, each with the number and the name that it has there. */
public enum Term {
    NUMBER(1, "Invoice number", Kind.TEXT),
    DATE(2, "Issue date", Kind.DAY),
    TYPE(3, "Type code", Kind.TEXT),
    CURRENCY(5, "Currency", Kind.TEXT),
    DUE(9, "Payment due date", Kind.DAY),
    BUYER_REFERENCE(10, "Buyer reference", Kind.TEXT),
    PROJECT(11, "Project reference", Kind.TEXT),
    CONTRACT(12, "Contract reference", Kind.TEXT),
    ORDER(13, "Purchase order reference", Kind.TEXT),
    TERMS(20, "Payment terms", Kind.TEXT),
    NOTE(22, "Note", Kind.TEXT),
    SPECIFICATION(24, "Specification", Kind.TEXT),
    PRECEDING(25, "Preceding invoice", Kind.TEXT),
    SELLER_NAME(27, "Seller name", Kind.TEXT),
    SELLER_LEGAL_NUMBER(30, "Seller legal registration", Kind.TEXT),
    SELLER_TAX_NUMBER(31, "Seller tax number", Kind.TEXT),
    SELLER_STREET(35, "Seller address, line 1", Kind.TEXT),
    SELLER_FURTHER(36, "Seller address, line 2", Kind.TEXT),
    SELLER_CITY(37, "Seller city", Kind.TEXT),
    SELLER_POSTCODE(38, "Seller post code", Kind.TEXT),
    SELLER_COUNTRY(40, "Seller country", Kind.TEXT),
    BUYER_NAME(44, "Buyer name", Kind.TEXT),
    BUYER_LEGAL_NUMBER(47, "Buyer legal registration", Kind.TEXT),
    BUYER_TAX_NUMBER(48, "Buyer tax number", Kind.TEXT),
    BUYER_STREET(50, "Buyer address, line 1", Kind.TEXT),
    BUYER_FURTHER(51, "Buyer address, line 2", Kind.TEXT),
    BUYER_CITY(52, "Buyer city", Kind.TEXT),
    BUYER_POSTCODE(53, "Buyer post code", Kind.TEXT),
    BUYER_COUNTRY(55, "Buyer country", Kind.TEXT),
    FROM(73, "Period from", Kind.DAY),
    UNTIL(74, "Period to", Kind.DAY),
    MEANS(81, "Payment means", Kind.TEXT),
    PAYMENT_REFERENCE(83, "Payment reference", Kind.TEXT),
    ACCOUNT(84, "Account to pay to", Kind.TEXT),
    MANDATE(89, "Mandate reference", Kind.TEXT),
    CREDITOR(90, "Creditor identifier", Kind.TEXT),
    ALLOWANCE(92, "Discount on the whole", Kind.FIGURE),
    CHARGE(99, "Surcharge on the whole", Kind.FIGURE),
    LINES_NET(106, "Lines, net", Kind.FIGURE),
    ALLOWANCES(107, "Discounts on the whole together", Kind.FIGURE),
    CHARGES(108, "Surcharges on the whole together", Kind.FIGURE),
    NET(109, "Total without tax", Kind.FIGURE),
    TAX(110, "Total of the tax", Kind.FIGURE),
    GROSS(112, "Total with tax", Kind.FIGURE),
    PREPAID(113, "Paid before", Kind.FIGURE),
    ROUNDING(114, "Rounding", Kind.FIGURE),
    PAYABLE(115, "Amount due", Kind.FIGURE),
    TAX_BASE(116, "Base", Kind.FIGURE),
    TAX_AMOUNT(117, "Tax", Kind.FIGURE),
    TAX_CATEGORY(118, "Category", Kind.TEXT),
    TAX_RATE(119, "Rate", Kind.FIGURE),
    TAX_REASON(120, "Reason for no tax", Kind.TEXT),
    LINE_ID(126, "Line number", Kind.TEXT),
    LINE_NOTE(127, "Line note", Kind.TEXT),
    QUANTITY(129, "Quantity", Kind.FIGURE),
    UNIT(130, "Unit", Kind.TEXT),
    LINE_NET(131, "Net", Kind.FIGURE),
    LINE_FROM(134, "From", Kind.DAY),
    LINE_UNTIL(135, "To", Kind.DAY),
    LINE_ALLOWANCE(136, "Discount", Kind.FIGURE),
    LINE_CHARGE(141, "Surcharge", Kind.FIGURE),
    PRICE(146, "Price of a unit", Kind.FIGURE),
    PRICE_QUANTITY(149, "Units of the price", Kind.FIGURE),
    LINE_CATEGORY(151, "Tax category", Kind.TEXT),
    LINE_RATE(152, "Tax rate", Kind.FIGURE),
    ITEM(153, "Item", Kind.TEXT),
    DESCRIPTION(154, "Description", Kind.TEXT);

    /** How a value is compared. */
    enum Kind {
        TEXT,
        FIGURE,
        DAY
    }

    private static final Map<Integer, Term> BY_NUMBER =
            Arrays.stream(values()).collect(Collectors.toMap(t -> t.number, Function.identity()));

    private final int number;
    private final String title;
    private final Kind kind;

    Term(int number, String title, Kind kind) {
        this.number = number;
        this.title = title;
        this.kind = kind;
    }

    /** The term with the number; null for one that is not read. */
    static Term of(int number) {
        return BY_NUMBER.get(number);
    }

    /** {@code BT-112}. */
    public String code() {
        return "BT-" + number;
    }

    /** What it is, in words. */
    public String title() {
        return title;
    }

    Kind kind() {
        return kind;
    }
}
