package exactum.formats.pain;

import java.util.Arrays;
import java.util.Optional;

/** The versions of ISO 20022 CustomerDirectDebitInitiation that banks take: EPC130-08 of 2009 and of 2019. */
public enum PainVersion {
    V02("pain.008.001.02", "BIC"),
    V08("pain.008.001.08", "BICFI");

    static final String MESSAGES = "urn:iso:std:iso:20022:tech:xsd:";
    private final String message;
    private final String bicElement;

    PainVersion(String message, String bicElement) {
        this.message = message;
        this.bicElement = bicElement;
    }

    public String message() {
        return message;
    }

    String namespace() {
        return MESSAGES + message;
    }

    String bicElement() {
        return bicElement;
    }

    /** The version of a message's name. */
    public static Optional<PainVersion> of(String message) {
        return Arrays.stream(values()).filter(v -> v.message.equals(message)).findFirst();
    }
}
