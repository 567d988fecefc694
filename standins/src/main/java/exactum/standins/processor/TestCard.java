package exactum.standins.processor;

import java.util.Arrays;
import java.util.Optional;

/** The cards that the stand-in knows, each with the answer it gives; numbers are published test numbers (Luhn). */
public enum TestCard {
    GOOD("4111111111111111", "Visa", null, null),
    GOOD_TOO("5555555555554444", "Mastercard", null, null),
    SOFT("4012888888881881", "Visa", "51", "too little money on the account"),
    HARD("5105105105105100", "Mastercard", "43", "the card was reported stolen");

    private final String number;
    private final String brand;
    private final String code;
    private final String reason;

    TestCard(String number, String brand, String code, String reason) {
        this.number = number;
        this.brand = brand;
        this.code = code;
        this.reason = reason;
    }

    static Optional<TestCard> of(String typed) {
        String digits = typed.replaceAll("[\\s-]", "");
        return Arrays.stream(values()).filter(c -> c.number.equals(digits)).findFirst();
    }

    /** Luhn's check (ISO/IEC 7812-1, Annex B). */
    static boolean isNumber(String typed) {
        String digits = typed.replaceAll("[\\s-]", "");
        if (!digits.matches("\\d{12,19}")) return false;
        int sum = 0;
        for (int i = 0; i < digits.length(); i++) {
            int digit = digits.charAt(digits.length() - 1 - i) - '0';
            int doubled = i % 2 == 1 ? digit * 2 : digit;
            sum += doubled > 9 ? doubled - 9 : doubled;
        }
        return sum % 10 == 0;
    }

    boolean isGood() {
        return code == null;
    }

    boolean isHard() {
        return this == HARD;
    }

    public String number() {
        return number.replaceAll("(.{4})(?=.)", "$1 ");
    }

    public String answer() {
        return isGood()
                ? "accepted"
                : (isHard() ? "refused for good" : "refused for now") + ", code " + code + ": " + reason;
    }

    String shown() {
        return brand + " ending " + number.substring(number.length() - 4);
    }

    String reason() {
        return reason;
    }

    String code() {
        return code;
    }
}
