package exactum.formats.camt;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.io.ByteArrayInputStream;
import java.util.List;
import org.junit.jupiter.api.Test;

/**
 * Direct debits that come back, as statements say them: at face value, with the charge inside the amount, several in one entry, and in
 * version .02 without an amount of their own. Bank transaction codes by the ISO external list: PMNT/IDDT/UPDD.
 */
class CamtReturnsTest {
    private static final String HEAD = """
            <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.%s"><BkToCstmrStmt><GrpHdr><MsgId>M</MsgId><CreDtTm>2026-05-08T20:00:00Z</CreDtTm></GrpHdr>
            <Stmt><Id>S-1</Id><ElctrncSeqNb>1</ElctrncSeqNb><CreDtTm>2026-05-08T20:00:00Z</CreDtTm><Acct><Id><IBAN>DE89370400440532013000</IBAN></Id><Ccy>EUR</Ccy></Acct>
            <Bal><Tp><CdOrPrtry><Cd>OPBD</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">1000.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-05-08</Dt></Dt></Bal>
            <Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">%s</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-05-08</Dt></Dt></Bal>
            <Ntry><Amt Ccy="EUR">%s</Amt><CdtDbtInd>%s</CdtDbtInd><Sts>%s</Sts><BookgDt><Dt>2026-05-08</Dt></BookgDt><ValDt><Dt>2026-05-08</Dt></ValDt>
            <BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>IDDT</Cd><SubFmlyCd>%s</SubFmlyCd></Fmly></Domn></BkTxCd>%s</Ntry></Stmt></BkToCstmrStmt></Document>""";

    private static StatementLine line(
            String version, String closing, String amount, String sign, String sub, String details) {
        String status = version.equals("08") ? "<Cd>BOOK</Cd>" : "BOOK";
        String text = HEAD.formatted(version, closing, amount, sign, status, sub, details);
        return Camt053Reader.read(new ByteArrayInputStream(text.getBytes(UTF_8)))
                .getFirst()
                .lines()
                .getFirst();
    }

    private static String back(String endToEnd, String amounts, String reason) {
        return "<TxDtls><Refs><EndToEndId>%s</EndToEndId><MndtId>MNDT-000102</MndtId></Refs>%s<RltdPties><Dbtr><Pty><Nm>Erika Beispiel</Nm></Pty></Dbtr></RltdPties><RtrInf><Rsn><Cd>%s</Cd></Rsn></RtrInf></TxDtls>"
                .formatted(endToEnd, amounts, reason);
    }

    private static Money euro(String amount) {
        return Money.of("EUR", amount);
    }

    @Test
    void a_return_at_face_value() {
        StatementLine line = line(
                "08",
                "881.00",
                "119.00",
                "DBIT",
                "UPDD",
                "<NtryDtls>" + back("INV-2026-0102", "<Amt Ccy=\"EUR\">119.00</Amt><CdtDbtInd>DBIT</CdtDbtInd>", "AM04")
                        + "</NtryDtls>");
        assertThat(line.further().debits().returned())
                .containsExactly(new StatementLine.Returned(
                        "INV-2026-0102", "MNDT-000102", euro("119.00"), euro("0.00"), "AM04", "Erika Beispiel", ""));
    }

    @Test
    void a_return_with_the_charge_inside_its_amount() {
        StatementLine line = line(
                "08",
                "877.50",
                "122.50",
                "DBIT",
                "UPDD",
                "<NtryDtls>"
                        + back(
                                "INV-2026-0102",
                                "<Amt Ccy=\"EUR\">122.50</Amt><CdtDbtInd>DBIT</CdtDbtInd><AmtDtls><InstdAmt><Amt Ccy=\"EUR\">119.00</Amt></InstdAmt></AmtDtls><Chrgs><TtlChrgsAndTaxAmt Ccy=\"EUR\">3.50</TtlChrgsAndTaxAmt></Chrgs>",
                                "AM04")
                        + "</NtryDtls>");
        StatementLine.Returned returned = line.further().debits().returned().getFirst();
        assertThat(returned.amount()).isEqualTo(euro("119.00"));
        assertThat(returned.charged()).isEqualTo(euro("3.50"));
    }

    @Test
    void several_returns_in_one_entry_are_told_apart() {
        StatementLine line = line(
                "08",
                "831.10",
                "168.90",
                "DBIT",
                "UPDD",
                "<NtryDtls>"
                        + back("A-1", "<Amt Ccy=\"EUR\">49.90</Amt><CdtDbtInd>DBIT</CdtDbtInd>", "AC04")
                        + back("A-2", "<Amt Ccy=\"EUR\">119.00</Amt><CdtDbtInd>DBIT</CdtDbtInd>", "MD06")
                        + "</NtryDtls>");
        List<StatementLine.Returned> returned = line.further().debits().returned();
        assertThat(returned).extracting(StatementLine.Returned::endToEndId).containsExactly("A-1", "A-2");
        assertThat(returned).extracting(StatementLine.Returned::reason).containsExactly("AC04", "MD06");
        assertThat(returned).extracting(r -> r.amount().plain()).containsExactly("49.90", "119.00");
    }

    @Test
    void version_02_has_no_amount_of_its_own_and_the_entry_s_stands_for_it() {
        StatementLine line = line(
                "02",
                "881.00",
                "119.00",
                "DBIT",
                "UPDD",
                "<NtryDtls>"
                        + back("INV-2026-0102", "", "AM04").replace("<Pty>", "").replace("</Pty>", "") + "</NtryDtls>");
        assertThat(line.further().debits().returned().getFirst().amount()).isEqualTo(euro("119.00"));
        assertThat(line.further().debits().returned().getFirst().name()).isEqualTo("Erika Beispiel");
    }

    @Test
    void a_batch_is_named_and_counted() {
        StatementLine line = line(
                "08",
                "2368.95",
                "1368.95",
                "CRDT",
                "ESDD",
                "<NtryDtls><Btch><MsgId>EX-1</MsgId><PmtInfId>EX-1-1</PmtInfId><NbOfTxs>3</NbOfTxs></Btch></NtryDtls>");
        assertThat(line.further().debits()).isEqualTo(new StatementLine.OfDebits("EX-1", "EX-1-1", 3, List.of()));
    }
}
