package exactum.app.customers;

import exactum.core.money.Money;
import exactum.core.typed.EmailAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What was typed or read of a customer, not yet checked. Texts are never null. */
public record CustomerDraft(
        String code,
        String name,
        String kind,
        String email,
        String address,
        String serviceAddress,
        String country,
        String currency,
        String taxNumber) {
    private static final Set<String> COUNTRIES = Set.of(Locale.getISOCountries());

    /** Of somebody who is served where they are billed. */
    public CustomerDraft(
            String code,
            String name,
            String kind,
            String email,
            String address,
            String country,
            String currency,
            String taxNumber) {
        this(code, name, kind, email, address, "", country, currency, taxNumber);
    }

    /** A reason why it cannot be kept, and the field that it is about. */
    public record Problem(String field, String words) {}

    /** Every reason why it cannot be kept as it is; empty if it can. */
    public List<Problem> problems() {
        var problems = new ArrayList<Problem>();
        if (!code.matches("[\\p{L}\\p{N}][\\p{L}\\p{N}._/-]{0,29}"))
            problems.add(new Problem("code", "code “%s” is not letters, digits, dots or dashes".formatted(code)));
        if (name.isBlank() || name.length() > 140)
            problems.add(new Problem("name", "name is missing or longer than 140 characters"));
        if (!kind.equals("person") && !kind.equals("organisation"))
            problems.add(new Problem("kind", "kind “%s” is not person or organisation".formatted(kind)));
        if (!email.isEmpty() && !EmailAddress.isOne(email))
            problems.add(new Problem("email", "e-mail “%s” is not an address".formatted(email)));
        if (!COUNTRIES.contains(country))
            problems.add(
                    new Problem("country", "country “%s” is not a two-letter code of ISO 3166".formatted(country)));
        if (!isCurrency(currency))
            problems.add(new Problem("currency", "currency “%s” is unknown".formatted(currency)));
        return problems;
    }

    /** Whether it says what is known of a customer. */
    boolean says(Customer known) {
        return name.equals(known.name())
                && kind.equals(known.kind())
                && email.equals(known.email() == null ? "" : known.email())
                && address.equals(known.address())
                && serviceAddress.equals(known.serviceAddress())
                && country.equals(known.country())
                && currency.equals(known.currency().getCurrencyCode())
                && taxNumber.equals(known.taxNumber() == null ? "" : known.taxNumber());
    }

    private static boolean isCurrency(String code) {
        try {
            Money.ofMinor(code, 0);
            return true;
        } catch (IllegalArgumentException unknown) {
            return false;
        }
    }
}
