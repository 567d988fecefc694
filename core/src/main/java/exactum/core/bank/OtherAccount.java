package exactum.core.bank;

import exactum.core.problem.Refusal;
import java.util.Locale;

/** An account number that is no IBAN, as in the United States: 4 to 34 letters, digits or dashes (ISO 20022, Max34Text). */
public record OtherAccount(String value) implements AccountNumber {
    public OtherAccount {
        value = value.replaceAll("\\s", "").toUpperCase(Locale.ROOT);
        if (!value.matches("[A-Z0-9][A-Z0-9-]{2,32}[A-Z0-9]"))
            throw new Refusal(
                    "account.wrong",
                    "“%s” is not an account number: it is 4 to 34 letters, digits or dashes. Nothing was saved."
                            .formatted(value));
    }

    @Override
    public String printed() {
        return value;
    }

    @Override
    public String label() {
        return "Account";
    }
}
