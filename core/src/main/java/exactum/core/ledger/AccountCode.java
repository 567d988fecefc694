package exactum.core.ledger;

import exactum.core.problem.Refusal;
import java.util.regex.Pattern;

/**
 * The code of an account in a chart, such as {@code 1100}.
 *
 * @param value one to twenty letters, digits, dots or dashes
 */
public record AccountCode(String value) implements Comparable<AccountCode> {
    private static final Pattern WELL_FORMED = Pattern.compile("\\p{Alnum}[\\p{Alnum}.-]{0,19}");

    public AccountCode {
        if (!WELL_FORMED.matcher(value).matches()) {
            throw new IllegalArgumentException("“" + value + "” is not the code of an account");
        }
    }

    /**
     * Reads what {@link #toString()} wrote.
     *
     * @throws Refusal for anything else
     */
    public static AccountCode valueOf(String text) {
        try {
            return new AccountCode(text);
        } catch (IllegalArgumentException none) {
            throw new Refusal("typed.account", "%s. Nothing was saved.".formatted(none.getMessage()));
        }
    }

    @Override
    public int compareTo(AccountCode other) {
        return value.compareTo(other.value);
    }

    @Override
    public String toString() {
        return value;
    }
}
