package exactum.standins.processor;

import exactum.core.card.CardNumber;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Optional;

/** The cards that the stand-in knows, each with the answer it gives; numbers are published test numbers (Luhn). */
public enum TestCard {
    GOOD("4111111111111111", "Visa", "2.4", null, null),
    GOOD_TOO("5555555555554444", "Mastercard", "2.4", null, null),
    DEAR("378282246310005", "American Express", "3.1", null, null),
    /** The card in the wallet of the device that the page stands open on. */
    WALLET("4012000033330026", "Visa in a wallet", "2.4", null, null),
    SOFT("4012888888881881", "Visa", "2.4", "51", "too little money on the account"),
    HARD("5105105105105100", "Mastercard", "2.4", "43", "the card was reported stolen"),
    /** Good while its holder is there; short of money the first time that it is charged later. */
    LATER_SHORT("6011111111111117", "Discover", "2.4", "51", "too little money on the account"),
    /** Good while its holder is there; never good later. */
    LATER_HARD("3530111333300000", "JCB", "2.4", "43", "the card was reported stolen");

    private static final String FIXED = "0.25";
    private final String number;
    private final String brand;
    private final BigDecimal percent;
    private final String code;
    private final String reason;

    TestCard(String number, String brand, String percent, String code, String reason) {
        this.number = number;
        this.brand = brand;
        this.percent = new BigDecimal(percent);
        this.code = code;
        this.reason = reason;
    }

    static Optional<TestCard> of(String typed) {
        String digits = typed.replaceAll("[\\s-]", "");
        return Arrays.stream(values()).filter(c -> c.number.equals(digits)).findFirst();
    }

    /** Whether it can be the number of any card. */
    static boolean isNumber(String typed) {
        String digits = typed.replaceAll("[\\s-]", "");
        return digits.matches("\\d{12,19}") && CardNumber.hasRightCheckDigit(digits);
    }

    /** Whether it is refused even while its holder is there. */
    boolean isGood() {
        return this != SOFT && this != HARD;
    }

    /** Whether it is refused when it is charged later, and how often that was done before. */
    boolean isGoodLater(int chargedLater) {
        return isGood() && this != LATER_HARD && (this != LATER_SHORT || chargedLater > 0);
    }

    boolean isHard() {
        return this == HARD || this == LATER_HARD;
    }

    Money fee(Money amount) {
        return new FeeRule(percent, Money.of(amount.currency().getCurrencyCode(), FIXED))
                .on(amount)
                .value();
    }

    public String number() {
        return number.replaceAll("(.{4})(?=.)", "$1 ");
    }

    public String answer() {
        String later = isGood() && code != null ? "accepted; charged later: " : "";
        if (code == null) return "accepted" + (this == DEAR ? ", with a higher fee" : "");
        String once = this == LATER_SHORT ? ", the first time" : "";
        return later + (isHard() ? "refused for good" : "refused for now") + once + ", code " + code + ": " + reason;
    }

    String brand() {
        return brand;
    }

    String lastFour() {
        return number.substring(number.length() - 4);
    }

    String shown() {
        return brand + " ending " + lastFour();
    }

    String reason() {
        return reason;
    }

    String code() {
        return code;
    }
}
