package exactum.app.debits;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.database.AtOnce;
import exactum.app.database.Digest;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.BankAccount;
import exactum.app.setup.Creditor;
import exactum.app.setup.FindSetup;
import exactum.core.bank.Iban;
import exactum.core.ids.DebitFileId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.MandateReference;
import exactum.core.scheme.SchemeRules;
import exactum.formats.pain.Debit;
import exactum.formats.pain.DebitGroup;
import exactum.formats.pain.DebitHeader;
import exactum.formats.pain.Pain008Writer;
import exactum.formats.pain.PainVersion;
import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes the file of a run, group by group, and stores it in pieces as it is written. */
@Component
class WriteDebitFile {
    private static final int MOST_NAME = 70;
    private static final int PIECE = 1 << 19;
    private static final int CHUNK = 2_000;
    private final DebitStore debits;
    private final DebitGroupStore groupStore;
    private final DebitFileStore files;
    private final RunBank bank;
    private final FindSetup setup;
    private final FindBusinesses businesses;
    private final RunNames names;
    private final BusinessClock clock;

    WriteDebitFile(
            DebitStore debits,
            DebitGroupStore groupStore,
            DebitFileStore files,
            RunBank bank,
            FindSetup setup,
            FindBusinesses businesses,
            RunNames names,
            BusinessClock clock) {
        this.debits = debits;
        this.groupStore = groupStore;
        this.files = files;
        this.bank = bank;
        this.setup = setup;
        this.businesses = businesses;
        this.names = names;
        this.clock = clock;
    }

    /** Writes it, in the transaction that is open: it is there whole, or not at all. */
    @Transactional(propagation = Propagation.MANDATORY)
    public DebitFileStore.File write(DebitRun run) {
        BankAccount account = bank.of(run);
        PainVersion version = PainVersion.of(account.profile().fileVersion()).orElseThrow();
        List<DebitGroupStore.Group> groups = groupStore.groups(run.business(), run.id()).stream()
                .filter(g -> g.count() > 0)
                .toList();
        if (groups.isEmpty())
            throw new Refusal("debit.empty", "Nothing is left in this run to be collected. Nothing was handed over.");
        var id = new DebitFileId(Ids.next());
        Instant now = clock.now().truncatedTo(ChronoUnit.SECONDS);
        var pieces = new Pieces(run, id);
        MessageDigest sha256 = Digest.sha256();
        OutputStream out = new DigestOutputStream(pieces, sha256);
        try (var writer = new Pain008Writer(version, out)) {
            content(run, account, groups, now, writer);
        }
        pieces.end();
        byte[] digest = sha256.digest();
        var file =
                new DebitFileStore.File(id, run.id(), names.message(run), version.message(), "", pieces.bytes, now, "");
        files.insert(run.business(), file, digest);
        return files.ofRun(run.business(), run.id()).orElseThrow();
    }

    private void content(
            DebitRun run, BankAccount account, List<DebitGroupStore.Group> groups, Instant now, Pain008Writer writer) {
        Business business = businesses.get(run.business());
        SchemeRules rules = run.scheme().rules();
        String name = rules.text(business.identity().legalName(), MOST_NAME);
        writer.header(new DebitHeader(
                names.message(run),
                now,
                name,
                groups.stream().mapToInt(DebitGroupStore.Group::count).sum(),
                Money.sum(
                        rules.currency(),
                        groups.stream().map(DebitGroupStore.Group::total).toList())));
        Creditor identifier = setup.creditors(run.business()).stream()
                .filter(c -> c.id().equals(account.profile().creditor()))
                .findFirst()
                .orElseThrow();
        var creditor = new DebitGroup.Creditor(
                name,
                (Iban) setup.number(run.business(), account.id()),
                account.profile().bic(),
                identifier.identifier());
        for (DebitGroupStore.Group g : groups) {
            writer.group(new DebitGroup(
                    g.reference(), run.scheme(), g.sequence(), g.on(), g.isBatch(), creditor, g.count(), g.total()));
            debits(run, g, rules, writer);
        }
    }

    private void debits(DebitRun run, DebitGroupStore.Group group, SchemeRules rules, Pain008Writer writer) {
        List<DebitGroupStore.Numbered> all = groupStore.inGroup(run.business(), group.id(), "", Integer.MAX_VALUE);
        AtOnce.<List<DebitStore.ForFile>>handedOn(
                taken -> AtOnce.slices(all, CHUNK).forEach(some -> taken.accept(debits.forFile(run.business(), some))),
                some -> some.forEach(d -> writer.debit(debit(d, rules))));
    }

    private static Debit debit(DebitStore.ForFile d, SchemeRules rules) {
        return new Debit(
                d.endToEnd(),
                d.amount(),
                new Debit.OfMandate(new MandateReference(d.mandate()), d.signedOn(), d.former(), d.isNewAccount()),
                new Debit.Payer(rules.text(d.payer(), MOST_NAME), d.account(), d.bic()),
                d.remittance());
    }

    /** Cuts what is written into pieces and stores them; that their file is there is proven when the transaction ends. */
    private final class Pieces extends OutputStream {
        private final DebitRun run;
        private final DebitFileId id;
        private final ByteArrayOutputStream open = new ByteArrayOutputStream(PIECE + (1 << 14));
        private int no;
        private long bytes;

        private Pieces(DebitRun run, DebitFileId id) {
            this.run = run;
            this.id = id;
        }

        @Override
        public void write(int one) {
            open.write(one);
            bytes++;
        }

        @Override
        public void write(byte[] some, int from, int length) {
            open.write(some, from, length);
            bytes += length;
            if (open.size() >= PIECE) cut();
        }

        private void cut() {
            files.insertPart(run.business(), id, no++, open.toByteArray());
            open.reset();
        }

        private void end() {
            if (open.size() > 0) cut();
        }
    }
}
