package exactum.formats.pain;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.bank.CreditorIdentifier;
import exactum.core.bank.Iban;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.Sequence;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Files of collections, held against the published schemas of pain.008.001.02 and .08 and read back. The parties and account numbers
 * are the well-known examples of the schemes' own papers.
 */
class Pain008Test {
    private static final DebitGroup.Creditor CREDITOR = new DebitGroup.Creditor(
            "Muster Creditor GmbH",
            new Iban("DE89370400440532013000"),
            "BANKDEFFXXX",
            new CreditorIdentifier("DE98ZZZ09999999999"));

    private static Debit debit(String endToEnd, String amount, String former, boolean isNew) {
        return new Debit(
                endToEnd,
                Money.of("EUR", amount),
                new Debit.OfMandate(
                        Scheme.SEPA_CORE.rules().reference("MNDT-000101"), LocalDate.of(2025, 11, 3), former, isNew),
                new Debit.Payer("Jan Voorbeeld", new Iban("NL91ABNA0417164300"), ""),
                "Invoice 2026-0101 April");
    }

    private static DebitGroup group(String id, Scheme scheme, Sequence sequence, int count, String total) {
        return new DebitGroup(
                id, scheme, sequence, LocalDate.of(2026, 5, 5), true, CREDITOR, count, Money.of("EUR", total));
    }

    private static byte[] file(PainVersion version, Scheme scheme) {
        var out = new ByteArrayOutputStream();
        try (var writer = new Pain008Writer(version, out)) {
            writer.header(new DebitHeader(
                    "EX-20260429-0001",
                    Instant.parse("2026-04-29T10:15:00Z"),
                    "Muster Creditor GmbH",
                    4,
                    Money.of("EUR", "1618.95")));
            writer.group(group("EX-20260429-0001-1", scheme, Sequence.RECURRENT, 3, "1368.95"));
            writer.debit(debit("INV-2026-0101", "49.90", "", false));
            writer.debit(debit("INV-2026-0102", "119.00", "", true));
            writer.debit(debit("INV-2026-0103", "1200.05", "OLD-77", false));
            writer.group(group("EX-20260429-0001-2", scheme, Sequence.ONE_OFF, 1, "250.00"));
            writer.debit(debit("INV-2026-0104", "250.00", "", false));
        }
        return out.toByteArray();
    }

    @ParameterizedTest
    @EnumSource(PainVersion.class)
    void it_is_as_the_published_schema_says(PainVersion version) {
        assertThatCode(() -> PainSchema.validate(version.message(), file(version, Scheme.SEPA_CORE)))
                .doesNotThrowAnyException();
        assertThatCode(() -> PainSchema.validate(version.message(), file(version, Scheme.SEPA_B2B)))
                .doesNotThrowAnyException();
    }

    @Test
    void it_has_what_the_guidelines_ask_for() {
        String text = new String(file(PainVersion.V08, Scheme.SEPA_B2B), UTF_8);
        assertThat(text)
                .contains("<LclInstrm><Cd>B2B</Cd></LclInstrm>", "<SeqTp>RCUR</SeqTp>", "<SeqTp>OOFF</SeqTp>")
                .contains("<NbOfTxs>3</NbOfTxs><CtrlSum>1368.95</CtrlSum>", "<ChrgBr>SLEV</ChrgBr>")
                .contains("<SchmeNm><Prtry>SEPA</Prtry></SchmeNm>")
                .contains("<AmdmntInd>true</AmdmntInd><AmdmntInfDtls><OrgnlMndtId>OLD-77</OrgnlMndtId></AmdmntInfDtls>")
                .contains("<OrgnlDbtrAcct><Id><Othr><Id>SMNDA</Id></Othr></Id></OrgnlDbtrAcct>")
                .contains("<BICFI>BANKDEFFXXX</BICFI>", "<Othr><Id>NOTPROVIDED</Id></Othr>");
        assertThat(new String(file(PainVersion.V02, Scheme.SEPA_CORE), UTF_8)).contains("<BIC>BANKDEFFXXX</BIC>");
    }

    private static List<String> read(byte[] content) {
        var read = new ArrayList<String>();
        Pain008Reader.read(new ByteArrayInputStream(content), new Pain008Reader.Visitor() {
            @Override
            public void header(DebitHeader header) {
                read.add(header.messageId() + " " + header.count() + " "
                        + header.total().plain());
            }

            @Override
            public void debit(DebitGroup group, Debit debit) {
                read.add("%s %s %s %s %s"
                        .formatted(
                                group.id(),
                                group.sequence().code(),
                                debit.endToEndId(),
                                debit.amount().plain(),
                                debit.mandate().isNewAccount()
                                        ? "new account"
                                        : debit.mandate().formerReference()));
            }
        });
        return read;
    }

    @ParameterizedTest
    @EnumSource(PainVersion.class)
    void it_is_read_back_as_it_was_written(PainVersion version) {
        assertThat(read(file(version, Scheme.SEPA_CORE)))
                .containsExactly(
                        "EX-20260429-0001 4 1618.95",
                        "EX-20260429-0001-1 RCUR INV-2026-0101 49.90 ",
                        "EX-20260429-0001-1 RCUR INV-2026-0102 119.00 new account",
                        "EX-20260429-0001-1 RCUR INV-2026-0103 1200.05 OLD-77",
                        "EX-20260429-0001-2 OOFF INV-2026-0104 250.00 ");
    }

    @ParameterizedTest
    @CsvSource({
        "<CtrlSum>1368.95<,<CtrlSum>1368.96<,states a control total of 1368.96 and holds 1368.95",
        "<NbOfTxs>3<,<NbOfTxs>4<,states 4 collections and holds 3",
        "<CtrlSum>1618.95<,<CtrlSum>1618.94<,The file states a control total of 1618.94",
        "pain.008.001.08,pain.008.001.99,no pain.008 in version .02 or .08",
        "</CstmrDrctDbtInitn>,<CstmrDrctDbtInitn>,cut off or is not XML",
        "DE89370400440532013000,DE88370400440532013000,check digits"
    })
    void what_is_wrong_is_refused(String right, String wrong, String said) {
        String spoilt = new String(file(PainVersion.V08, Scheme.SEPA_CORE), UTF_8).replace(right, wrong);
        assertThatThrownBy(() -> read(spoilt.getBytes(UTF_8)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(said);
    }

    @Test
    void an_external_entity_is_refused() {
        String hostile = new String(file(PainVersion.V08, Scheme.SEPA_CORE), UTF_8)
                .replace("<Document", "<!DOCTYPE d [<!ENTITY x SYSTEM \"file:///etc/hostname\">]><Document");
        assertThatThrownBy(() -> read(hostile.getBytes(UTF_8))).isInstanceOf(Refusal.class);
    }
}
