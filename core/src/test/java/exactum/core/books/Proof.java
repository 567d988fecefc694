package exactum.core.books;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Posting;
import exactum.core.money.Money;
import exactum.core.settlement.Claim;
import exactum.core.settlement.Means;
import exactum.core.settlement.MeansKind;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Stream;

/** Documents, claims, means, credit on account, deposits, waiting accounts and the ledger agree with each other. */
final class Proof {
    private static final List<AccountRole> WAITING = List.of(
            AccountRole.UNPLACED,
            AccountRole.OWN_TRANSFERS,
            AccountRole.RECEIVED,
            AccountRole.PAID_OUT,
            AccountRole.DEBIT_CLEARING,
            AccountRole.PAYOUTS,
            AccountRole.RESERVE,
            AccountRole.DISPUTED);
    private final TestBooks books;

    private Proof(TestBooks books) {
        this.books = books;
    }

    static void that(TestBooks books) {
        var proof = new Proof(books);
        proof.claimsAreMadeUp();
        proof.meansAreMadeUp();
        proof.receivablesAreWhatIsOpen();
        proof.creditIsWhatIsLeft();
        proof.depositsAreWhatIsHeld();
        proof.whatWaitsHasAName();
        proof.costsAreWhatStands();
        proof.whatWasEarnedGoesWithWhatEarnedIt();
        proof.noReceivableIsEverNegative();
    }

    private void claimsAreMadeUp() {
        for (Claim claim : books.claims.values()) {
            Money settled = sum(
                    books.allocationsOf(claim.id()).stream()
                            .map(a -> a.claimPart().amount()),
                    claim.left().amount());
            assertThat(settled).as("claim " + claim.id()).isEqualTo(claim.settled());
            Money own = sum(
                    books.allocationsOf(claim.id()).stream()
                            .map(a -> a.claimPart().own()),
                    claim.left().own());
            if (claim.closed().isZero())
                assertThat(own.plus(claim.left().own()))
                        .isEqualTo(claim.amount().own());
        }
    }

    private void meansAreMadeUp() {
        for (Means one : books.means.values()) {
            Money like = one.left().amount();
            Money used = sum(
                    books.allocations.stream()
                            .filter(a -> a.means().equals(one.id()))
                            .map(a -> a.meansPart().amount()),
                    like);
            Money back = sum(
                    books.takeBacks.values().stream()
                            .filter(t -> t.means().equals(one.id()))
                            .map(t -> t.amount().amount()),
                    like);
            Money refunded = sum(
                    books.refunds.values().stream()
                            .filter(r -> r.drawnOn().equals(one.id()))
                            .map(r -> r.amount().amount()),
                    like);
            Money through = sum(
                    books.refunds.values().stream()
                            .filter(r -> r.through().equals(one.id()))
                            .map(r -> r.amount().amount()),
                    like);
            assertThat(List.of(one.used(), one.takenBack(), one.refunded(), one.refundedThrough()))
                    .as("means " + one)
                    .containsExactly(used, back, refunded, through);
            if (!one.kind().isMoney()) assertThat(one.left().amount().isZero()).isTrue();
        }
    }

    private void receivablesAreWhatIsOpen() {
        Map<DocumentId, Money> booked = byKey(AccountRole.RECEIVABLES, Posting::document, Posting::amount);
        books.documents.keySet().forEach(document -> {
            Money open = sum(
                    books.claimsOf(document).stream().map(c -> c.left().amount()),
                    books.claimsOf(document).getFirst().left().amount());
            assertThat(booked.getOrDefault(document, open.withMinor(0)))
                    .as("receivable of " + document)
                    .isEqualTo(open);
        });
        Money openOwn = sum(books.claims.values().stream().map(c -> c.left().own()), TestBooks.eur("0.00"));
        assertThat(books.balance(AccountRole.RECEIVABLES)).isEqualTo(openOwn);
    }

    private void creditIsWhatIsLeft() {
        Map<CustomerId, Money> booked = byKey(AccountRole.CREDIT, Posting::customer, Posting::own);
        Map<CustomerId, Money> left = new HashMap<>();
        books.means.values().stream()
                .filter(m -> m.kind().isCredit())
                .forEach(m -> left.merge(m.customer(), m.left().own().negated(), Money::plus));
        left.forEach((customer, credit) -> assertThat(booked.getOrDefault(customer, credit.withMinor(0)))
                .as("credit of " + customer)
                .isEqualTo(credit));
    }

    /** Less what was given back of deposits whose own money went away afterwards. */
    private void depositsAreWhatIsHeld() {
        Money nothing = TestBooks.eur("0.00");
        List<Claim> asked =
                books.claims.values().stream().filter(c -> c.billed().deposit()).toList();
        List<Means> held = books.means.values().stream()
                .filter(m -> m.kind() == MeansKind.DEPOSIT)
                .toList();
        Money open = sum(asked.stream().map(c -> c.left().amount()), nothing);
        Money left = sum(held.stream().map(m -> m.left().amount()), nothing);
        Money paid = sum(asked.stream().map(Claim::settled), nothing);
        Money standing = sum(held.stream().map(m -> m.amount().amount().minus(m.takenBack())), nothing);
        assertThat(books.balance(AccountRole.DEPOSITS).negated())
                .as("deposits")
                .isEqualTo(open.plus(left).minus(standing.minus(paid)));
    }

    private void whatWaitsHasAName() {
        WAITING.forEach(role -> waits(books.account(role)));
        waits(TestBooks.CLEARING);
        assertThat(books.balance(AccountRole.EXCHANGE).isZero()).as("exchange").isTrue();
    }

    private void waits(AccountCode account) {
        Money nothing = TestBooks.eur("0.00");
        Money items = sum(
                books.waiting.values().stream()
                        .filter(w -> w.account().equals(account))
                        .map(w -> w.left().own()),
                nothing);
        Money unexplained = sum(
                books.lines.values().stream()
                        .filter(l -> l.standsOn().equals(account))
                        .map(l -> l.explained().left().own()),
                nothing);
        assertThat(books.balance(account)).as("waiting on " + account).isEqualTo(items.minus(unexplained));
    }

    private void costsAreWhatStands() {
        for (MeansKind kind : List.of(MeansKind.EARLY_SETTLEMENT, MeansKind.TOLERATED, MeansKind.WRITE_OFF)) {
            long stands = books.means.values().stream()
                    .filter(m -> m.kind() == kind)
                    .filter(m -> m.amount().amount().currency().equals(TestBooks.EUR))
                    .filter(m -> m.takenBack().isZero())
                    .mapToLong(m -> m.amount().amount().minus(m.tax()).minor())
                    .sum();
            boolean inPart = books.means.values().stream()
                    .anyMatch(m -> m.kind() == kind
                            && (!m.takenBack().isZero() && m.standing().isPositive()
                                    || !m.amount().amount().currency().equals(TestBooks.EUR)));
            if (!inPart)
                assertThat(books.balance(kind.home()).minor()).as(kind.words()).isEqualTo(stands);
        }
    }

    /** No discount stands on a claim that its receipt settles no longer, and no more is held than was paid or given back. */
    private void whatWasEarnedGoesWithWhatEarnedIt() {
        for (Means earned : books.means.values()) {
            if (earned.earnedBy() == null || earned.standing().isZero()) continue;
            Money paid = sum(
                    books.allocations.stream()
                            .filter(a -> a.means().equals(earned.earnedBy()))
                            .filter(a -> books.claims
                                    .get(a.claim())
                                    .billed()
                                    .document()
                                    .equals(earned.document()))
                            .map(a -> a.meansPart().amount()),
                    books.means.get(earned.earnedBy()).left().amount());
            assertThat(paid.isPositive()
                            || earned.kind() == MeansKind.DEPOSIT
                                    && earned.refunded().isPositive())
                    .as("earned by " + earned.earnedBy() + ": " + earned)
                    .isTrue();
        }
    }

    /** As of any day: what is booked on the receivable of a document up to then never falls below nothing. */
    private void noReceivableIsEverNegative() {
        Map<DocumentId, TreeMap<LocalDate, Money>> days = new HashMap<>();
        for (TestBooks.Booked booked : books.ledger) {
            for (Posting p : booked.entry().postings()) {
                if (p.account().equals(books.account(AccountRole.RECEIVABLES)))
                    days.computeIfAbsent(p.document(), d -> new TreeMap<>(Comparator.naturalOrder()))
                            .merge(booked.countsOn(), p.amount(), Money::plus);
            }
        }
        days.forEach((document, byDay) -> {
            Money reached = byDay.firstEntry().getValue().withMinor(0);
            for (Money change : byDay.values()) {
                reached = reached.plus(change);
                assertThat(reached.isNegative()).as("receivable of " + document).isFalse();
            }
        });
    }

    private <K> Map<K, Money> byKey(AccountRole role, Function<Posting, K> key, Function<Posting, Money> value) {
        Map<K, Money> sums = new HashMap<>();
        books.ledger.stream()
                .flatMap(b -> b.entry().postings().stream())
                .filter(p -> p.account().equals(books.account(role)))
                .forEach(p -> sums.merge(key.apply(p), value.apply(p), Money::plus));
        return sums;
    }

    private static Money sum(Stream<Money> amounts, Money like) {
        return amounts.reduce(like.withMinor(0), Money::plus);
    }
}
