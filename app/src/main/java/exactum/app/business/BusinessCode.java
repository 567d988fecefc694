package exactum.app.business;

import exactum.core.problem.Refusal;
import exactum.core.text.Folding;

/** The code of a business: its place in every address. */
public final class BusinessCode {
    private static final int LONGEST = 40;

    private BusinessCode() {}

    /** The code that a name suggests: {@code larkwater-north-shore} for “Larkwater North Shore”. */
    public static String of(String name) {
        String plain = Folding.of(name).replaceAll("[^a-z0-9]+", "-").replaceAll("^[-0-9]+|-+$", "");
        return plain.substring(0, Math.min(plain.length(), LONGEST)).replaceAll("-+$", "");
    }

    /**
     * The code as it was typed.
     *
     * @throws Refusal if no business can be called so
     */
    public static String typed(String code) {
        boolean good = code.matches("[a-z][a-z0-9]*(-[a-z0-9]+)*") && code.length() <= LONGEST;
        if (!good || Reserved.WORDS.contains(code)) {
            throw new Refusal(
                    "business.code",
                    "“%s” cannot stand in an address. Write small letters, digits and dashes, such as larkwater. Nothing was saved."
                            .formatted(code));
        }
        return code;
    }
}
