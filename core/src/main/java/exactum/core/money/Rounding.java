package exactum.core.money;

import java.math.RoundingMode;

/** The places where money is rounded, each with its mode. There is no rounding anywhere else. */
public enum Rounding {
    /** A line's net amount: quantity × price, half away from zero (EN 16931-1, BT-131). */
    HALF_UP_PER_LINE(RoundingMode.HALF_UP, "half-up, once a line"),
    /** The tax of one category and rate: base × rate, half away from zero (EN 16931-1, BR-CO-17). */
    HALF_UP_PER_TAX_GROUP(RoundingMode.HALF_UP, "half-up, once a tax rate"),
    /** A processor's fee: gross × percent + fixed, half away from zero (common practice, no source). */
    HALF_UP_PER_FEE(RoundingMode.HALF_UP, "half-up, once a fee"),
    /** A discount or surcharge by percent, half away from zero (common practice, no source). */
    HALF_UP_PER_ADJUSTMENT(RoundingMode.HALF_UP, "half-up, once a discount or surcharge"),
    /** A share by percent beside a part that takes the rest, half away from zero (common practice, no source). */
    HALF_UP_PER_SHARE(RoundingMode.HALF_UP, "half-up, once a part"),
    /** A share by percent where all parts are, cut towards zero; a remainder rule hands out the rest (common practice, no source). */
    DOWN_PER_SHARE(RoundingMode.DOWN, "cut to the minor unit, once a part"),
    /** A part of a period by its days, half away from zero (common practice, no source). */
    HALF_UP_PER_PRORATION(RoundingMode.HALF_UP, "half-up, once a part of a period"),
    /** An amount turned into another currency, half away from zero (common practice, no source). */
    HALF_UP_PER_EXCHANGE(RoundingMode.HALF_UP, "half-up, once an exchange"),
    /** The interest of one late debt over all its days, half away from zero (common practice, no source). */
    HALF_UP_PER_INTEREST(RoundingMode.HALF_UP, "half-up, once a debt");

    private final RoundingMode mode;
    private final String words;

    Rounding(RoundingMode mode, String words) {
        this.mode = mode;
        this.words = words;
    }

    RoundingMode mode() {
        return mode;
    }

    /** The rule in words, for workings. */
    public String words() {
        return words;
    }
}
