package exactum.bench;

import exactum.bench.KillsGround.Victim;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;

/**
 * The application, a server process of PostgreSQL, its postmaster and the launcher, each killed with SIGKILL while a billing run
 * issues, messages are sent, a statement and customers are imported, lines are matched, and the date moves. Afterwards nothing
 * is lost, doubled or stuck, and the books agree. The argument is how many of each (10 if none is given).
 */
public final class KillsBench {
    private static final int PORT = 18_480;
    private static final int INVOICES = 400;
    private static final int CUSTOMERS = 20_000;
    private static final Duration PATIENCE = Duration.ofSeconds(120);
    private final KillsGround ground;
    private final Desk desk;
    private final String iban;
    private int round;
    private long lost;
    private long doubled;
    private int stuck;
    private int kills;
    private final Map<String, Integer> late = new TreeMap<>();
    private final List<Double> recoveries = new ArrayList<>();

    private KillsBench(KillsGround ground) {
        this.ground = ground;
        desk = new Desk(ground.address);
        String account = new Desk("http://127.0.0.1:" + (PORT + 1)).get("/bank/api/account?currency=EUR");
        iban = account.replaceAll(".*\"iban\" *: *\"([A-Z0-9]+)\".*", "$1");
    }

    public static void main(String[] arguments) throws Exception {
        int each = arguments.length == 0 ? 10 : Integer.parseInt(arguments[0]);
        Path home = Files.createTempDirectory(Path.of("/var/lib"), "exactum-kills");
        new ProcessBuilder("chmod", "755", home.toString()).start().onExit().join();
        try (var ground = new KillsGround(home, PORT)) {
            ground.launch();
            var bench = new KillsBench(ground);
            for (int i = 0; i < each; i++) for (Victim victim : Victim.values()) bench.round(victim);
            bench.print();
        }
        new ProcessBuilder("rm", "-rf", home.toString()).start().onExit().join();
    }

    private void round(Victim victim) throws Exception {
        round++;
        billing(victim);
        sending(victim);
        importing(victim);
        matching(victim);
        moving(victim);
        booksAgree();
        System.out.printf(
                Locale.ROOT, "%s: %d kills so far, lost=%d doubled=%d stuck=%d%n", victim, kills, lost, doubled, stuck);
    }

    /** Kills as soon as the work is under way; one that came after its end is counted as late. */
    private void kill(String work, Victim victim, BooleanSupplier underWay, BooleanSupplier over) throws Exception {
        KillsGround.waited(underWay, PATIENCE);
        if (over.getAsBoolean()) late.merge(work, 1, Integer::sum);
        kills++;
        recoveries.add(ground.kill(victim));
        desk.signIn();
    }

    private void goesOn(String what, BooleanSupplier done) {
        if (KillsGround.waited(done, PATIENCE)) return;
        stuck++;
        System.out.println("stuck: " + what + ", round " + round);
    }

    private String mine(String table) {
        return " from " + table
                + " where business_id = 1 and customer_id in (select id from customer where code like 'K" + round
                + "-%')";
    }

    private void billing(Victim victim) throws Exception {
        desk.signIn();
        LocalDate day = LocalDate.parse(
                ground.list("select business_date::text from installation").getFirst());
        ground.execute(
                "insert into customer (business_id, id, code, name, kind, email, country, currency, created_on, search) select 1, gen_random_uuid(), 'K%1$d-' || n, 'Customer %1$d-' || n, 'person', 'k%1$d-' || n || '@k.example', 'IE', 'EUR', '%2$s', 'k' from generate_series(1, %3$d) n"
                        .formatted(round, day, INVOICES));
        ground.execute(
                "insert into recurring_invoice (business_id, id, name, customer_id, rule, starts_on, coverage, made_days_before, terms_id, currency, price_mode, state, next_index, next_date, next_make_on, search) select 1, gen_random_uuid(), 'Berth', c.id, 'FREQ=MONTHLY;INTERVAL=12;BYMONTHDAY=%2$d', '%3$s', 'FROM_DATE', 0, (select id from terms where business_id = 1 limit 1), 'EUR', 'plus tax', 'active', 0, '%3$s', '%3$s', 'berth' from customer c where c.business_id = 1 and c.code like 'K%4$d-%%'"
                        .formatted(day.getMonthValue(), day.getDayOfMonth(), day, round));
        ground.execute(
                "insert into recurring_line (business_id, recurring_id, line_no, description, quantity, unit, price, tax_code, income_account) select 1, r.id, 1, 'Berth', 1, 'year', 640, 'standard', '4000' from recurring_invoice r join customer c on c.id = r.customer_id where c.code like 'K%d-%%'"
                        .formatted(round));
        String run = desk.post("/larkwater/billing-runs", "date=today");
        String id = run.substring(run.lastIndexOf('/') + 1);
        goesOn(
                "planning",
                () -> ground.count("select count(*) from run where id = '" + id + "' and state = 'rehearsed'") == 1);
        desk.post(run + "/commit", "");
        BooleanSupplier done = () -> ground.count("select count(*)" + mine("document")) >= INVOICES
                && ground.count(
                                "select count(*) from run where state <> 'done' and not forecast and state <> 'rehearsed'")
                        == 0;
        int moment = ThreadLocalRandom.current().nextInt(600);
        kill(
                "billing",
                victim,
                () -> ground.count("select count(*) from run where id = '" + id
                                + "' and started_at < now() - interval '" + moment + " ms'")
                        == 1,
                done);
        goesOn("billing", done);
        long documents = ground.count("select count(*)" + mine("document"));
        long distinct = ground.count("select count(distinct customer_id)" + mine("document"));
        lost += INVOICES - distinct;
        doubled += documents - distinct;
        long gaps = ground.count(
                "select sum(last - many)::bigint from (select max(substring(number from '[0-9]+$')::int) as last, count(*) as many from document where business_id = 1 and kind = 'invoice' and number is not null group by extract(year from document_date)) x");
        lost += gaps;
    }

    private void sending(Victim victim) throws Exception {
        BooleanSupplier done =
                () -> ground.count("select count(*)" + mine("message") + " and state = 'sent'") == INVOICES;
        kill(
                "sending",
                victim,
                () -> ground.count("select count(*)" + mine("message") + " and state = 'sent'") > 0,
                done);
        goesOn("sending", done);
        long messages = ground.count("select count(*)" + mine("message"));
        doubled += Math.max(0, messages - INVOICES);
        lost += Math.max(0, INVOICES - messages);
    }

    private void importing(Victim victim) throws Exception {
        String file = "code,name,country,currency\n"
                + java.util.stream.IntStream.rangeClosed(1, CUSTOMERS)
                        .mapToObj(i -> "I%d-%d,Imported %d,IE,EUR".formatted(round, i, i))
                        .collect(Collectors.joining("\n"));
        String page = desk.upload("/larkwater/customers/import", file.getBytes(StandardCharsets.UTF_8));
        desk.post(page + "/take", "");
        String imported = "select count(*) from customer where business_id = 1 and code like 'I" + round + "-%'";
        BooleanSupplier done = () ->
                ground.count("select count(*) from customer_import where begun_at is not null and taken_at is null")
                                == 0
                        && ground.count(imported) > 0;
        kill("importing", victim, () -> ground.count(imported) > 0, done);
        goesOn("importing", done);
        lost += CUSTOMERS - ground.count(imported);
    }

    private void matching(Victim victim) throws Exception {
        List<String> numbers = ground.list("select number" + mine("document") + " order by number limit 150");
        String reference = "KILL-" + round;
        if (desk.upload("/larkwater/statements/file", camt(reference, numbers)).isEmpty())
            throw new IllegalStateException("the statement was refused");
        String unmatched =
                "select count(*) from bank_line l join bank_statement s on s.id = l.statement_id where s.statement_ref = '"
                        + reference + "' and l.left_minor <> 0";
        BooleanSupplier done = () -> ground.count(unmatched) == 0;
        Thread pressing = Thread.startVirtualThread(() -> {
            try {
                press();
            } catch (IllegalStateException nobody) {
                Thread.currentThread().interrupt();
            }
        });
        kill("matching", victim, () -> ground.count(unmatched) < numbers.size(), done);
        pressing.join();
        goesOn("matching", () -> {
            press();
            return done.getAsBoolean();
        });
        String paid =
                "select count(*) from receipt r join match m on m.business_id = r.business_id and m.means_id = r.means_id and m.undone_at is null join bank_line l on l.id = m.bank_line_id join bank_statement s on s.id = l.statement_id where s.statement_ref = '"
                        + reference + "'";
        long receipts = ground.count(paid);
        lost += Math.max(0, numbers.size() - receipts);
        doubled += Math.max(0, receipts - numbers.size());
    }

    private void press() {
        List<String> shown = desk.certain();
        if (!shown.isEmpty())
            desk.post(
                    "/larkwater/unmatched/match-certain",
                    shown.stream().map(s -> "shown=" + Desk.encoded(s)).collect(Collectors.joining("&")));
    }

    private void moving(Victim victim) throws Exception {
        String today = "select business_date - date '2000-01-01' from installation";
        long from = ground.count(today);
        String date =
                ground.list("select business_date::text from installation").getFirst();
        desk.post("/larkwater/clock/forward", "from=" + date + "&until=%2B2&back=/day");
        BooleanSupplier done = () -> ground.count("select count(*) from installation where advancing_to is null") == 1
                && ground.count(today) == from + 2;
        kill("moving", victim, () -> ground.count(today) > from, done);
        if (!KillsGround.waited(
                () -> done.getAsBoolean()
                        || ground.count("select count(*) from installation where advancing_problem is not null") == 1,
                PATIENCE)) {
            stuck++;
            System.out.println("stuck: moving, round " + round);
        } else if (!done.getAsBoolean()) {
            desk.post("/larkwater/clock/again", "back=/day");
            goesOn("moving again", done);
        }
    }

    private void booksAgree() {
        long before = ground.count(
                "select coalesce(max(extract(epoch from proven_at) * 1000), 0)::bigint from proof where business_id = 1");
        desk.post("/larkwater/ledger/proof", "");
        goesOn(
                "proving",
                () -> ground.count(
                                "select coalesce(max(extract(epoch from proven_at) * 1000), 0)::bigint from proof where business_id = 1")
                        > before);
        long found = ground.count("select cardinality(found) from proof where business_id = 1");
        if (found > 0)
            System.out.println(ground.list("select array_to_string(found, '; ') from proof where business_id = 1"));
        lost += found;
    }

    private byte[] camt(String reference, List<String> numbers) {
        var xml = new StringBuilder(
                        "<?xml version=\"1.0\" encoding=\"UTF-8\"?><Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><Stmt><Id>")
                .append(reference)
                .append("</Id><Acct><Id><IBAN>")
                .append(iban)
                .append("</IBAN></Id></Acct>");
        xml.append(balance("OPBD", "0.00"))
                .append(balance(
                        "CLBD",
                        new java.math.BigDecimal("787.20")
                                .multiply(java.math.BigDecimal.valueOf(numbers.size()))
                                .toPlainString()));
        for (String number : numbers)
            xml.append(
                            "<Ntry><Amt Ccy=\"EUR\">787.20</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-06-01</Dt></BookgDt><AcctSvcrRef>")
                    .append(reference)
                    .append(number.substring(number.length() - 6))
                    .append("</AcctSvcrRef><NtryDtls><TxDtls><RmtInf><Ustrd>")
                    .append(number)
                    .append("</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>");
        return xml.append("</Stmt></BkToCstmrStmt></Document>").toString().getBytes(StandardCharsets.UTF_8);
    }

    private static String balance(String type, String amount) {
        return "<Bal><Tp><CdOrPrtry><Cd>%s</Cd></CdOrPrtry></Tp><Amt Ccy=\"EUR\">%s</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-06-01</Dt></Dt></Bal>"
                .formatted(type, amount);
    }

    private void print() {
        recoveries.sort(null);
        System.out.printf(
                Locale.ROOT,
                "%d kills, after the end of the work %s; recovered in %.1f s (median), %.1f s (longest)%n",
                kills,
                late.isEmpty() ? "none" : late,
                recoveries.get(recoveries.size() / 2),
                recoveries.getLast());
        System.out.printf(
                Locale.ROOT,
                "lost=%d doubled=%d stuck=%d recovery_s=%.1f%n",
                lost,
                doubled,
                stuck,
                recoveries.getLast());
    }
}
