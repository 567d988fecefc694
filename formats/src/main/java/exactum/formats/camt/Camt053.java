package exactum.formats.camt;

/** What reader and writer of camt.053.001.08 (ISO 20022, Bank to Customer Statement) share. */
final class Camt053 {
    static final String NAMESPACE = "urn:iso:std:iso:20022:tech:xsd:camt.053.001.08";

    private Camt053() {}
}
