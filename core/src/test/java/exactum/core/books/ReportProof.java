package exactum.core.books;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.CashBasis;
import exactum.core.ledger.Event;
import exactum.core.ledger.Posting;
import exactum.core.money.Money;
import exactum.core.report.CashBridge;
import exactum.core.settlement.Means;
import exactum.core.settlement.MeansKind;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** At any day, trial balance, aged receivables and the bridge to the cash basis agree with the ledger, of what is in euro. */
final class ReportProof {
    private final TestBooks books;
    private final Map<EntryId, LocalDate> counted = new HashMap<>();

    ReportProof(TestBooks books) {
        this.books = books;
        books.ledger.forEach(b -> counted.put(b.entry().id(), b.countsOn()));
    }

    void at(LocalDate day) {
        assertThat(balance(day, null)).as("trial balance at " + day).isZero();
        long open = books.documents.values().stream()
                .filter(d -> isEuro(d.id()) && stands(d, day))
                .mapToLong(d -> gross(d) - settled(d.id(), day, true))
                .sum();
        long dollars = books.documents.values().stream()
                .filter(d -> !isEuro(d.id()))
                .mapToLong(d -> ownReceivable(d.id(), day))
                .sum();
        assertThat(balance(day, books.account(AccountRole.RECEIVABLES)))
                .as("aged receivables at " + day)
                .isEqualTo(open + dollars);
    }

    void between(LocalDate from, LocalDate until) {
        var docs = new ArrayList<CashBridge.Doc>();
        books.documents.values().stream()
                .filter(d -> isEuro(d.id()))
                .forEach(d -> docs.add(
                        new CashBridge.Doc(false, parts(d.entry()), state(d, from.minusDays(1)), state(d, until))));
        books.means.values().stream()
                .filter(m -> m.kind() == MeansKind.CREDIT_NOTE)
                .forEach(m -> docs.add(
                        new CashBridge.Doc(true, parts(creditNote(m)), state(m, from.minusDays(1)), state(m, until))));
        List<CashBridge.Row> rows = CashBridge.of(docs);
        assertThat(rows).allMatch(CashBridge.Row::carries);
        Map<AccountCode, Long> accrual = new TreeMap<>();
        rows.forEach(r -> accrual.merge(r.account(), r.accrual().minor(), Long::sum));
        accrual.values().removeIf(v -> v == 0);
        assertThat(accrual).as("accrual %s to %s", from, until).isEqualTo(booked(from, until));
        assertThat(rows.stream().mapToLong(r -> r.cash().minor()).sum())
                .as("cash %s to %s", from, until)
                .isEqualTo(received(until) - received(from.minusDays(1)));
    }

    private boolean isEuro(DocumentId document) {
        return books.claimsOf(document).getFirst().left().amount().currency().equals(TestBooks.EUR);
    }

    private boolean stands(TestBooks.Document d, LocalDate day) {
        boolean voided = d.voided()
                && books.ledger.stream()
                        .anyMatch(b -> d.entry().equals(b.entry().reverses())
                                && !b.countsOn().isAfter(day));
        return !counted.get(d.entry()).isAfter(day) && !voided;
    }

    private long gross(TestBooks.Document d) {
        return parts(d.entry()).stream().mapToLong(p -> p.amount().minor()).sum();
    }

    private long settled(DocumentId document, LocalDate day, boolean byAnything) {
        return books.allocations.stream()
                .filter(a -> books.claims.get(a.claim()).billed().document().equals(document))
                .filter(a -> byAnything || books.means.get(a.means()).kind().isMoney() && !isCreditNote(a.means()))
                .filter(a -> !counted.get(a.entry()).isAfter(day))
                .mapToLong(a -> a.claimPart().amount().minor())
                .sum();
    }

    private boolean isCreditNote(exactum.core.ids.MeansId means) {
        return books.means.get(means).kind() == MeansKind.CREDIT_NOTE;
    }

    private long ownReceivable(DocumentId document, LocalDate day) {
        AccountCode receivables = books.account(AccountRole.RECEIVABLES);
        return books.ledger.stream()
                .filter(b -> !b.countsOn().isAfter(day))
                .flatMap(b -> b.entry().postings().stream())
                .filter(p -> p.account().equals(receivables) && document.equals(p.document()))
                .mapToLong(p -> p.own().minor())
                .sum();
    }

    private CashBridge.State state(TestBooks.Document d, LocalDate day) {
        Money like = TestBooks.eur("0.00");
        return new CashBridge.State(
                stands(d, day),
                like.withMinor(settled(d.id(), day, false)),
                like.withMinor(gross(d) - settled(d.id(), day, true)));
    }

    private EntryId creditNote(Means m) {
        return books.ledger.stream()
                .map(TestBooks.Booked::entry)
                .filter(e -> e.event() == Event.CREDIT_NOTE_ISSUED)
                .filter(e -> e.source().equals(m.id().value())
                        || m.document() != null
                                && e.source().equals(m.document().value()))
                .findFirst()
                .orElseThrow()
                .id();
    }

    private CashBridge.State state(Means m, LocalDate day) {
        Money like = TestBooks.eur("0.00");
        long used = books.allocations.stream()
                .filter(a -> a.means().equals(m.id()))
                .filter(a -> !counted.get(a.entry()).isAfter(day))
                .mapToLong(a -> a.meansPart().amount().minor())
                .sum();
        long out = refunded(m, day);
        boolean stands = !counted.get(creditNote(m)).isAfter(day);
        return new CashBridge.State(
                stands, like.withMinor(out), like.withMinor(m.amount().amount().minor() - used - out));
    }

    private long refunded(Means m, LocalDate day) {
        return books.refunds.values().stream()
                .filter(r -> r.drawnOn().equals(m.id()))
                .filter(r -> !counted.get(r.entry()).isAfter(day))
                .mapToLong(r -> r.amount().amount().minor())
                .sum();
    }

    private long received(LocalDate day) {
        long in = books.documents.values().stream()
                .filter(d -> isEuro(d.id()))
                .mapToLong(d -> settled(d.id(), day, false))
                .sum();
        long out = books.means.values().stream()
                .filter(m -> m.kind() == MeansKind.CREDIT_NOTE)
                .mapToLong(m -> refunded(m, day))
                .sum();
        return in - out;
    }

    /** What documents in euro booked, on all accounts but those of what is owed. */
    private Map<AccountCode, Long> booked(LocalDate from, LocalDate until) {
        Map<AccountCode, Long> booked = new TreeMap<>();
        books.ledger.stream()
                .filter(b -> !b.countsOn().isBefore(from) && !b.countsOn().isAfter(until))
                .map(TestBooks.Booked::entry)
                .filter(e -> e.event() == Event.INVOICE_ISSUED
                        || e.event() == Event.CREDIT_NOTE_ISSUED
                        || e.event() == Event.DOCUMENT_VOIDED)
                .flatMap(e -> e.postings().stream())
                .filter(this::isBooked)
                .forEach(p -> booked.merge(p.account(), -p.amount().minor(), Long::sum));
        booked.values().removeIf(v -> v == 0);
        return booked;
    }

    private boolean isBooked(Posting p) {
        return p.amount().currency().equals(TestBooks.EUR)
                && !p.account().equals(books.account(AccountRole.RECEIVABLES))
                && !p.account().equals(books.account(AccountRole.CREDIT));
    }

    private List<CashBasis.Part> parts(EntryId entry) {
        Map<AccountCode, Money> parts = new TreeMap<>();
        books.ledger.stream()
                .map(TestBooks.Booked::entry)
                .filter(e -> e.id().equals(entry))
                .flatMap(e -> e.postings().stream())
                .filter(p -> !p.account().equals(books.account(AccountRole.RECEIVABLES))
                        && !p.account().equals(books.account(AccountRole.CREDIT)))
                .forEach(p -> parts.merge(p.account(), p.amount().negated(), Money::plus));
        return parts.entrySet().stream()
                .map(e -> new CashBasis.Part(e.getKey(), e.getValue()))
                .toList();
    }

    /** Of an account in euro, or of all. */
    private long balance(LocalDate day, AccountCode account) {
        return books.ledger.stream()
                .filter(b -> !b.countsOn().isAfter(day))
                .flatMap(b -> b.entry().postings().stream())
                .filter(p -> account == null || p.account().equals(account))
                .mapToLong(p -> p.own().minor())
                .sum();
    }
}
