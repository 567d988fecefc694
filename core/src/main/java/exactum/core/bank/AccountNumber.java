package exactum.core.bank;

import exactum.core.problem.Refusal;

/** The number of a bank account: an IBAN, or, where a country has none, the bank's own. */
public sealed interface AccountNumber permits Iban, OtherAccount {

    /** As it is stored, without blanks. */
    String value();

    /** As it is printed. */
    String printed();

    /** What stands before it in print. */
    String label();

    /** The last four characters, which may be shown. */
    default String ending() {
        return value().substring(value().length() - 4);
    }

    /**
     * The number that a text holds.
     *
     * @param country whose account it most likely is (ISO 3166-1): where it has IBANs, it must be one
     * @throws Refusal if it is none
     */
    static AccountNumber of(String text, String country) {
        String plain = text.replaceAll("\\s", "");
        boolean isIban = Iban.isUsedIn(country) || plain.matches("[A-Za-z]{2}[0-9]{2}.*");
        return isIban ? new Iban(text) : new OtherAccount(plain);
    }
}
