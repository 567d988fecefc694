package exactum.standins.bank;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.formats.camt.Camt053Reader;
import exactum.formats.pain.Pain002Reader;
import exactum.formats.pain.StatusReport;
import exactum.standins.Desktop;
import exactum.standins.processor.Payouts;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The bank and files of direct debits: what it refuses, what it rejects, settles and gives back, and on which days. */
class DebitOfficeTest {
    private static final LocalDate MONDAY = LocalDate.of(2026, 6, 1);
    private static final LocalDate WEDNESDAY = MONDAY.plusDays(2);
    private static final String ADA = "IE29AIBK93115212345678";
    private static final String BEN = "DE89370400440532013000";
    private Desktop desktop;
    private DebitOffice office;
    private Bank bank;

    @BeforeEach
    void open() throws Exception {
        desktop = new Desktop();
        office = desktop.bean(DebitOffice.class);
        bank = desktop.bean(Bank.class);
        desktop.submit("/clock/start", Map.of("day", MONDAY.toString()));
    }

    @AfterEach
    void close() {
        desktop.close();
    }

    private static String debit(String end, String amount, String iban) {
        return """
                <DrctDbtTxInf><PmtId><EndToEndId>%s</EndToEndId></PmtId><InstdAmt Ccy="EUR">%s</InstdAmt><DrctDbtTx><MndtRltdInf><MndtId>M-%s</MndtId><DtOfSgntr>2026-05-01</DtOfSgntr></MndtRltdInf></DrctDbtTx>\
                <DbtrAgt><FinInstnId><Othr><Id>NOTPROVIDED</Id></Othr></FinInstnId></DbtrAgt><Dbtr><Nm>Payer %s</Nm></Dbtr><DbtrAcct><Id><IBAN>%s</IBAN></Id></DbtrAcct></DrctDbtTxInf>""".formatted(end, amount, end, end, iban);
    }

    private static String file(String message, String on, String sum) {
        return file(message, on, sum, BankAccount.EUR.iban().value());
    }

    private static String file(String message, String on, String sum, String creditor) {
        return """
                <?xml version="1.0" encoding="UTF-8"?><Document xmlns="urn:iso:std:iso:20022:tech:xsd:pain.008.001.08"><CstmrDrctDbtInitn>\
                <GrpHdr><MsgId>%1$s</MsgId><CreDtTm>2026-06-01T09:00:00Z</CreDtTm><NbOfTxs>2</NbOfTxs><CtrlSum>%3$s</CtrlSum><InitgPty><Nm>Larkwater</Nm></InitgPty></GrpHdr>\
                <PmtInf><PmtInfId>%1$s-G</PmtInfId><PmtMtd>DD</PmtMtd><BtchBookg>true</BtchBookg><NbOfTxs>2</NbOfTxs><CtrlSum>%3$s</CtrlSum>\
                <PmtTpInf><SvcLvl><Cd>SEPA</Cd></SvcLvl><LclInstrm><Cd>CORE</Cd></LclInstrm><SeqTp>RCUR</SeqTp></PmtTpInf><ReqdColltnDt>%2$s</ReqdColltnDt>\
                <Cdtr><Nm>Larkwater</Nm></Cdtr><CdtrAcct><Id><IBAN>%4$s</IBAN></Id></CdtrAcct><CdtrAgt><FinInstnId><Othr><Id>NOTPROVIDED</Id></Othr></FinInstnId></CdtrAgt><ChrgBr>SLEV</ChrgBr>\
                <CdtrSchmeId><Id><PrvtId><Othr><Id>IE69ZZZ900114</Id><SchmeNm><Prtry>SEPA</Prtry></SchmeNm></Othr></PrvtId></Id></CdtrSchmeId>%5$s%6$s</PmtInf></CstmrDrctDbtInitn></Document>""".formatted(
                message, on, sum, creditor, debit(message + "-1", "10.00", ADA), debit(message + "-2", "2.50", BEN));
    }

    private DebitOffice.Answer take(String file) {
        return office.take(file.getBytes(UTF_8));
    }

    private void closeDay(LocalDate day) {
        bank.close(day, desktop.bean(Payouts.class));
    }

    private List<StatementLine> lines(String statement) {
        Statement read = Camt053Reader.read(
                        new ByteArrayInputStream(bank.camt(statement).orElseThrow()))
                .getFirst();
        return read.lines();
    }

    @ParameterizedTest
    @CsvSource({
        "2026-06-03, 12.51, control total of 12.51",
        "2026-06-06, 12.50, banking day",
        "2026-06-01, 12.50, too late",
        "2026-12-01, 12.50, too far ahead",
        "next week, 12.50, next week"
    })
    void what_is_wrong_with_a_file_is_said_and_nothing_of_it_is_taken(String on, String sum, String said) {
        DebitOffice.Answer answer = take(file("LW-R1", on, sum));
        assertThat(answer.status()).isEqualTo("refused");
        assertThat(answer.words()).contains(said);
        assertThat(office.newest()).isEmpty();
    }

    @Test
    void accounts_of_strangers_are_refused() {
        assertThat(take(file("LW-R1", "2026-06-03", "12.50", BEN)).words()).contains("AC01");
    }

    @Test
    void the_same_file_is_taken_once_and_another_with_its_message_id_is_refused() {
        assertThat(take(file("LW-R1", "2026-06-03", "12.50")).status()).isEqualTo("taken");
        assertThat(take(file("LW-R1", "2026-06-03", "12.50")).status()).isEqualTo("taken");
        assertThat(take(file("LW-R1", "2026-06-04", "12.50")).words()).contains("AM05");
        assertThat(office.newest()).hasSize(1);
    }

    @Test
    void a_reject_is_reported_and_the_batch_comes_out_short_by_it() {
        office.choose(BEN, new Fate(Fate.REJECT, "AC04", 0, 1, false));
        take(file("LW-R1", "2026-06-03", "12.50"));
        closeDay(MONDAY);
        StatusReport report = Pain002Reader.read(new ByteArrayInputStream(
                office.report("STS-LW-R1").orElseThrow().xml().getBytes(UTF_8)));
        assertThat(report.items()).singleElement().satisfies(i -> {
            assertThat(i.endToEndId()).isEqualTo("LW-R1-2");
            assertThat(i.status().reason()).isEqualTo("AC04");
        });
        closeDay(MONDAY.plusDays(1));
        closeDay(WEDNESDAY);
        assertThat(lines("ST-00001")).extracting(l -> l.amount().plain()).containsExactly("10.00");
    }

    @Test
    void what_is_settled_comes_back_on_its_day_with_the_charge_beside_it_or_inside() {
        office.choose(ADA, new Fate(Fate.RETURN, "AM04", 1, 1, false));
        office.choose(BEN, new Fate(Fate.RETURN, "MS03", 2, 1, true));
        take(file("LW-R1", "2026-06-03", "12.50"));
        for (int day = 0; day < 5; day++) closeDay(MONDAY.plusDays(day));
        assertThat(lines("ST-00001")).extracting(l -> l.amount().plain()).containsExactly("12.50");
        assertThat(lines("ST-00002")).extracting(l -> l.amount().plain()).containsExactly("-10.00", "-3.00");
        assertThat(lines("ST-00003")).extracting(l -> l.amount().plain()).containsExactly("-5.50");
    }

    @Test
    void a_file_is_given_back_until_its_day_and_then_no_more() {
        take(file("LW-R1", "2026-06-03", "12.50"));
        take(file("LW-R2", "2026-06-02", "12.50"));
        assertThat(office.withdraw("LW-R1").status()).isEqualTo("withdrawn");
        assertThat(office.withdraw("LW-R1").status()).isEqualTo("withdrawn");
        assertThat(office.withdraw("LW-R9").status()).isEqualTo("unknown");
        desktop.submit("/clock/start", Map.of("day", "2026-06-02"));
        assertThat(office.withdraw("LW-R2").status()).isEqualTo("kept");
        closeDay(WEDNESDAY);
        assertThat(lines("ST-00001")).extracting(l -> l.amount().plain()).containsExactly("12.50");
    }

    @Test
    void the_same_seed_gives_the_same_ones_back() {
        office.chance(7, 1000);
        take(file("LW-R1", "2026-06-03", "12.50"));
        List<Fate> fates = office.newest().getFirst().groups().getFirst().items().stream()
                .map(DebitFile.Item::fate)
                .toList();
        assertThat(fates).hasSize(2).allMatch(f -> f.kind().equals(Fate.RETURN) && f.times() == 1);
        assertThat(List.of("AM04", "MS03"))
                .containsAll(fates.stream().map(Fate::reason).toList());
    }
}
