package exactum.formats.pain;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Status reports, held against the published schema of pain.002.001.10 and read back; version .03 by its differences. */
class Pain002Test {
    private static final StatusReport REPORT = new StatusReport(
            "BANK-STS-0001",
            "EX-20260429-0001",
            "pain.008.001.08",
            new StatusReport.Status("PART", "", ""),
            List.of(new StatusReport.OfGroup("EX-20260429-0001-1", new StatusReport.Status("PART", "", ""))),
            List.of(new StatusReport.OfItem(
                    "EX-20260429-0001-1",
                    "INV-2026-0101",
                    new StatusReport.Status("RJCT", "AC04", "ACCOUNT CLOSED"),
                    Money.of("EUR", "49.90"),
                    LocalDate.of(2026, 5, 5),
                    "MNDT-000101",
                    "")));

    private static byte[] written() {
        var out = new ByteArrayOutputStream();
        Pain002Writer.write(REPORT, Instant.parse("2026-04-29T11:00:00Z"), out);
        return out.toByteArray();
    }

    private static StatusReport read(String text) {
        return Pain002Reader.read(new ByteArrayInputStream(text.getBytes(UTF_8)));
    }

    @Test
    void what_we_write_is_as_the_published_schema_says_and_is_read_back() {
        assertThatCode(() -> PainSchema.validate("pain.002.001.10", written())).doesNotThrowAnyException();
        assertThat(read(new String(written(), UTF_8))).isEqualTo(REPORT);
        assertThat(Pain002Reader.isOne(written())).isTrue();
    }

    @Test
    void a_whole_file_that_is_refused_has_no_items() {
        StatusReport whole = read("""
                <Document xmlns="urn:iso:std:iso:20022:tech:xsd:pain.002.001.03"><CstmrPmtStsRpt>
                <GrpHdr><MsgId>S-2</MsgId><CreDtTm>2026-04-29T11:00:00Z</CreDtTm></GrpHdr>
                <OrgnlGrpInfAndSts><OrgnlMsgId>EX-1</OrgnlMsgId><OrgnlMsgNmId>pain.008.001.02</OrgnlMsgNmId><GrpSts>RJCT</GrpSts>
                <StsRsnInf><Rsn><Cd>FF01</Cd></Rsn><AddtlInf>INVALID FILE</AddtlInf></StsRsnInf></OrgnlGrpInfAndSts>
                </CstmrPmtStsRpt></Document>""");
        assertThat(whole.whole()).isEqualTo(new StatusReport.Status("RJCT", "FF01", "INVALID FILE"));
        assertThat(whole.whole().isRefused()).isTrue();
        assertThat(whole.items()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:pain.002.001.99\"/>",
                "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"/>",
                "a;b;c",
                "",
                "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:pain.002.001.10\"><CstmrPmtStsRpt></CstmrPmtStsRpt></Document>",
                "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:pain.002.001.10\"><CstmrPmtStsRpt><GrpHdr>",
                "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:pain.002.001.10\"><CstmrPmtStsRpt><OrgnlGrpInfAndSts><GrpSts>no</GrpSts></OrgnlGrpInfAndSts></CstmrPmtStsRpt></Document>"
            })
    void anything_else_is_refused_with_a_sentence(String text) {
        assertThatThrownBy(() -> read(text)).isInstanceOf(Refusal.class).hasMessageContaining("Nothing was stored");
    }

    @Test
    void an_external_entity_is_refused() {
        String attack =
                "<!DOCTYPE d [<!ENTITY x SYSTEM \"file:///etc/hostname\">]><Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:pain.002.001.10\"><CstmrPmtStsRpt><GrpHdr><MsgId>&x;</MsgId></GrpHdr></CstmrPmtStsRpt></Document>";
        assertThatThrownBy(() -> read(attack)).isInstanceOf(Refusal.class).hasMessageContaining("Nothing was stored");
    }

    /** A hundred megabytes are refused once the limit is passed; nothing of the rest is read. */
    @Test
    void a_huge_file_is_refused_at_the_limit() {
        byte[] head =
                "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:pain.002.001.10\"><CstmrPmtStsRpt><GrpHdr><MsgId>M</MsgId></GrpHdr><OrgnlGrpInfAndSts><OrgnlMsgId>"
                        .getBytes(UTF_8);
        var read = new AtomicLong();
        InputStream endless = new InputStream() {
            @Override
            public int read() {
                long at = read.getAndIncrement();
                return at < head.length ? head[(int) at] : at > 100L << 20 ? -1 : 'x';
            }
        };
        assertThatThrownBy(() -> Pain002Reader.read(new LimitedInput(endless, 1 << 20)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Nothing was stored");
        assertThat(read).hasValueLessThan(2 << 20);
    }
}
