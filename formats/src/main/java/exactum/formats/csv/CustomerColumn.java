package exactum.formats.csv;

import exactum.core.text.Folding;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A column of a file of customers. A head is known by our own name, or by what such columns are often called in English, German,
 * French, Spanish and Dutch; accents, case, blanks and signs aside.
 */
public enum CustomerColumn {
    CODE(
            "code",
            "customer code|customer no|customer number|customer id|kundennummer|kunden nr|kundennr|numero client|code client|numero cliente|klantnummer|debitor|debtor"),
    NAME(
            "name",
            "customer|customer name|client|company|company name|full name|first name|given name|last name|surname|firma|kunde|vorname|nachname|nom|prenom|raison sociale|nombre|razon social|apellidos|naam|bedrijf|voornaam|achternaam"),
    KIND("kind", "type|customer type|art|kundenart"),
    EMAIL(
            "email",
            "e mail|mail|email address|e mail address|e mail adresse|courriel|correo|correo electronico|e mailadres"),
    ADDRESS(
            "address",
            "billing address|street|address line 1|address line 2|strasse|anschrift|adresse|rue|direccion|calle|straat|adres|postcode|zip|zip code|postal code|plz|code postal|codigo postal"),
    TOWN("town", "city|place|ort|stadt|ville|ciudad|poblacion|plaats|woonplaats"),
    SERVICE_ADDRESS("service_address", "service place|leistungsort|lieferadresse|delivery address"),
    COUNTRY("country", "country code|land|pays|pais"),
    CURRENCY("currency", "wahrung|waehrung|devise|moneda|valuta"),
    TAX_NUMBER(
            "tax_number", "vat number|vat no|vat id|tax id|ust id|ust idnr|steuernummer|numero tva|nif|cif|btw nummer"),
    GROUP("group", "customer group|kundengruppe|gruppe|groupe|grupo|groep"),
    LANGUAGE("language", "sprache|langue|idioma|taal"),
    TERMS("terms", "payment terms|zahlungsbedingung|zahlungsziel|conditions|betalingstermijn"),
    TAX("tax", "tax treatment|steuer"),
    TAX_REASON("tax_reason", "exemption reason"),
    DELIVERY("delivery", "versand|versandart"),
    PAYS_BY("pays_by", "payment method|zahlungsart"),
    LAYOUT("layout", "template"),
    REMINDERS("reminders", "mahnungen|dunning"),
    FIGURES("figures", "number format|zahlenformat"),
    DAYS("dates", "date format|datumsformat"),
    CONTACTS("contacts", "ansprechpartner");

    private static final Pattern SIGNS = Pattern.compile("[^\\p{L}\\p{N}]+");
    private final String head;
    private final List<String> others;

    CustomerColumn(String head, String others) {
        this.head = head;
        this.others = List.of(others.split("\\|"));
    }

    /** Its head in a file of ours. */
    public String head() {
        return head;
    }

    /** What it is called on pages. */
    public String label() {
        return switch (this) {
            case TOWN -> "address, on the same line";
            case ADDRESS -> "address, on a line of its own";
            case EMAIL -> "e-mail";
            default -> head.replace('_', ' ');
        };
    }

    /** Whether the cells of several columns are put together in it. */
    public boolean joins() {
        return this == NAME || this == ADDRESS || this == TOWN || this == SERVICE_ADDRESS;
    }

    /** The columns that say how somebody is billed. */
    public static Set<CustomerColumn> billing() {
        return EnumSet.of(LANGUAGE, TERMS, TAX, TAX_REASON, DELIVERY, PAYS_BY, LAYOUT, REMINDERS, FIGURES, DAYS);
    }

    /** Whether a file of ours has it; the town is a part of the address. */
    boolean isWritten() {
        return this != TOWN;
    }

    /** The column that a head most likely means; none where it is like none of them. */
    public static Optional<CustomerColumn> of(String text) {
        String folded = SIGNS.matcher(Folding.of(text)).replaceAll(" ").strip();
        return Arrays.stream(values())
                .filter(c -> c.head.replace('_', ' ').equals(folded) || c.others.contains(folded))
                .findFirst();
    }
}
