package exactum.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import exactum.app.bank.ImportStatementCsv;
import exactum.app.bank.ImportStatements;
import exactum.app.ledger.Ledger;
import exactum.app.payouts.ImportPayouts;
import exactum.app.setup.Banking;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.Processors;
import exactum.core.bank.Iban;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.pg.ThrowawayPostgres;
import java.io.BufferedWriter;
import java.io.InputStream;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;

/**
 * A camt.053 of 100,000 lines and a payout of 100,000 lines, read, booked and stored, against a plain StAX or CSV walk of the
 * same file and a COPY of the rows that they add; 50,000 customers against the COPY of theirs. All in the same run, in a heap
 * of 512 MB.
 */
public final class ImportBench {
    private static final List<String> STATEMENT = List.of("bank_statement", "bank_line", "entry", "posting");
    private static final Currency EUR = Currency.getInstance("EUR");
    private static final Iban IBAN = new Iban("DE89370400440532013000");

    private ImportBench() {}

    private interface Measure {
        Result of(BenchGround ground, int lines) throws Exception;
    }

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            Measured statement = measure(postgres, "statement lines", ImportBench::statement, 10_000, 100_000);
            Measured mt940 = measure(postgres, "lines of MT940", ImportBench::mt940, 10_000, 100_000);
            Measured csv = measure(postgres, "lines of a bank’s CSV", ImportBench::bankCsv, 10_000, 100_000);
            Measured payout = measure(postgres, "payout lines", ImportBench::payout, 10_000, 100_000);
            Measured customers = measure(postgres, "customers", ImportBench::customers, 5_000, 50_000);
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d ratio_mt940=%.2f ratio_csv=%.2f ratio_payout=%.2f growth_payout=%.2f ratio_customers=%.2f customers_s=%.1f%n",
                    statement.large().ratio(),
                    statement.large().growthFrom(statement.small()),
                    BenchGround.peakHeapMb(),
                    mt940.large().ratio(),
                    csv.large().ratio(),
                    payout.large().ratio(),
                    payout.large().growthFrom(payout.small()),
                    customers.large().ratio(),
                    customers.large().seconds());
        }
    }

    private record Measured(Result small, Result large) {}

    private static Measured measure(ThrowawayPostgres postgres, String what, Measure measure, int few, int many)
            throws Exception {
        try (var warm = new BenchGround(postgres)) {
            measure.of(warm, few);
        }
        Result small;
        try (var ground = new BenchGround(postgres)) {
            small = measure.of(ground, few);
        }
        Result large;
        try (var ground = new BenchGround(postgres)) {
            large = measure.of(ground, many);
        }
        small.print(what);
        large.print(what);
        return new Measured(small, large);
    }

    static BankAccountId bank(BenchGround ground) {
        return ground.bean(Banking.class)
                .addBankAccount(
                        ground.businesses.getFirst(),
                        "Bank",
                        IBAN,
                        new AccountCode("1000"),
                        Money.of("EUR", "0.00"),
                        BenchGround.DAY,
                        null);
    }

    private static Path mt940(int lines) throws Exception {
        Path file = Files.createTempFile("bench", ".sta");
        try (Writer out = Files.newBufferedWriter(file)) {
            out.write(":20:S\r\n:25:" + IBAN.value() + "\r\n:28C:1/1\r\n:60F:C260601EUR0,00\r\n");
            for (int i = 1; i <= lines; i++)
                out.write(
                        ":61:2606010601C1,00NTRFNONREF//REF%1$d\r\n:86:166?20EREF+E2E%1$d?21SVWZ+INV-2026-%1$06d thank?22 you?32Customer %1$d\r\n"
                                .formatted(i));
            out.write(":62F:C260601EUR" + lines + ",00\r\n-\r\n");
        }
        return file;
    }

    private static Path bankCsv(int lines) throws Exception {
        Path file = Files.createTempFile("bench", ".csv");
        try (Writer out = Files.newBufferedWriter(file)) {
            out.write("Date,Name,Reference,End-to-end id,Bank reference,Amount,Balance\n");
            for (int i = 1; i <= lines; i++)
                out.write("2026-06-01,Customer %1$d,INV-2026-%1$06d thank you,E2E%1$d,REF%1$d,1.00,%1$d.00\n"
                        .formatted(i));
        }
        return file;
    }

    private static Result statement(BenchGround ground, int lines) throws Exception {
        return statement(ground, lines, camt(lines), ".xml", ImportBench::lettersOfXml);
    }

    private static Result mt940(BenchGround ground, int lines) throws Exception {
        return statement(ground, lines, mt940(lines), ".sta", ImportBench::lettersOfLines);
    }

    private static Result statement(BenchGround ground, int lines, Path file, String ending, Letters letters)
            throws Exception {
        BusinessId business = ground.businesses.getFirst();
        bank(ground);
        return timed(
                ground,
                lines,
                () -> {
                    try (InputStream in = Files.newInputStream(file)) {
                        ground.bean(ImportStatements.class).fromFile(business, "bench" + ending, in);
                    }
                },
                () -> letters.of(file),
                STATEMENT);
    }

    private static Result bankCsv(BenchGround ground, int lines) throws Exception {
        BusinessId business = ground.businesses.getFirst();
        Path file = bankCsv(lines);
        BankAccountId account = bank(ground);
        var csv = ground.bean(ImportStatementCsv.class);
        return timed(
                ground,
                lines,
                () -> {
                    UUID kept = csv.keep(business, "bench.csv", Files.readAllBytes(file));
                    csv.take(
                            business, kept, csv.waiting(business, kept).looked().mapping(), account);
                },
                () -> lettersOfCsv(file),
                STATEMENT);
    }

    private static Result payout(BenchGround ground, int lines) throws Exception {
        BusinessId business = ground.businesses.getFirst();
        Path file = csv(lines);
        ProcessorId processor = processor(ground, business);
        return timed(
                ground,
                lines,
                () -> {
                    try (InputStream in = Files.newInputStream(file)) {
                        ground.bean(ImportPayouts.class).fromFile(business, processor, "bench.csv", in);
                    }
                },
                () -> lettersOfCsv(file),
                List.of("payout", "payout_line", "entry", "posting"));
    }

    private static Result customers(BenchGround ground, int count) throws Exception {
        double seconds = CustomerLoad.seconds(ground, people(count));
        return result(ground, count, seconds, 0, List.of("customer"));
    }

    /** Something that is timed. */
    private interface Work {
        void run() throws Exception;
    }

    /** Reads a file by its library alone, and counts what it holds. */
    private interface Letters {
        long of(Path file) throws Exception;
    }

    private interface Walk {
        long letters() throws Exception;
    }

    /** The work against a walk through the same file and a copy of the same rows. */
    private static Result timed(BenchGround ground, int things, Work work, Walk walk, List<String> tables)
            throws Exception {
        ground.rows.settleDown();
        double seconds = seconds(work);
        double walked = seconds(() -> {
            if (walk.letters() == 0) throw new IllegalStateException("the file is empty");
        });
        return result(ground, things, seconds, walked, tables);
    }

    private static double seconds(Work work) throws Exception {
        long began = System.nanoTime();
        work.run();
        return (System.nanoTime() - began) / 1e9;
    }

    private static Result result(BenchGround ground, int things, double seconds, double walk, List<String> tables)
            throws Exception {
        SameRows.Copy copy = ground.rows.copyAgain(tables, "");
        return new Result(things, seconds, new SameRows.Copy(walk + copy.seconds(), copy.rows()));
    }

    static ProcessorId processor(BenchGround ground, BusinessId business) {
        var payouts = ground.bean(Ledger.class).accounts(business).of(AccountRole.PAYOUTS);
        return ground.bean(Processors.class)
                .addProcessor(
                        business,
                        "Cards",
                        new ProcessorAccount.Access(
                                "http://127.0.0.1:1/processor",
                                "key",
                                "whsec_MDEyMzQ1Njc4OWFiY2RlZjAxMjM0NTY3ODlhYmNkZWY="),
                        EUR,
                        new ProcessorAccount.Booking(new AccountCode("1060"), new AccountCode("5000"), payouts),
                        new FeeRule(new BigDecimal("2"), Money.of("EUR", "0.25")),
                        true);
    }

    private static long lettersOfXml(Path file) throws Exception {
        long letters = 0;
        try (InputStream in = Files.newInputStream(file)) {
            var xml = XMLInputFactory.newDefaultFactory().createXMLStreamReader(in);
            while (xml.hasNext()) if (xml.next() == XMLStreamConstants.CHARACTERS) letters += xml.getTextLength();
            xml.close();
        }
        return letters;
    }

    private static long lettersOfCsv(Path file) throws Exception {
        long letters = 0;
        try (var csv = CsvReader.builder().ofCsvRecord(file)) {
            for (var record : csv) for (String cell : record.getFields()) letters += cell.length();
        }
        return letters;
    }

    private static long lettersOfLines(Path file) throws Exception {
        try (var all = Files.lines(file)) {
            return all.mapToLong(String::length).sum();
        }
    }

    private static Path camt(int lines) throws Exception {
        Path file = Files.createTempFile("bench", ".xml");
        try (Writer out = new BufferedWriter(Files.newBufferedWriter(file))) {
            out.write(camtHead("0.00", lines + ".00"));
            for (int i = 1; i <= lines; i++)
                out.write(
                        "<Ntry><NtryRef>%1$d</NtryRef><Amt Ccy=\"EUR\">1.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-06-01</Dt></BookgDt><ValDt><Dt>2026-06-01</Dt></ValDt><AcctSvcrRef>REF%1$d</AcctSvcrRef><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>RCDT</Cd><SubFmlyCd>ESCT</SubFmlyCd></Fmly></Domn></BkTxCd><NtryDtls><TxDtls><Refs><EndToEndId>E2E%1$d</EndToEndId></Refs><RltdPties><Dbtr><Pty><Nm>Customer %1$d</Nm></Pty></Dbtr></RltdPties><RmtInf><Ustrd>INV-2026-%1$06d thank you</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>\n"
                                .formatted(i));
            out.write("</Stmt></BkToCstmrStmt></Document>");
        }
        return file;
    }

    /** The head of a statement, up to its lines. */
    static String camtHead(String opening, String closing) {
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?><Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><GrpHdr><MsgId>M</MsgId><CreDtTm>2026-06-01T20:00:00Z</CreDtTm></GrpHdr><Stmt><Id>S</Id><Acct><Id><IBAN>"
                + IBAN.value() + "</IBAN></Id></Acct>" + balance("OPBD", opening) + balance("CLBD", closing);
    }

    private static String balance(String type, String amount) {
        return "<Bal><Tp><CdOrPrtry><Cd>%s</Cd></CdOrPrtry></Tp><Amt Ccy=\"EUR\">%s</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-06-01</Dt></Dt></Bal>"
                .formatted(type, amount);
    }

    private static Path csv(int lines) throws Exception {
        Path file = Files.createTempFile("bench", ".csv");
        try (Writer out = Files.newBufferedWriter(file)) {
            out.write("payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee\n");
            for (int i = 1; i <= lines; i++)
                out.write("po_1,2026-06-01,2026-06-03,EUR,%d.00,sale,2026-06-01,sa_%d,card 4242,11.00,1.00\n"
                        .formatted(10 * lines, i));
        }
        return file;
    }

    private static Path people(int count) throws Exception {
        Path file = Files.createTempFile("bench", ".csv");
        try (Writer out = Files.newBufferedWriter(file)) {
            out.write("code,name,kind,email,address,country,currency,tax_number\n");
            for (int i = 1; i <= count; i++)
                out.write("K-%1$d,Customer %1$d,person,k%1$d@k.example,Quay %1$d|Reedharbour,IE,EUR,IE%1$d\n"
                        .formatted(i));
        }
        return file;
    }
}
