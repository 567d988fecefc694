package exactum.app;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.BankLine;
import exactum.app.bank.FindBankLines;
import exactum.app.bank.ImportStatementCsv;
import exactum.app.bank.ImportStatements;
import exactum.app.bank.ProposeMatches;
import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** One and the same day in each format, hand-made by the published layouts, ends in the same books. */
@ExtendWith(RunningApp.class)
class StatementFormatsTest {
    private static String camt053(World world, String version) {
        String paid =
                version.equals("02") ? "<Dbtr><Nm>Kunde AG</Nm></Dbtr>" : "<Dbtr><Pty><Nm>Kunde AG</Nm></Pty></Dbtr>";
        String booked = version.equals("02") ? "<Sts>BOOK</Sts>" : "<Sts><Cd>BOOK</Cd></Sts>";
        return """
            <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.%s"><BkToCstmrStmt><GrpHdr><MsgId>M</MsgId><CreDtTm>2026-06-01T20:00:00Z</CreDtTm></GrpHdr>
             <Stmt><Id>S-1</Id><Acct><Id><IBAN>%s</IBAN></Id></Acct>
              <Bal><Tp><CdOrPrtry><Cd>OPBD</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">100.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-06-01</Dt></Dt></Bal>
              <Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">691.50</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-06-01</Dt></Dt></Bal>
              <Ntry><Amt Ccy="EUR">595.00</Amt><CdtDbtInd>CRDT</CdtDbtInd>%s<BookgDt><Dt>2026-06-01</Dt></BookgDt><AcctSvcrRef>BK-1</AcctSvcrRef><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>RCDT</Cd><SubFmlyCd>ESCT</SubFmlyCd></Fmly></Domn></BkTxCd><NtryDtls><TxDtls><RltdPties>%s<DbtrAcct><Id><IBAN>AT611904300234573201</IBAN></Id></DbtrAcct></RltdPties><RmtInf><Ustrd>berth</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>
              <Ntry><Amt Ccy="EUR">3.50</Amt><CdtDbtInd>DBIT</CdtDbtInd>%s<BookgDt><Dt>2026-06-01</Dt></BookgDt><AcctSvcrRef>BK-2</AcctSvcrRef><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>MDOP</Cd><SubFmlyCd>CHRG</SubFmlyCd></Fmly></Domn></BkTxCd><AddtlNtryInf>FEE</AddtlNtryInf></Ntry>
             </Stmt></BkToCstmrStmt></Document>""".formatted(version, world.iban.value(), booked, paid, booked);
    }

    private static String mt940(World world) {
        return """
            :20:S
            :25:%s
            :28C:1/1
            :60F:C260601EUR100,00
            :61:2606010601C595,00NTRFNONREF//BK-1
            :86:166?20SVWZ+berth?31AT611904300234573201?32Kunde AG
            :61:2606010601D3,50NCHGNONREF//BK-2
            :86:FEE
            :62F:C260601EUR691,50
            -
            """.formatted(world.iban.value());
    }

    private static String csv(World world) {
        return "Our account,Date,Name,IBAN,Reference,Transaction id,Amount,Balance\n%1$s,2026-06-01,Kunde AG,AT611904300234573201,berth,BK-1,595.00,695.00\n%1$s,2026-06-01,,,FEE,BK-2,-3.50,691.50\n"
                .formatted(world.iban.value());
    }

    private static void take(World world, String format) {
        byte[] file = switch (format) {
            case "camt.02" -> camt053(world, "02").getBytes(UTF_8);
            case "camt.08" -> camt053(world, "08").getBytes(UTF_8);
            case "mt940" -> mt940(world).getBytes(UTF_8);
            default -> csv(world).getBytes(UTF_8);
        };
        if (!format.equals("csv")) {
            world.bean(ImportStatements.class).fromFile(world.moorings, "day", new ByteArrayInputStream(file));
            return;
        }
        var csv = world.bean(ImportStatementCsv.class);
        UUID id = csv.keep(world.moorings, "day.csv", file);
        var waiting = csv.waiting(world.moorings, id);
        csv.take(world.moorings, id, waiting.looked().mapping(), waiting.account());
    }

    @ParameterizedTest
    @ValueSource(strings = {"camt.02", "camt.08", "mt940", "csv"})
    void every_format_ends_in_the_same_books(String format, World world) {
        take(world, format);
        List<BankLine> lines = world.bean(FindBankLines.class).unmatched(world.moorings, 10);
        assertThat(lines).extracting(l -> l.amount().plain()).containsExactly("595.00", "-3.50");
        assertThat(lines).extracting(l -> l.said().counterparty()).containsExactly("Kunde AG", "");
        assertThat(lines).extracting(l -> l.said().remittance()).containsExactly("berth", "FEE");
        assertThat(lines).extracting(l -> l.said().bankReference()).containsExactly("BK-1", "BK-2");
        assertThat(lines.getFirst().said().further().account()).isEqualTo("AT611904300234573201");
        assertThat(world.balance("1000").plain()).isEqualTo("691.50");
        assertThatThrownBy(() -> take(world, format))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("again");
        assertThat(world.balance("1000").plain()).isEqualTo("691.50");
    }

    /** The same day in another format is the same statement. */
    @Test
    void a_statement_is_not_imported_again_in_another_format(World world) {
        take(world, "camt.08");
        assertThatThrownBy(() -> take(world, "mt940"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("was imported before");
        assertThatThrownBy(() -> take(world, "csv"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("imported before");
    }

    @Test
    void two_who_import_one_csv_at_once_import_it_once(World world) throws Exception {
        try (var pool = Executors.newFixedThreadPool(3)) {
            Callable<Boolean> once = () -> {
                try {
                    take(world, "csv");
                    return true;
                } catch (Refusal again) {
                    return false;
                }
            };
            int taken = 0;
            for (var done : pool.invokeAll(java.util.Collections.nCopies(3, once))) taken += done.get() ? 1 : 0;
            assertThat(taken).isOne();
        }
        assertThat(world.balance("1000").plain()).isEqualTo("691.50");
    }

    /** A camt.054 books nothing; what it says is read beside the line, whichever comes first. */
    @Test
    void a_notice_tells_what_a_line_is(World world) {
        var invoice = world.invoice(world.payer(), "595.00");
        take(world, "camt.08");
        String notice = camt053(world, "08")
                .replace("camt.053", "camt.054")
                .replace("BkToCstmrStmt", "BkToCstmrDbtCdtNtfctn")
                .replace("Stmt>", "Ntfctn>")
                .replaceAll("(?s)<Bal>.*?</Bal>", "")
                .replace("<Ustrd>berth</Ustrd>", "<Ustrd>" + invoice.number() + "</Ustrd>");
        var imports = world.bean(ImportStatements.class);
        var taken = imports.fromFile(world.moorings, "n.xml", new ByteArrayInputStream(notice.getBytes(UTF_8)));
        assertThat(taken.last()).isNull();
        assertThat(world.balance("1000").plain()).isEqualTo("691.50");
        assertThat(world.bean(ProposeMatches.class)
                        .unmatched(world.moorings, 10)
                        .getFirst()
                        .best()
                        .words())
                .contains(invoice.number());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/statements").body()).contains("id=\"notices\"").contains("n.xml");
            var line =
                    world.bean(FindBankLines.class).unmatched(world.moorings, 1).getFirst();
            for (String at : List.of("/opened", ""))
                assertThat(ada.get("/bank-lines/" + line.id() + at).body())
                        .containsPattern("notice( of the bank)? adds: [^<]*" + invoice.number());
        }
        assertThatThrownBy(() ->
                        imports.fromFile(world.moorings, "n.xml", new ByteArrayInputStream(notice.getBytes(UTF_8))))
                .hasMessageContaining("imported before");
    }
}
