package exactum.formats.camt;

import java.util.Set;

/** What reader and writer of camt.053 and camt.054 (ISO 20022, Bank to Customer Statement and Notification) share. */
final class Camt053 {
    private static final String MESSAGES = "urn:iso:std:iso:20022:tech:xsd:";
    static final String NAMESPACE = MESSAGES + "camt.053.001.08";
    static final String NOTICE_NAMESPACE = MESSAGES + "camt.054.001.08";
    static final Set<String> READ =
            Set.of(NAMESPACE, NOTICE_NAMESPACE, MESSAGES + "camt.053.001.02", MESSAGES + "camt.054.001.02");

    private Camt053() {}
}
