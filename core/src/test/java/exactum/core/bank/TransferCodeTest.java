package exactum.core.bank;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.money.Money;
import org.junit.jupiter.api.Test;

/** EPC069-12 v2.1: the elements of the data, in their order. The order and the rules are from memory of the guidelines. */
class TransferCodeTest {
    private static final String IBAN = "DE89370400440532013000";

    @Test
    void a_transfer_with_a_structured_reference() {
        CreditorReference reference = CreditorReference.of("LW-2026-0042").orElseThrow();
        assertThat(TransferCode.of("Larkwater Moorings", "COBADEFFXXX", IBAN, Money.of("EUR", "832.74"), reference, ""))
                .hasValue("""
                        BCD
                        002
                        1
                        SCT
                        COBADEFFXXX
                        Larkwater Moorings
                        DE89370400440532013000
                        EUR832.74

                        %s""".formatted(reference.value()));
    }

    @Test
    void a_transfer_with_a_text() {
        assertThat(TransferCode.of("Larkwater", "", IBAN, Money.of("EUR", "1.00"), null, "LW-2026-0042 LW-2026-0043"))
                .hasValue("BCD\n002\n1\nSCT\n\nLarkwater\n" + IBAN + "\nEUR1.00\n\n\nLW-2026-0042 LW-2026-0043");
    }

    @Test
    void there_is_none_for_more_than_331_bytes_as_utf_8_counts_them() {
        Money euro = Money.of("EUR", "1.00");
        assertThat(TransferCode.of("L", "", IBAN, euro, null, "é".repeat(140))).isPresent();
        assertThat(TransferCode.of("L", "", IBAN, euro, null, "€".repeat(140))).isEmpty();
    }

    @Test
    void there_is_none_for_other_currencies_and_amounts_out_of_range() {
        for (Money amount : new Money[] {
            Money.of("GBP", "10.00"),
            Money.of("EUR", "0.00"),
            Money.of("EUR", "-1.00"),
            Money.of("EUR", "1000000000.00")
        }) assertThat(TransferCode.of("Larkwater", "", IBAN, amount, null, "x")).isEmpty();
        assertThat(TransferCode.of(" ", "", IBAN, Money.of("EUR", "1.00"), null, "x"))
                .isEmpty();
    }
}
