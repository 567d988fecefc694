package exactum.formats.pain;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.bank.Iban;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Files of transfers, held against the published schemas of pain.001.001.03 and .09 and read back. The account numbers are the
 * well-known examples of the IBAN registry.
 */
class Pain001Test {
    private static final TransferHeader HEADER = new TransferHeader(
            "EX-BF-20260429",
            Instant.parse("2026-04-29T10:15:00Z"),
            "Muster Creditor GmbH",
            new Iban("DE89370400440532013000"),
            "BANKDEFFXXX",
            LocalDate.of(2026, 4, 30),
            2,
            Money.of("EUR", "58.00"));
    private static final List<Transfer> TRANSFERS = List.of(
            new Transfer(
                    "EX-B-1",
                    Money.of("EUR", "50.00"),
                    "Jan Voorbeeld",
                    new Iban("NL91ABNA0417164300"),
                    "Refund CN-1: the lift broke down"),
            new Transfer("EX-B-2", Money.of("EUR", "8.00"), "A. N. Other", new Iban("GB29NWBK60161331926819"), ""));

    private static byte[] file(Pain001Version version) {
        var out = new ByteArrayOutputStream();
        try (var writer = new Pain001Writer(version, out)) {
            writer.header(HEADER);
            TRANSFERS.forEach(writer::transfer);
        }
        return out.toByteArray();
    }

    private static Pain001Reader.File read(String file) {
        return Pain001Reader.read(new ByteArrayInputStream(file.getBytes(UTF_8)));
    }

    @ParameterizedTest
    @EnumSource
    void it_is_as_the_published_schema_says_and_is_read_again(Pain001Version version) {
        byte[] file = file(version);
        assertThatCode(() -> PainSchema.validate(version.message(), file)).doesNotThrowAnyException();
        Pain001Reader.File read = read(new String(file, UTF_8));
        assertThat(read.header()).isEqualTo(HEADER);
        assertThat(read.transfers()).isEqualTo(TRANSFERS);
    }

    @Test
    void sums_that_do_not_add_up_and_other_files_are_refused() {
        String file = new String(file(Pain001Version.V09), UTF_8);
        assertThatThrownBy(() -> read(file.replace(">8.00<", ">8.01<")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("holds 2 of 58.01");
        assertThatThrownBy(() -> read(file.replace("pain.001.001.09", "pain.001.001.11")))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> read(file.substring(0, file.length() - 40))).isInstanceOf(Refusal.class);
    }
}
