package exactum.formats.pain;

import java.util.Arrays;
import java.util.Optional;

/** The versions of ISO 20022 CustomerCreditTransferInitiation that banks take: EPC132-08 of 2009 and of 2019. */
public enum Pain001Version {
    V03("pain.001.001.03", "BIC", false),
    V09("pain.001.001.09", "BICFI", true);

    private final String message;
    private final String bicElement;
    private final boolean wrapsDate;

    Pain001Version(String message, String bicElement, boolean wrapsDate) {
        this.message = message;
        this.bicElement = bicElement;
        this.wrapsDate = wrapsDate;
    }

    public String message() {
        return message;
    }

    String namespace() {
        return PainVersion.MESSAGES + message;
    }

    String bicElement() {
        return bicElement;
    }

    /** Whether the day stands within a choice of day and moment. */
    boolean wrapsDate() {
        return wrapsDate;
    }

    /** The version that goes with that of a bank's debits: of the same year. */
    public static Pain001Version beside(PainVersion debits) {
        return debits == PainVersion.V02 ? V03 : V09;
    }

    /** The version of a message's name. */
    public static Optional<Pain001Version> of(String message) {
        return Arrays.stream(values()).filter(v -> v.message.equals(message)).findFirst();
    }
}
