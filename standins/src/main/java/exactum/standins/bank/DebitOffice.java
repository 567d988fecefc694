package exactum.standins.bank;

import exactum.core.calendar.BankingCalendar;
import exactum.core.calendar.TargetCalendar;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import exactum.formats.pain.Debit;
import exactum.formats.pain.DebitGroup;
import exactum.formats.pain.DebitHeader;
import exactum.formats.pain.Pain002Writer;
import exactum.formats.pain.Pain008Reader;
import exactum.formats.pain.StatusReport;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.springframework.stereotype.Component;

/**
 * Takes files of direct debits as a bank does: proven against the schema of their message, their sums, their dates and this bank's
 * own accounts. It settles on the scheme's days, and rejects and returns what the accounts' fates say.
 */
@Component
class DebitOffice {
    private static final String FEE = "3.00";
    private static final int EARLIEST_DAYS = 60;
    private final Shelf<DebitFile> files;
    private final Shelf<Fate> fates;
    private final Shelf<Chance> chances;
    private final Shelf<Report> reports;
    private final PainSchema schema;
    private final StandinClock clock;

    DebitOffice(Shelves shelves, PainSchema schema, StandinClock clock) {
        files = shelves.of("bank/debits", DebitFile.class);
        fates = shelves.of("bank/fates", Fate.class);
        chances = shelves.of("bank/chance", Chance.class);
        reports = shelves.of("bank/reports", Report.class);
        this.schema = schema;
        this.clock = clock;
    }

    /** So many of a thousand are returned by chance, the same ones for the same seed. */
    record Chance(long seed, int permille) {}

    /** A status report as it is kept. */
    record Report(String reference, String account, String xml) {}

    /** What the bank says to a file. */
    record Answer(String status, String words) {
        static final Answer TAKEN = new Answer("taken", "");

        static Answer refused(String words) {
            return new Answer("refused", words);
        }
    }

    /** Takes a file, or says why not. The same file again is known; another one with its reference is refused. */
    synchronized Answer take(byte[] content) {
        String digest = digest(content);
        var read = new Read();
        try {
            schema.require(content);
            Pain008Reader.read(new ByteArrayInputStream(content), read);
        } catch (Refusal wrong) {
            return Answer.refused(wrong.sentence());
        } catch (RuntimeException wrong) {
            return Answer.refused("the file cannot be read: " + wrong.getMessage());
        }
        Optional<DebitFile> known = files.find(read.header.messageId());
        if (known.isPresent())
            return known.get().digest().equals(digest)
                    ? Answer.TAKEN
                    : Answer.refused("message id " + read.header.messageId() + " was used before (AM05)");
        Optional<String> objection = read.groups.keySet().stream()
                .map(this::objection)
                .flatMap(Optional::stream)
                .findFirst();
        if (objection.isPresent()) return Answer.refused(objection.get());
        files.put(read.header.messageId(), file(read, schema.messageOf(content), digest));
        return Answer.TAKEN;
    }

    private Optional<String> objection(DebitGroup group) {
        if (BankAccount.withIban(group.creditor().account().value()) == null)
            return Optional.of("the account ending %s is not kept here (AC01)"
                    .formatted(group.creditor().account().ending()));
        LocalDate today = clock.today();
        BankingCalendar target = TargetCalendar.INSTANCE;
        if (!target.isOpen(group.on())) return Optional.of(group.on() + " is no banking day (DT01)");
        if (group.on().isBefore(target.plusOpenDays(target.openOrNext(today), 1)))
            return Optional.of("handed over too late for " + group.on() + " (TM01)");
        if (group.on().isAfter(today.plusDays(EARLIEST_DAYS)))
            return Optional.of(group.on() + " is too far ahead (DT01)");
        return Optional.empty();
    }

    private DebitFile file(Read read, String message, String digest) {
        List<DebitFile.Group> groups = read.groups.entrySet().stream()
                .map(e -> new DebitFile.Group(
                        e.getKey().id(),
                        e.getKey().isBatch(),
                        e.getKey().on(),
                        e.getValue().stream()
                                .map(d -> item(e.getKey().scheme(), d))
                                .toList()))
                .toList();
        String currency = BankAccount.withIban(read.groups
                        .keySet()
                        .iterator()
                        .next()
                        .creditor()
                        .account()
                        .value())
                .currency();
        return new DebitFile(read.header.messageId(), message, digest, currency, clock.today(), "taken", false, groups);
    }

    private DebitFile.Item item(Scheme scheme, Debit d) {
        return new DebitFile.Item(
                d.endToEndId(),
                d.amount().plain(),
                d.mandate().reference().value(),
                d.payer().name(),
                d.payer().account().value(),
                fate(d.payer().account().value(), d.endToEndId(), scheme),
                "taken",
                null);
    }

    private Fate fate(String iban, String endToEnd, Scheme scheme) {
        Fate chosen = fates.find(iban).orElse(null);
        if (chosen != null && chosen.times() > 0) {
            fates.put(iban, chosen.once());
            return chosen;
        }
        Chance chance = chances.find("all").orElse(null);
        if (chance == null) return null;
        Random random = new Random(chance.seed() * 31 + endToEnd.hashCode());
        if (random.nextInt(1000) >= chance.permille()) return null;
        int window = scheme == Scheme.SEPA_B2B ? 3 : 5;
        return new Fate(Fate.RETURN, random.nextInt(10) < 8 ? "AM04" : "MS03", 1 + random.nextInt(window), 1, false);
    }

    /** What is read of a file. */
    private static final class Read implements Pain008Reader.Visitor {
        private final Map<DebitGroup, List<Debit>> groups = new LinkedHashMap<>();
        private DebitHeader header;

        @Override
        public void header(DebitHeader read) {
            header = read;
        }

        @Override
        public void debit(DebitGroup group, Debit debit) {
            groups.computeIfAbsent(group, g -> new ArrayList<>()).add(debit);
        }
    }

    /** Gives a file back that nothing of was settled yet. */
    synchronized Answer withdraw(String reference) {
        DebitFile file = files.find(reference).orElse(null);
        if (file == null) return new Answer("unknown", "there is no such file");
        if (file.state().equals("withdrawn")) return new Answer("withdrawn", "");
        boolean isSettled = file.groups().stream().anyMatch(g -> !g.on().isAfter(clock.today()));
        if (isSettled) return new Answer("kept", "it is being settled");
        files.put(reference, file.in("withdrawn"));
        return new Answer("withdrawn", "");
    }

    /** The lines that a day brings to an account: batches, what is returned, and what the bank takes for that. */
    synchronized List<Bank.Line> close(LocalDate day, BankAccount account) {
        var lines = new ArrayList<Bank.Line>();
        for (DebitFile file : List.copyOf(files.all())) {
            if (!file.currency().equals(account.currency()) || !file.state().equals("taken")) continue;
            DebitFile after = rejected(file, day, account);
            var groups = new ArrayList<DebitFile.Group>();
            for (DebitFile.Group g : after.groups()) groups.add(settled(file, g, day, account, lines));
            files.put(file.reference(), after.with(groups, after.reported()));
        }
        return lines;
    }

    /** Once, on the day it was taken, what is rejected is reported. */
    private DebitFile rejected(DebitFile file, LocalDate day, BankAccount account) {
        if (file.reported()) return file;
        var items = new ArrayList<StatusReport.OfItem>();
        var groups = new ArrayList<DebitFile.Group>();
        for (DebitFile.Group g : file.groups()) {
            var after = new ArrayList<DebitFile.Item>();
            for (DebitFile.Item i : g.items()) {
                boolean isRejected = i.fate() != null && i.fate().isReject();
                after.add(isRejected ? i.in("rejected") : i);
                if (isRejected)
                    items.add(new StatusReport.OfItem(
                            g.reference(),
                            i.endToEnd(),
                            new StatusReport.Status("RJCT", i.fate().reason(), ""),
                            account.money(i.amount()),
                            g.on(),
                            i.mandate(),
                            i.name()));
            }
            groups.add(new DebitFile.Group(g.reference(), g.batch(), g.on(), after));
        }
        report(file, day, account, items);
        return file.with(groups, true);
    }

    private void report(DebitFile file, LocalDate day, BankAccount account, List<StatusReport.OfItem> items) {
        String reference = "STS-" + file.reference();
        List<StatusReport.OfGroup> groups = items.stream()
                .map(StatusReport.OfItem::group)
                .distinct()
                .map(g -> new StatusReport.OfGroup(g, new StatusReport.Status("PART", "", "")))
                .toList();
        var report = new StatusReport(
                reference,
                file.reference(),
                file.message(),
                new StatusReport.Status(items.isEmpty() ? "ACCP" : "PART", "", ""),
                groups,
                items);
        var out = new ByteArrayOutputStream();
        Pain002Writer.write(report, day.atTime(LocalTime.of(18, 0)).toInstant(ZoneOffset.UTC), out);
        reports.put(reference, new Report(reference, account.iban().value(), out.toString(StandardCharsets.UTF_8)));
    }

    private DebitFile.Group settled(
            DebitFile file, DebitFile.Group g, LocalDate day, BankAccount account, List<Bank.Line> lines) {
        var items = new ArrayList<DebitFile.Item>();
        var now = new ArrayList<DebitFile.Item>();
        for (DebitFile.Item i : g.items()) {
            DebitFile.Item after = i;
            if (i.state().equals("taken") && !g.on().isAfter(day)) {
                after = i.settled(day);
                now.add(after);
            } else if (isToReturn(i, day)) {
                lines.addAll(returned(file, g, i, account));
                after = i.in("returned");
            }
            items.add(after);
        }
        if (!now.isEmpty()) lines.addAll(credited(file, g, now, account));
        return new DebitFile.Group(g.reference(), g.batch(), g.on(), items);
    }

    private static boolean isToReturn(DebitFile.Item i, LocalDate day) {
        if (!i.state().equals("settled") || i.fate() == null || i.fate().isReject()) return false;
        LocalDate due =
                TargetCalendar.INSTANCE.plusOpenDays(i.settledOn(), i.fate().afterDays());
        return !due.isAfter(day);
    }

    private static List<Bank.Line> credited(
            DebitFile file, DebitFile.Group g, List<DebitFile.Item> now, BankAccount account) {
        if (!g.batch())
            return now.stream()
                    .map(i -> new Bank.Line(
                            i.amount(),
                            "DD" + i.endToEnd(),
                            i.endToEnd(),
                            i.name(),
                            "DIRECT DEBIT " + i.mandate(),
                            "",
                            "PMNT/IDDT/ESDD"))
                    .toList();
        Money total = account.money("0.00");
        for (DebitFile.Item i : now) total = total.plus(account.money(i.amount()));
        return List.of(new Bank.Line(
                total.plain(),
                "DB" + g.reference(),
                "",
                "",
                "DIRECT DEBITS",
                "",
                "PMNT/IDDT/ESDD",
                null,
                new Bank.Debits(file.reference(), g.reference(), now.size(), null)));
    }

    private static List<Bank.Line> returned(DebitFile file, DebitFile.Group g, DebitFile.Item i, BankAccount account) {
        boolean inside = i.fate().feeInside();
        Money amount = account.money(i.amount());
        Money fee = account.money(FEE);
        var back = new Bank.Line(
                (inside ? amount.plus(fee) : amount).negated().plain(),
                "RT" + i.endToEnd(),
                i.endToEnd(),
                i.name(),
                "RETURNED DIRECT DEBIT",
                "",
                "PMNT/IDDT/UPDD",
                null,
                new Bank.Debits(
                        file.reference(),
                        g.reference(),
                        0,
                        new Bank.Back(
                                i.endToEnd(),
                                i.mandate(),
                                i.amount(),
                                inside ? FEE : "0.00",
                                i.fate().reason(),
                                i.name())));
        if (inside) return List.of(back);
        return List.of(
                back,
                new Bank.Line(
                        fee.negated().plain(),
                        "RF" + i.endToEnd(),
                        "",
                        "",
                        "RETURN FEE " + i.endToEnd(),
                        "",
                        "PMNT/MDOP/CHRG"));
    }

    /** Every debit of the account fares so from now on, so many times. */
    void choose(String iban, Fate fate) {
        fates.put(iban, fate);
    }

    void chance(long seed, int permille) {
        chances.put("all", new Chance(seed, permille));
    }

    /** A settled collection comes back with the next close, for a reason, however long ago it was settled. */
    synchronized boolean giveBack(String endToEnd, String reason) {
        for (DebitFile file : List.copyOf(files.all())) {
            var groups = new ArrayList<DebitFile.Group>();
            boolean found = false;
            for (DebitFile.Group g : file.groups()) {
                var items = new ArrayList<DebitFile.Item>();
                for (DebitFile.Item i : g.items()) {
                    boolean isIt = i.endToEnd().equals(endToEnd) && i.state().equals("settled");
                    found |= isIt;
                    items.add(
                            isIt
                                    ? new DebitFile.Item(
                                            i.endToEnd(),
                                            i.amount(),
                                            i.mandate(),
                                            i.name(),
                                            i.iban(),
                                            new Fate(Fate.RETURN, reason, 0, 1, false),
                                            i.state(),
                                            i.settledOn())
                                    : i);
                }
                groups.add(new DebitFile.Group(g.reference(), g.batch(), g.on(), items));
            }
            if (found) {
                files.put(file.reference(), file.with(groups, file.reported()));
                return true;
            }
        }
        return false;
    }

    List<DebitFile> newest() {
        return files.newest(Comparator.comparing(DebitFile::takenOn).thenComparing(DebitFile::reference));
    }

    Collection<Report> reports() {
        return reports.all();
    }

    Optional<Report> report(String reference) {
        return reports.find(reference);
    }

    private static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException never) {
            throw new IllegalStateException(never);
        }
    }
}
