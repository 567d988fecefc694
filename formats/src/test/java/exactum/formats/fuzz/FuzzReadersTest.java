package exactum.formats.fuzz;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A coverage-guided fuzzer (Jazzer, on libFuzzer) gives each reader sixty seconds of files of its own making, the readers side
 * by side, each in a heap of 256 MB: none throws anything but a refusal, and none runs out of memory or time.
 */
class FuzzReadersTest {
    private static final int SECONDS = 60;
    private static final Pattern RUNS = Pattern.compile("Done (\\d+) runs");
    private static final Map<Class<?>, String> SEEDS = Map.of(
            StatementFuzz.class,
                    "<?xml version=\"1.0\" encoding=\"UTF-8\"?><Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><Stmt><Id>S</Id><Acct><Id><IBAN>DE89370400440532013000</IBAN></Id></Acct><Bal><Tp><CdOrPrtry><Cd>OPBD</Cd></CdOrPrtry></Tp><Amt Ccy=\"EUR\">1.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-06-01</Dt></Dt></Bal><Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy=\"EUR\">3.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-06-01</Dt></Dt></Bal><Ntry><Amt Ccy=\"EUR\">2.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-06-01</Dt></BookgDt></Ntry></Stmt></BkToCstmrStmt></Document>",
            PayoutFuzz.class,
                    "payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee\npo,2026-06-01,2026-06-03,EUR,9.00,sale,2026-06-01,sa,\"B, \"\"x\"\"\",10.00,1.00\n",
            Mt940Fuzz.class,
                    ":20:S\r\n:25:DE89370400440532013000\r\n:28C:1/1\r\n:60F:C260601EUR1,00\r\n:61:2606010601C2,00NTRFNONREF//R1\r\n:86:166?20SVWZ+LW-2026?32Ada\r\n:62F:C260601EUR3,00\r\n-\r\n",
            StatementCsvFuzz.class,
                    "Buchungstag;Empfänger;Verwendungszweck;Betrag;Saldo\n02.06.2026;Möwe;Liegeplatz;1.595,00;1.596,00\n",
            DebitFuzz.class,
                    "<?xml version=\"1.0\"?><Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:pain.002.001.10\"><CstmrPmtStsRpt><GrpHdr><MsgId>S</MsgId></GrpHdr><OrgnlGrpInfAndSts><OrgnlMsgId>R</OrgnlMsgId><OrgnlMsgNmId>pain.008.001.08</OrgnlMsgNmId><GrpSts>PART</GrpSts></OrgnlGrpInfAndSts><OrgnlPmtInfAndSts><OrgnlPmtInfId>G</OrgnlPmtInfId><PmtInfSts>PART</PmtInfSts><TxInfAndSts><OrgnlEndToEndId>E</OrgnlEndToEndId><TxSts>RJCT</TxSts><StsRsnInf><Rsn><Cd>MD01</Cd></Rsn></StsRsnInf><OrgnlTxRef><Amt><InstdAmt Ccy=\"EUR\">118.08</InstdAmt></Amt><ReqdColltnDt>2026-03-26</ReqdColltnDt></OrgnlTxRef></TxInfAndSts></OrgnlPmtInfAndSts></CstmrPmtStsRpt></Document>",
            EInvoiceFuzz.class,
                    "<Invoice xmlns=\"urn:oasis:names:specification:ubl:schema:xsd:Invoice-2\" xmlns:cac=\"urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2\" xmlns:cbc=\"urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2\"><cbc:ID>L</cbc:ID><cbc:IssueDate>2026-06-01</cbc:IssueDate><cac:TaxTotal><cbc:TaxAmount currencyID=\"EUR\">1.00</cbc:TaxAmount><cac:TaxSubtotal><cbc:TaxableAmount>5</cbc:TaxableAmount></cac:TaxSubtotal></cac:TaxTotal><cac:InvoiceLine><cbc:ID>1</cbc:ID><cbc:InvoicedQuantity unitCode=\"MON\">1</cbc:InvoicedQuantity></cac:InvoiceLine></Invoice>",
            CustomerFuzz.class,
                    "code;name;kind;email;address;country;currency;tax_number\nC-1;Ada;person;a@b.ie;Quay|Lake;IE;EUR;\n");

    private record Run(Class<?> target, Process process, Path output) {}

    @Test
    void no_reader_does_anything_but_read_or_refuse(@TempDir Path folder) throws Exception {
        List<Run> runs = SEEDS.keySet().stream()
                .map(target -> start(target, folder.resolve(target.getSimpleName())))
                .toList();
        for (Run run : runs) {
            assertThat(run.process().waitFor(SECONDS * 6L, TimeUnit.SECONDS))
                    .as("%s ends", run.target())
                    .isTrue();
            String said = Files.readString(run.output());
            assertThat(run.process().exitValue()).as(said).isZero();
            Matcher done = RUNS.matcher(said);
            assertThat(done.find()).as(said).isTrue();
            assertThat(Long.parseLong(done.group(1)))
                    .as("files given to %s", run.target())
                    .isGreaterThan(1_000);
        }
    }

    private static Run start(Class<?> target, Path folder) {
        try {
            Path corpus = Files.createDirectories(folder.resolve("corpus"));
            Files.write(corpus.resolve("seed"), SEEDS.get(target).getBytes(UTF_8));
            Path output = folder.resolve("output");
            Process process = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-Xmx256m",
                            "-XX:+EnableDynamicAgentLoading",
                            "-cp",
                            System.getProperty("java.class.path"),
                            "com.code_intelligence.jazzer.Jazzer",
                            "--target_class=" + target.getName(),
                            "--instrumentation_includes=exactum.**:de.siegmar.**",
                            "--reproducer_path=" + folder,
                            "-max_total_time=" + SECONDS,
                            "-max_len=4096",
                            "-timeout=40",
                            "-artifact_prefix=" + folder + "/",
                            corpus.toString())
                    .directory(folder.toFile())
                    .redirectErrorStream(true)
                    .redirectOutput(output.toFile())
                    .start();
            return new Run(target, process, output);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
