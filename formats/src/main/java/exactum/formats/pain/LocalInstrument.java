package exactum.formats.pain;

import exactum.core.scheme.Scheme;
import exactum.formats.xml.Fields;

/** How files name the SEPA schemes (EPC130-08, AT-20). */
final class LocalInstrument {
    private LocalInstrument() {}

    static String of(Scheme scheme) {
        return switch (scheme) {
            case SEPA_CORE -> "CORE";
            case SEPA_B2B -> "B2B";
        };
    }

    static Scheme scheme(String code) {
        return switch (code) {
            case "CORE" -> Scheme.SEPA_CORE;
            case "B2B" -> Scheme.SEPA_B2B;
            default -> throw Fields.wrong("LclInstrm", code, "CORE or B2B");
        };
    }
}
