package exactum.bench;

import exactum.app.bank.ImportStatements;
import exactum.app.bank.MatchCertain;
import exactum.app.payouts.FindPayouts;
import exactum.app.payouts.ImportPayouts;
import exactum.app.payouts.MatchPayout;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.ProcessorId;
import exactum.pg.ThrowawayPostgres;
import java.io.BufferedWriter;
import java.io.InputStream;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.UUID;

/**
 * A hundred payouts of 10,000 lines, of which three in a hundred are refunds and one is a chargeback with its fee, and four fees of
 * its own each: read from files, matched line by line to what waits for them, the fees booked, and tied out to their bank lines;
 * against a COPY of the rows that they add, in the same run. What waits for them, a row each, is there before.
 */
public final class PayoutsBench {
    private static final List<String> TABLES =
            List.of("entry", "posting", "payout", "payout_part", "payout_line", "bank_statement", "bank_line", "match");
    private static final int LINES = 10_000;
    private static final int FEES = 4;
    private static final int CUSTOMERS = 2_000;

    private PayoutsBench() {}

    public static void main(String[] arguments) throws Exception {
        int payouts = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 100;
        try (var postgres = ThrowawayPostgres.start()) {
            measure(postgres, Math.max(1, payouts / 20));
            Result small = measure(postgres, Math.max(1, payouts / 10));
            Result large = measure(postgres, payouts);
            for (Result r : List.of(small, large)) r.print("payout lines, tied out");
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f copy_growth=%.2f heap_mb=%d lines_per_s=%.0f%n",
                    large.ratio(),
                    large.growthFrom(small),
                    large.copyGrowthFrom(small),
                    BenchGround.peakHeapMb(),
                    large.things() / large.seconds());
        }
    }

    private static Result measure(ThrowawayPostgres postgres, int payouts) throws Exception {
        try (var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seed(business, CUSTOMERS, "2031-01-01");
            ProcessorId processor = ImportBench.processor(ground, business);
            ImportBench.bank(ground);
            var nets = new ArrayList<Long>();
            List<Path> files = new ArrayList<>();
            for (int p = 0; p < payouts; p++) files.add(file(p, nets));
            for (int p = 0; p < payouts; p++)
                ground.rows.copyIn(
                        "waiting (business_id, id, kind, account, currency, amount_minor, left_minor, own_minor, own_left_minor, since, counts_on, words, source_id, processor_id, processor_ref, gross_minor)",
                        waiting(business, processor, p));
            ground.rows.execute(
                    "update waiting w set customer_id = c.id from (select id, row_number() over (order by code) - 1 as n from customer where business_id = %1$s) c where w.business_id = %1$s and c.n = abs(hashtext(w.processor_ref)) %% %2$d"
                            .formatted(business, CUSTOMERS));
            chargebacks(ground, business, processor);
            Path statement = statement(nets);
            ground.rows.settleDown();
            long began = System.nanoTime();
            tieOut(ground, business, processor, files, statement);
            double seconds = (System.nanoTime() - began) / 1e9;
            requireTiedOut(ground, business, payouts);
            for (Path file : files) Files.delete(file);
            return new Result(payouts * LINES, seconds, ground.rows.copyAgain(TABLES, ""));
        }
    }

    private static void tieOut(
            BenchGround ground, BusinessId business, ProcessorId processor, List<Path> files, Path statement)
            throws Exception {
        for (Path file : files) {
            PayoutId id;
            try (InputStream in = Files.newInputStream(file)) {
                id = ground.bean(ImportPayouts.class).fromFile(business, processor, "bench.csv", in);
            }
            ground.bean(MatchPayout.class).bookFees(business, id);
        }
        try (InputStream in = Files.newInputStream(statement)) {
            ground.bean(ImportStatements.class).fromFile(business, "bench.xml", in);
        }
        while (ground.bean(MatchCertain.class).matchAll(business) > 0) {
            // the next ones
        }
    }

    private static void requireTiedOut(BenchGround ground, BusinessId business, int payouts) {
        long tiedOut = ground.bean(FindPayouts.class).list(business, payouts + 1).stream()
                .filter(p -> p.state().equals("tied out"))
                .count();
        if (tiedOut != payouts)
            throw new IllegalStateException("%d of %d payouts are tied out".formatted(tiedOut, payouts));
    }

    private static String kind(int line) {
        int of = line % 100;
        return of < 3 ? "refund" : of == 3 ? "chargeback" : "sale";
    }

    private static Path file(int payout, List<Long> nets) throws Exception {
        Path file = Files.createTempFile("bench", ".csv");
        var rows = new StringBuilder();
        long net = 0;
        for (int i = 1; i <= LINES - FEES; i++) {
            String kind = kind(i);
            long gross = kind.equals("sale") ? 8_000 : -4_000;
            long fee = kind.equals("sale") ? 217 : kind.equals("refund") ? 0 : 1_500;
            net += gross - fee;
            rows.append("po_%1$d,2026-06-01,2026-06-03,EUR,@,%2$s,2026-06-01,%3$s,%4$s,card 4242,%5$s,%6$s\n"
                    .formatted(
                            payout,
                            kind,
                            kind.equals("sale") ? reference(payout, i) : "",
                            kind.equals("sale") ? "" : reference(payout, i),
                            decimal(gross),
                            decimal(fee)));
        }
        for (int i = 0; i < FEES; i++) {
            net -= 310;
            rows.append(
                    "po_%d,2026-06-01,2026-06-03,EUR,@,fee,2026-06-01,,,Terminal rental,0.00,3.10\n".formatted(payout));
        }
        nets.add(net);
        try (Writer out = new BufferedWriter(Files.newBufferedWriter(file))) {
            out.write("payout,sales_on,arrives_on,currency,net,kind,date,sale,reference,description,gross,fee\n");
            out.write(rows.toString().replace("@", decimal(net)));
        }
        return file;
    }

    private static String reference(int payout, int line) {
        return "x%d_%d".formatted(payout, line);
    }

    private static String decimal(long minor) {
        return (minor < 0 ? "-" : "") + Math.abs(minor) / 100 + ".%02d".formatted(Math.abs(minor) % 100);
    }

    private static String waiting(BusinessId business, ProcessorId processor, int payout) {
        var rows = new StringBuilder();
        for (int i = 1; i <= LINES - FEES; i++) {
            String kind = kind(i);
            boolean sale = kind.equals("sale");
            row(
                    rows,
                    business,
                    processor,
                    sale ? "card sale" : kind,
                    reference(payout, i),
                    sale ? 8_000 : -4_000,
                    sale ? 217 : 0);
            if (kind.equals("chargeback"))
                row(rows, business, processor, "processor fee", reference(payout, i), 0, 1_500);
        }
        return rows.toString();
    }

    private static void row(
            StringBuilder rows,
            BusinessId business,
            ProcessorId processor,
            String kind,
            String reference,
            long gross,
            long fee) {
        long amount = gross - fee;
        rows.append(business)
                .append('\t')
                .append(UUID.randomUUID())
                .append('\t')
                .append(kind)
                .append("\t1060\tEUR");
        for (int i = 0; i < 4; i++) rows.append('\t').append(amount);
        rows.append("\t2026-06-01\t2026-06-01\tcard payment\t")
                .append(UUID.randomUUID())
                .append('\t')
                .append(processor)
                .append('\t')
                .append(reference)
                .append('\t')
                .append(gross)
                .append('\n');
    }

    /** The chargebacks are known before their payouts, as a processor tells them at once. */
    private static void chargebacks(BenchGround ground, BusinessId business, ProcessorId processor) throws Exception {
        ground.rows.execute(
                "insert into chargeback (business_id, id, processor_id, reference, sale_ref, currency, amount_minor, fee_minor, reason, opened_on, state) select business_id, gen_random_uuid(), processor_id, processor_ref, 'x', currency, -amount_minor, 1500, 'services not received', since, 'open' from waiting where kind = 'chargeback' and business_id = %s and processor_id = '%s'"
                        .formatted(business, processor));
    }

    private static Path statement(List<Long> nets) throws Exception {
        Path file = Files.createTempFile("bench", ".xml");
        long closing = nets.stream().mapToLong(Long::longValue).sum();
        try (Writer out = new BufferedWriter(Files.newBufferedWriter(file))) {
            out.write(ImportBench.camtHead("0.00", decimal(closing)));
            for (int p = 0; p < nets.size(); p++)
                out.write(
                        "<Ntry><NtryRef>%1$d</NtryRef><Amt Ccy=\"EUR\">%2$s</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-06-01</Dt></BookgDt><ValDt><Dt>2026-06-01</Dt></ValDt><AcctSvcrRef>REF%1$d</AcctSvcrRef><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>RCDT</Cd><SubFmlyCd>ESCT</SubFmlyCd></Fmly></Domn></BkTxCd><NtryDtls><TxDtls><Refs><EndToEndId>po_%1$d</EndToEndId></Refs><RltdPties><Dbtr><Pty><Nm>Cards</Nm></Pty></Dbtr></RltdPties><RmtInf><Ustrd>PAYOUT po_%1$d</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>\n"
                                .formatted(p, decimal(nets.get(p))));
            out.write("</Stmt></BkToCstmrStmt></Document>");
        }
        return file;
    }
}
