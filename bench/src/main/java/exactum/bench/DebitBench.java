package exactum.bench;

import exactum.app.bank.ImportStatements;
import exactum.app.debits.CommitDebitRun;
import exactum.app.debits.DebitRun;
import exactum.app.debits.DebitWork;
import exactum.app.debits.FindDebits;
import exactum.app.debits.HandOver;
import exactum.app.debits.NoteCameBack;
import exactum.app.debits.PlanDebitRun;
import exactum.app.debits.TakeInAll;
import exactum.app.installation.PlayDays;
import exactum.app.security.Vault;
import exactum.app.setup.BankAccount;
import exactum.app.setup.Banking;
import exactum.app.setup.FindSetup;
import exactum.core.bank.CreditorIdentifier;
import exactum.core.bank.Iban;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.DebitRunId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import exactum.formats.pain.Pain002Reader;
import exactum.formats.pain.Pain002Writer;
import exactum.formats.pain.StatusReport;
import exactum.pg.ThrowawayPostgres;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Due open items proposed, committed, written to a file, collected, and what comes back read: 1 of 100 rejected by a status report, 2 of 100
 * returned by a notice. What writes the file is held against a plain StAX writer that pushes the same bytes in the same run.
 */
public final class DebitBench {
    private static final int ROUNDS = 9;
    private static final LocalDate DUE = LocalDate.of(2026, 6, 15);
    private static final String HEAD = """
            <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.054.001.08"><BkToCstmrDbtCdtNtfctn><GrpHdr><MsgId>N</MsgId><CreDtTm>2026-06-17T20:00:00Z</CreDtTm></GrpHdr>
            <Ntfctn><Id>%s</Id><CreDtTm>2026-06-17T20:00:00Z</CreDtTm><Acct><Id><IBAN>%s</IBAN></Id><Ccy>EUR</Ccy></Acct>""";
    private static final String ENTRY = """
            <Ntry><Amt Ccy="EUR">832.74</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-06-17</Dt></BookgDt><ValDt><Dt>2026-06-17</Dt></ValDt><AcctSvcrRef>R%d</AcctSvcrRef>
            <BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>IDDT</Cd><SubFmlyCd>UPDD</SubFmlyCd></Fmly></Domn></BkTxCd><NtryDtls><TxDtls><Refs><EndToEndId>%s</EndToEndId></Refs><Amt Ccy="EUR">832.74</Amt><CdtDbtInd>DBIT</CdtDbtInd>
            <RltdPties><Dbtr><Pty><Nm>A payer</Nm></Pty></Dbtr></RltdPties><RtrInf><Rsn><Cd>AM04</Cd></Rsn></RtrInf></TxDtls></NtryDtls></Ntry>""";

    private DebitBench() {}

    /** What one size took, step by step, in seconds. */
    private record Took(int items, Map<String, Double> steps, double file, double plain) {
        double whole() {
            return steps.values().stream().mapToDouble(Double::doubleValue).sum();
        }

        private void print() {
            System.out.printf(
                    Locale.ROOT, "%,d open items: %.1f s in all, %.0f a second%n", items, whole(), items / whole());
            steps.forEach((name, seconds) -> System.out.printf(Locale.ROOT, "  %-28s %6.1f s%n", name, seconds));
            System.out.printf(
                    Locale.ROOT, "  the file alone %.2f s, a plain writer of the same bytes %.2f s%n", file, plain);
        }
    }

    public static void main(String[] arguments) throws Exception {
        int many = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 100_000;
        try (var postgres = ThrowawayPostgres.start()) {
            measure(postgres, 2_000);
            Took small = measure(postgres, many / 10);
            Took large = measure(postgres, many);
            for (Took t : List.of(small, large)) t.print();
            double growth = (large.whole() / large.items()) / (small.whole() / small.items());
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d seconds=%.1f items_per_s=%.0f%n",
                    large.file() / large.plain(),
                    growth,
                    BenchGround.peakHeapMb(),
                    large.whole(),
                    large.items() / large.whole());
        }
    }

    private static Took measure(ThrowawayPostgres postgres, int items) throws Exception {
        try (var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            Iban ours = bank(ground, business);
            ground.rows.seed(business, items, "2026-06-01");
            ground.rows.collectAll(
                    business, HexFormat.of().formatHex(ground.bean(Vault.class).encrypt("IE29AIBK93115212345678")));
            BillingBench.bill(ground, business);
            ground.rows.settleDown();
            return new Cycle(ground, business, ours).run(items);
        }
    }

    private static Iban bank(BenchGround ground, BusinessId business) {
        var banking = ground.bean(Banking.class);
        String own = "LAKE90000100114022";
        var iban = new Iban("IE" + Iban.checkDigits("IE", own) + own);
        BankAccountId id = banking.addBankAccount(
                business,
                "Current account",
                iban,
                new AccountCode("1000"),
                Money.of("EUR", "0.00"),
                LocalDate.of(2026, 5, 31),
                null);
        banking.addCreditor(business, new CreditorIdentifier("DE98ZZZ09999999999"), "bench");
        var setup = ground.bean(FindSetup.class);
        BankAccount b = setup.bankAccount(business, id);
        BankAccount.Profile p = b.profile();
        banking.change(
                business,
                new BankAccount(
                        b.id(),
                        b.name(),
                        b.ending(),
                        b.account(),
                        b.opening(),
                        b.openedOn(),
                        null,
                        true,
                        new BankAccount.Profile(
                                "",
                                setup.creditors(business).getFirst().id(),
                                p.fileVersion(),
                                p.grouping(),
                                true,
                                p.cutOff(),
                                false,
                                1,
                                null,
                                null),
                        b.revision()));
        return iban;
    }

    /** One whole cycle, its steps timed. */
    private static final class Cycle {
        private final BenchGround ground;
        private final BusinessId business;
        private final Iban ours;
        private final Map<String, Double> steps = new LinkedHashMap<>();

        private Cycle(BenchGround ground, BusinessId business, Iban ours) {
            this.ground = ground;
            this.business = business;
            this.ours = ours;
        }

        private interface Step {
            void run() throws Exception;
        }

        private double step(String name, Step step) throws Exception {
            long began = System.nanoTime();
            step.run();
            double seconds = (System.nanoTime() - began) / 1e9;
            steps.put(name, seconds);
            return seconds;
        }

        private Took run(int items) throws Exception {
            var plan = ground.bean(PlanDebitRun.class);
            var made = new ArrayList<DebitRunId>();
            step("proposed", () -> made.add(plan.rehearse(business, Scheme.SEPA_CORE, DUE, DebitRun.Filter.ALL)));
            DebitRunId run = made.getFirst();
            step("committed", () -> {
                var commit = ground.bean(CommitDebitRun.class);
                if (!commit.start(business, run)) throw new IllegalStateException("nothing to collect");
                commit.execute(business, run);
            });
            step("written and handed over", () -> ground.bean(HandOver.class).handOver(business, run));
            double alone = best(() -> PlainDebits.ours(items, OutputStream.nullOutputStream()));
            double plain = best(() -> PlainDebits.plainly(items, OutputStream.nullOutputStream()));
            int collected = ground.bean(FindDebits.class)
                    .run(business, run)
                    .orElseThrow()
                    .made();
            if (collected != items) throw new IllegalStateException(collected + " of " + items + " were collected");
            report(items);
            ground.bean(PlayDays.class).testFrom(DUE);
            step("collected and booked", () -> ground.bean(DebitWork.class).book(business, DUE));
            returns(items);
            return new Took(items, steps, alone, plain);
        }

        private static double best(Step step) throws Exception {
            double best = Double.MAX_VALUE;
            for (int i = 0; i < ROUNDS; i++) {
                long began = System.nanoTime();
                step.run();
                best = Math.min(best, (System.nanoTime() - began) / 1e9);
            }
            return best;
        }

        private void report(int items) throws Exception {
            var refused = new ArrayList<StatusReport.OfItem>();
            for (int i = 1; i <= items; i += 100)
                refused.add(new StatusReport.OfItem(
                        "G",
                        "FIRST-R1-%06d".formatted(i),
                        new StatusReport.Status("RJCT", "AC04", ""),
                        Money.of("EUR", "832.74"),
                        DUE,
                        "",
                        ""));
            var report = new StatusReport(
                    "STS-1",
                    "FIRST-R1",
                    "pain.008.001.08",
                    new StatusReport.Status("PART", "", ""),
                    List.of(new StatusReport.OfGroup("G", new StatusReport.Status("PART", "", ""))),
                    refused);
            var written = new ByteArrayOutputStream();
            Pain002Writer.write(report, Instant.parse("2026-06-12T18:00:00Z"), written);
            step(
                    "status report read",
                    () -> ground.bean(NoteCameBack.class)
                            .report(business, Pain002Reader.read(new ByteArrayInputStream(written.toByteArray()))));
            step("rejects taken in", this::takeIn);
        }

        private void returns(int items) throws Exception {
            ground.bean(PlayDays.class).testFrom(LocalDate.of(2026, 6, 17));
            int no = 0;
            for (int from = 2; from <= items; from += 20_000) {
                var notice = new StringBuilder(HEAD.formatted("N-" + from, ours.value()));
                for (int i = from; i < Math.min(items, from + 20_000); i += 50)
                    if (i % 100 != 1) notice.append(ENTRY.formatted(no++, "FIRST-R1-%06d".formatted(i)));
                notice.append("</Ntfctn></BkToCstmrDbtCdtNtfctn></Document>");
                byte[] file = notice.toString().getBytes(StandardCharsets.UTF_8);
                long began = System.nanoTime();
                ground.bean(ImportStatements.class).fromFile(business, "notice.xml", new ByteArrayInputStream(file));
                steps.merge("notices read", (System.nanoTime() - began) / 1e9, Double::sum);
            }
            step("returns taken in", this::takeIn);
        }

        private void takeIn() {
            List<CameBackId> waiting = ground.bean(FindDebits.class).waiting(business);
            List<String> left = ground.bean(TakeInAll.class).takeIn(business, waiting);
            if (!left.isEmpty()) throw new IllegalStateException(left.getFirst());
        }
    }
}
