package exactum.app.mandates;

import exactum.core.bank.Iban;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.Authority;
import exactum.core.scheme.MandateReference;
import java.util.List;

/**
 * A mandate that comes to us.
 *
 * @param reference as given; null to have one made
 * @param cover what it is for; empty for all of the customer
 * @param replaces the mandate whose place it takes, or null
 * @param collects whether the customer's invoices are collected from now on
 */
public record NewMandate(
        CustomerId customer,
        MandateReference reference,
        Authority authority,
        Account account,
        Way way,
        Signature signature,
        List<Mandate.Cover> cover,
        MandateId replaces,
        boolean collects) {
    public NewMandate {
        cover = cover.isEmpty() ? List.of(Mandate.Cover.of(customer)) : List.copyOf(cover);
    }

    /** The payer's account. */
    public record Account(String name, Iban number, String bic) {}

    /**
     * What proves that it was given.
     *
     * @param name who signed
     * @param place where, or empty
     * @param at the moment, as ISO 8601 in UTC, or empty for paper
     * @param address of the signer on the network, or empty
     * @param agent of the signer's program, or empty
     * @param drawing the drawn signature as PNG in Base64, or empty
     * @param consent the words that were agreed to, or empty
     * @param digest of what was signed, in hexadecimal, or empty
     */
    public record Signature(
            String name,
            String place,
            String at,
            String address,
            String agent,
            String drawing,
            String consent,
            String digest) {
        /** On a form of paper, which is filed. */
        public static Signature onPaper(String name, String place) {
            return new Signature(name, place, "", "", "", "", "", "");
        }
    }
}
