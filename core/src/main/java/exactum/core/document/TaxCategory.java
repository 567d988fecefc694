package exactum.core.document;

import exactum.core.problem.Refusal;
import java.util.Arrays;

/** Why tax is charged or not, by the codes of UNTDID 5305 that EN 16931-1 (BT-151) allows. */
public enum TaxCategory {
    STANDARD("S"),
    ZERO("Z"),
    EXEMPT("E"),
    REVERSE_CHARGE("AE"),
    OUTSIDE_SCOPE("O");

    private final String code;

    TaxCategory(String code) {
        this.code = code;
    }

    /** The code of UNTDID 5305, which is stored. */
    public String code() {
        return code;
    }

    /** The category with the code; a refusal for any other. */
    public static TaxCategory of(String code) {
        return Arrays.stream(values())
                .filter(c -> c.code.equals(code))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "typed.category", "No tax category has the code “%s”. Nothing was saved.".formatted(code)));
    }
}
