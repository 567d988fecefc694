package exactum.core.document;

import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.money.UnitPrice;
import exactum.core.price.Tariff;
import exactum.core.working.Worked;
import exactum.core.working.Working;
import java.math.BigDecimal;
import java.util.List;

/**
 * One line, the same for documents, arrangements, standing lines and prepared documents. What it comes to is quantity ×
 * price, rounded half-up to the minor unit, less or plus its adjustments (EN 16931-1 BT-131): 6.5 h × 48.00 is 312.00.
 *
 * @param item the catalogue item it was made from, or null
 * @param description as printed
 * @param quantity may have decimals, trailing zeros aside, and may be negative for what is given back; null for a line of text only
 * @param unit as printed, such as {@code month}
 * @param price of one unit, with or without tax as the document says; null for a line of text only
 * @param adjustments discounts and surcharges of this line, in order, each taken from quantity × price
 * @param taxCode our name of the tax rate, whose percentage is that of the document's date
 * @param account where its net is booked
 * @param tags the business's own analysis values
 * @param period the time it is for, or null
 * @param credits the line that it takes back, by its place on the credited document from 1, or null
 */
public record Line(
        ItemId item,
        String description,
        BigDecimal quantity,
        String unit,
        UnitPrice price,
        List<Adjustment> adjustments,
        String taxCode,
        AccountCode account,
        List<String> tags,
        ServicePeriod period,
        Integer credits) {

    public Line {
        quantity = quantity == null ? null : plain(quantity.stripTrailingZeros());
        adjustments = List.copyOf(adjustments);
        tags = List.copyOf(tags);
        if ((quantity == null) != (price == null)) {
            throw new IllegalArgumentException("“%s” has a quantity or a price, but not both".formatted(description));
        }
    }

    /** A line that takes nothing back. */
    public Line(
            ItemId item,
            String description,
            BigDecimal quantity,
            String unit,
            UnitPrice price,
            List<Adjustment> adjustments,
            String taxCode,
            AccountCode account,
            List<String> tags,
            ServicePeriod period) {
        this(item, description, quantity, unit, price, adjustments, taxCode, account, tags, period, null);
    }

    /** A line that is sold, without adjustments, tags or a period. */
    public static Line of(
            String description,
            BigDecimal quantity,
            String unit,
            UnitPrice price,
            String taxCode,
            AccountCode account) {
        return new Line(null, description, quantity, unit, price, List.of(), taxCode, account, List.of(), null);
    }

    /** A line that only says something. */
    public static Line text(String description) {
        return new Line(null, description, null, "", null, List.of(), null, null, List.of(), null);
    }

    /** The same for a part of its quantity at the part's own price; the description says which part. */
    public Line share(Tariff.Share share) {
        return new Line(
                item,
                share.words().isEmpty() ? description : description + ", " + share.words(),
                share.quantity(),
                unit,
                share.price(),
                adjustments,
                taxCode,
                account,
                tags,
                period,
                credits);
    }

    /** The same with other adjustments, for a time. */
    public Line with(List<Adjustment> others, ServicePeriod time) {
        return new Line(item, description, quantity, unit, price, others, taxCode, account, tags, time, credits);
    }

    /** The same with tags. */
    public Line tagged(List<String> others) {
        return new Line(
                item, description, quantity, unit, price, adjustments, taxCode, account, others, period, credits);
    }

    /** The same at another price. */
    public Line at(UnitPrice other) {
        return new Line(item, description, quantity, unit, other, adjustments, taxCode, account, tags, period, credits);
    }

    /** A quantity of it as a credit note takes it back from the document where it stands at that place. */
    public Line credited(int place, BigDecimal part, List<Adjustment> less) {
        return new Line(item, description, part, unit, price, less, taxCode, account, tags, period, place);
    }

    private static BigDecimal plain(BigDecimal number) {
        return number.scale() < 0 ? number.setScale(0) : number;
    }

    /** Whether it only says something. */
    public boolean isText() {
        return price == null;
    }

    /** What it comes to in the document's price mode, with its working; only for a line that is sold. */
    public Worked<Money> amount() {
        Money base = price.times(quantity);
        var working = Working.on(() -> "Amount of “" + description + "”")
                .step(
                        () -> "%s × %s = %s"
                                .formatted(
                                        Decimals.text(quantity),
                                        price.text(),
                                        Decimals.text(price.amount().multiply(quantity))),
                        "quantity × price, EN 16931 BT-131")
                .step(() -> "rounded to " + base.text(), Rounding.HALF_UP_PER_LINE.words());
        Money amount = base;
        for (Adjustment adjustment : adjustments) {
            Money change = adjustment.on(base);
            Money left = amount.plus(change);
            amount = left;
            working.step(
                    () -> "%s: %s, which leaves %s".formatted(adjustment.text(), change.text(), left.text()),
                    "of quantity × price, EN 16931 BT-136 and BT-141");
        }
        return new Worked<>(amount, working.done());
    }
}
