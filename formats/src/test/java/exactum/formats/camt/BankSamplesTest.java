package exactum.formats.camt;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/**
 * A day at a bank as it is sent: a batch of collections, a return with its reason, a card payout, a transfer with a
 * creditor reference and a charge. Elements and order are those of the ISO 20022 message camt.053.001.08; parties are
 * made up, account numbers are the register's examples (ISO 13616).
 */
class BankSamplesTest {
    private static final String ENTRIES = """
             <Ntry><NtryRef>1</NtryRef><Amt Ccy="EUR">1368.95</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-05-05</Dt></BookgDt><ValDt><Dt>2026-05-05</Dt></ValDt><AcctSvcrRef>BK0505-001</AcctSvcrRef><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>IDDT</Cd><SubFmlyCd>ESDD</SubFmlyCd></Fmly></Domn></BkTxCd>
              <NtryDtls><Btch><PmtInfId>EX-1</PmtInfId><NbOfTxs>2</NbOfTxs></Btch>
               <TxDtls><Refs><EndToEndId>INV-2026-0101</EndToEndId></Refs><Amt Ccy="EUR">49.90</Amt><CdtDbtInd>CRDT</CdtDbtInd><RltdPties><Dbtr><Pty><Nm>Jan Voorbeeld</Nm></Pty></Dbtr></RltdPties></TxDtls>
               <TxDtls><Refs><EndToEndId>INV-2026-0102</EndToEndId></Refs><Amt Ccy="EUR">1319.05</Amt><CdtDbtInd>CRDT</CdtDbtInd></TxDtls></NtryDtls></Ntry>
             <Ntry><NtryRef>2</NtryRef><Amt Ccy="EUR">119.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><RvslInd>true</RvslInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-05-07</Dt></BookgDt><ValDt><Dt>2026-05-07</Dt></ValDt><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>IDDT</Cd><SubFmlyCd>UPDD</SubFmlyCd></Fmly></Domn></BkTxCd>
              <NtryDtls><TxDtls><Refs><EndToEndId>INV-2026-0102</EndToEndId></Refs><RtrInf><Rsn><Cd>AM04</Cd></Rsn></RtrInf></TxDtls></NtryDtls></Ntry>
             <Ntry><NtryRef>3</NtryRef><Amt Ccy="EUR">1152.09</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><DtTm>2026-05-07T09:30:00+02:00</DtTm></BookgDt><ValDt><Dt>2026-05-08</Dt></ValDt><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>RCDT</Cd><SubFmlyCd>ESCT</SubFmlyCd></Fmly></Domn></BkTxCd>
              <NtryDtls><TxDtls><Refs><EndToEndId>PO-2026-05-06</EndToEndId></Refs><RltdPties><Dbtr><Pty><Nm>CARD ACQUIRER EXAMPLE</Nm></Pty></Dbtr></RltdPties><RmtInf><Ustrd>PAYOUT</Ustrd><Ustrd>PO-2026-05-06</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>
             <Ntry><NtryRef>4</NtryRef><Amt Ccy="EUR">10.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>PDNG</Cd></Sts><BookgDt><Dt>2026-05-08</Dt></BookgDt><BkTxCd/></Ntry>
             <Ntry><NtryRef>5</NtryRef><Amt Ccy="EUR">3.50</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-05-08</Dt></BookgDt><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>MDOP</Cd><SubFmlyCd>CHRG</SubFmlyCd></Fmly></Domn></BkTxCd><AddtlNtryInf>RETURN FEE</AddtlNtryInf></Ntry>""";

    private static String statement(String id, String opening, String openingType, String closing, String entries) {
        return """
             <Stmt><Id>%s</Id><ElctrncSeqNb>87</ElctrncSeqNb><CreDtTm>2026-05-08T20:00:00Z</CreDtTm>
              <Acct><Id><IBAN>DE89370400440532013000</IBAN></Id><Ccy>EUR</Ccy></Acct>
              <Bal><Tp><CdOrPrtry><Cd>%s</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">%s</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-05-05</Dt></Dt></Bal>
              <Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">%s</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-05-08</Dt></Dt></Bal>
              <Bal><Tp><CdOrPrtry><Cd>CLAV</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">1.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-05-08</Dt></Dt></Bal>
              %s</Stmt>""".formatted(id, openingType, opening, closing, entries);
    }

    private static String document(String statements) {
        return """
            <?xml version="1.0" encoding="UTF-8"?>
            <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.08"><BkToCstmrStmt><GrpHdr><MsgId>M</MsgId><CreDtTm>2026-05-08T20:00:00Z</CreDtTm></GrpHdr>
            %s</BkToCstmrStmt></Document>""".formatted(statements);
    }

    private static List<Statement> read(String xml) {
        return Camt053Reader.read(new ByteArrayInputStream(xml.getBytes(UTF_8)));
    }

    @Test
    void a_day_at_the_bank_is_read_line_by_line() {
        Statement read = read(document(statement("DE89-87", "10000.00", "OPBD", "12398.54", ENTRIES)))
                .getFirst();
        assertThat(read.reference()).isEqualTo("DE89-87");
        assertThat(read.sequence()).isEqualTo(87);
        assertThat(read.iban().ending()).isEqualTo("3000");
        assertThat(read.from()).isEqualTo(LocalDate.of(2026, 5, 5));
        assertThat(read.until()).isEqualTo(LocalDate.of(2026, 5, 8));
        assertThat(read.lines())
                .extracting(l -> l.amount().plain() + " " + l.bankCode() + " " + l.endToEndId())
                .containsExactly(
                        "1368.95 PMNT/IDDT/ESDD INV-2026-0101",
                        "-119.00 PMNT/IDDT/UPDD INV-2026-0102",
                        "1152.09 PMNT/RCDT/ESCT PO-2026-05-06",
                        "-3.50 PMNT/MDOP/CHRG ");
        StatementLine payout = read.lines().get(2);
        assertThat(payout.bookedOn()).isEqualTo(LocalDate.of(2026, 5, 7));
        assertThat(payout.valueOn()).isEqualTo(LocalDate.of(2026, 5, 8));
        assertThat(payout.remittance()).isEqualTo("PAYOUT PO-2026-05-06");
        assertThat(payout.counterparty()).isEqualTo("CARD ACQUIRER EXAMPLE");
        assertThat(read.lines().get(3).remittance()).isEqualTo("RETURN FEE");
        assertThat(read.lines().get(3).valueOn()).isEqualTo(LocalDate.of(2026, 5, 8));
    }

    @Test
    void several_statements_in_a_file_come_in_its_order() {
        var read = read(
                document(statement("A", "10.00", "OPBD", "10.00", "") + statement("B", "10.00", "PRCD", "10.00", "")));
        assertThat(read).extracting(Statement::reference).containsExactly("A", "B");
        assertThat(read.get(1).opening()).isEqualTo(Money.of("EUR", "10.00"));
    }

    @Test
    void an_overdrawn_account_reads_below_zero() {
        String xml = document(statement("A", "10.00", "OPBD", "10.00", ""))
                .replace("<CdtDbtInd>CRDT</CdtDbtInd>", "<CdtDbtInd>DBIT</CdtDbtInd>");
        assertThat(read(xml).getFirst().closing()).isEqualTo(Money.of("EUR", "-10.00"));
    }

    /** Cut off anywhere, the file is refused with one sentence, and nothing else happens. */
    @Test
    void cut_off_anywhere_it_is_refused() {
        String whole = document(statement("DE89-87", "10000.00", "OPBD", "12398.54", ENTRIES));
        for (int length = 0; length < whole.length() - "</Document>".length(); length += 53) {
            String part = whole.substring(0, length);
            assertThat(catchThrowable(() -> read(part)))
                    .as("cut off after %d characters", length)
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("Nothing was stored");
        }
    }

    /** One character changed somewhere: either it is still a statement that adds up, or it is refused; no other fault. */
    @Test
    void a_changed_character_is_refused_or_harmless() {
        String whole = document(statement("DE89-87", "10000.00", "OPBD", "12398.54", ENTRIES));
        var random = new SplittableRandom(53);
        for (int round = 0; round < 600; round++) {
            int at = random.nextInt(whole.length());
            String changed = whole.substring(0, at) + "<>&\"0Zé".charAt(random.nextInt(7)) + whole.substring(at + 1);
            Throwable thrown = catchThrowable(() -> read(changed));
            if (thrown != null) {
                assertThat(thrown)
                        .as("changed at %d: %s", at, whole.substring(Math.max(0, at - 20), at))
                        .isInstanceOf(Refusal.class)
                        .hasMessageContaining("othing was");
            }
        }
    }

    @Test
    void what_is_missing_or_mistyped_is_named() {
        String whole = document(statement("DE89-87", "10000.00", "OPBD", "12398.54", ENTRIES));
        refused(whole.replace("DE89370400440532013000", "DE88370400440532013000"), "its check digits do not fit");
        refused(whole.replace("<Cd>CLBD</Cd>", "<Cd>CLAV</Cd>"), "has no booked closing balance");
        refused(whole.replace("2026-05-07T09:30:00+02:00", "7 May 2026"), "is not a date");
        refused(whole.replace("<ElctrncSeqNb>87<", "<ElctrncSeqNb>first<"), "is not a sequence number");
        refused(whole.replace("Ccy=\"EUR\">3.50", "Ccy=\"EURO\">3.50"), "is not a currency");
        refused(whole.replace("Ccy=\"EUR\">3.50", "Ccy=\"EUR\">3.505"), "is not an amount with the decimals of EUR");
        refused(whole.replace("Ccy=\"EUR\">3.50", "Ccy=\"GBP\">3.50"), "mixes currencies");
        refused(document(""), "There is no statement in the file");
        refused(
                "<html><body>Sign in</body></html>",
                "This is a web page, and statements are camt.053, camt.054, MT940 or CSV");
        refused("<a>".repeat(60), "no camt.053 or camt.054");
    }

    private static void refused(String xml, String sentence) {
        assertThatThrownBy(() -> read(xml)).isInstanceOf(Refusal.class).hasMessageContaining(sentence);
    }

    /** The limit counts while the file streams: of an endless one no more than the limit is taken. */
    @Test
    void an_endless_file_is_refused_at_the_limit() {
        var endless = new InputStream() {
            private static final String BEGINNING =
                    "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt>";
            private long given;

            @Override
            public int read() {
                given++;
                return given <= BEGINNING.length() ? BEGINNING.charAt((int) given - 1) : 'x';
            }
        };
        assertThatThrownBy(() -> Camt053Reader.read(new LimitedInput(endless, 64 * 1024)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("larger than the 64 KB that are allowed");
        assertThat(endless.given).isLessThan(64 * 1024 + 20_000);
    }

    @Test
    void the_limit_lets_the_last_byte_through() throws IOException {
        assertThat(new LimitedInput(new ByteArrayInputStream(new byte[1_024]), 1_024).readAllBytes())
                .hasSize(1_024);
        assertThatThrownBy(() -> new LimitedInput(new ByteArrayInputStream(new byte[1_025]), 1_024).readAllBytes())
                .isInstanceOf(Refusal.class);
    }

    /** What we write of any figures and words is read back the same. */
    @Test
    void whatever_is_written_is_read_back() {
        var random = new SplittableRandom(8);
        String[] words = {"", "berth <12> & \"key\"", "Écluse – Söhne", "LW-2026-0042", "a".repeat(140)};
        for (int round = 0; round < 60; round++) {
            LocalDate day = LocalDate.of(2026, 1, 1).plusDays(round);
            Money opening = Money.ofMinor("EUR", random.nextLong(-5_000_000, 5_000_000));
            Money closing = opening;
            List<StatementLine> lines = new ArrayList<>();
            for (int i = random.nextInt(0, 6); i > 0; i--) {
                Money amount = Money.ofMinor("EUR", random.nextLong(1, 900_000) * (random.nextBoolean() ? 1 : -1));
                closing = closing.plus(amount);
                lines.add(new StatementLine(
                        day,
                        day.plusDays(1),
                        amount,
                        "R" + i,
                        "E" + i,
                        words[random.nextInt(words.length)],
                        words[1 + random.nextInt(words.length - 1)],
                        random.nextBoolean() ? "RF18539007547034" : "",
                        "PMNT/RCDT/ESCT"));
            }
            var statement = new Statement(
                    "S-" + round, (long) round, new Iban("IE29AIBK93115212345678"), day, day, opening, closing, lines);
            var out = new ByteArrayOutputStream();
            Camt053Writer.write(statement, Instant.parse("2026-05-08T20:00:00Z"), out);
            assertThat(Camt053Reader.read(new ByteArrayInputStream(out.toByteArray()))
                            .getFirst())
                    .isEqualTo(statement);
        }
    }
}
