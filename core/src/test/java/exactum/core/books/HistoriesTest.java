package exactum.core.books;

import static exactum.core.books.TestBooks.eur;

import exactum.core.bank.WaitingItem;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.RefundId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Claim;
import exactum.core.settlement.EarlySettlement;
import exactum.core.settlement.Means;
import exactum.core.settlement.MeansKind;
import exactum.core.settlement.Policy;
import exactum.core.settlement.Refund;
import exactum.core.settlement.Refunding;
import exactum.core.settlement.Rescheduling;
import exactum.core.settlement.Settling;
import exactum.core.settlement.TakeBack.Cause;
import exactum.core.settlement.Unsettling;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

/**
 * Random histories over the verbs: issue, settle, unsettle, refund, match, undo, write off, void, reschedule, close, reopen. After
 * every step documents, claims, means, credit on account, deposits, waiting accounts and the ledger agree. A failure says
 * its seed, with which it can be run alone. At the end of each, reports agree with the ledger at several days.
 */
class HistoriesTest {
    private static final int HISTORIES = 10_000;
    private static final int STEPS = 24;
    private static final long FIRST_SEED = 20_260_601L;
    private static final LocalDate START = LocalDate.of(2026, 1, 5);
    private static final Currency USD = Currency.getInstance("USD");

    @Test
    void everything_agrees_after_every_step() {
        LongStream.range(FIRST_SEED, FIRST_SEED + HISTORIES).parallel().forEach(HistoriesTest::live);
    }

    private static void live(long seed) {
        var history = new History(seed);
        try {
            for (int step = 0; step < STEPS; step++) {
                history.step();
                Proof.that(history.books);
            }
            history.reportsAgree();
        } catch (AssertionError | RuntimeException e) {
            throw new AssertionError("seed %d after %s".formatted(seed, history.told), e);
        }
    }

    private static final class History {
        final TestBooks books = new TestBooks();
        final List<String> told = new ArrayList<>();
        private final SplittableRandom random;
        private final List<CustomerId> customers = List.of(books.customer(), books.customer());
        private LocalDate day = START;

        History(long seed) {
            random = new SplittableRandom(seed);
        }

        void step() {
            day = day.plusDays(random.nextInt(6));
            int which = random.nextInt(100);
            try {
                if (which < 18) issue();
                else if (which < 30) payByTransfer();
                else if (which < 38) payByCard();
                else if (which < 44) payByHand();
                else if (which < 50) creditNote();
                else if (which < 56) useCredit();
                else if (which < 63) matchWaiting();
                else if (which < 70) undo();
                else if (which < 76) comesBack();
                else if (which < 81) refund();
                else if (which < 84) refundRefused();
                else if (which < 87) writeOff();
                else if (which < 89) release();
                else if (which < 91) voidOne();
                else if (which < 93) reschedule();
                else if (which < 95) ownTransfer();
                else if (which < 96) reopenMonth();
                else closeMonth();
            } catch (Refusal refused) {
                told.add("refused: " + refused.code());
            }
        }

        private void issue() {
            LocalDate date = day.plusDays(random.nextInt(-3, 12));
            boolean deposit = random.nextInt(8) == 0;
            boolean dollars = !deposit && random.nextInt(6) == 0;
            Money net = Money.ofMinor(dollars ? "USD" : "EUR", random.nextLong(1, 60_000));
            String tax = deposit ? "0" : List.of("0", "13.5", "19", "23").get(random.nextInt(4));
            List<Integer> parts = deposit
                    ? List.of(1)
                    : List.of(List.of(1), List.of(1, 2), List.of(1, 1, 1)).get(random.nextInt(3));
            var early = !dollars && parts.size() == 1 && random.nextInt(4) == 0 && net.minor() > 500
                    ? new EarlySettlement(date.plusDays(8), net.withMinor(net.minor() / 50))
                    : null;
            var rate = dollars
                    ? new ExchangeRate(USD, TestBooks.EUR, BigDecimal.valueOf(random.nextInt(80, 99), 2), date, "test")
                    : ExchangeRate.none(TestBooks.EUR, date);
            AccountCode income = deposit ? books.account(AccountRole.DEPOSITS) : TestBooks.INCOME;
            tell("issue " + net.plain() + " on " + date + (deposit ? " deposit" : ""));
            books.invoice(someone(), date, rate, net, tax, income, parts, early);
        }

        /** A line that pays what is open, a part of it, less a discount, or more than that; sometimes in another currency. */
        private void payByTransfer() {
            CustomerId customer = someone();
            Optional<Claim> claim =
                    any(books.claims.values(), c -> c.isOpen() && c.customer().equals(customer));
            if (claim.isPresent() && claim.get().left().amount().currency().equals(USD)) {
                payAcross(claim.get());
                return;
            }
            Money open = claim.map(c -> c.left().amount()).orElse(eur("50.00"));
            Money amount = switch (random.nextInt(5)) {
                case 0 -> open;
                case 1 -> open.withMinor(Math.max(1, open.minor() / 2));
                case 2 -> open.withMinor(open.minor() + random.nextLong(1, 5_000));
                case 3 ->
                    claim.map(c -> open.minus(c.discountOn(day)))
                            .filter(Money::isPositive)
                            .orElse(open);
                default -> open.withMinor(Math.max(1, open.minor() - 2));
            };
            tell("transfer " + amount.plain());
            UUID line = books.bankLine(day, Valued.own(amount));
            books.matchReceipt(line, customer, amount, policy(claim, amount));
        }

        private Policy policy(Optional<Claim> claim, Money amount) {
            if (claim.isEmpty()) return new Policy.OnAccount();
            return switch (random.nextInt(4)) {
                case 0 -> new Policy.DueOrder();
                case 1 -> new Policy.OfDocument(claim.get().billed().document());
                case 2 -> new Policy.OnAccount();
                default -> new Policy.Chosen(List.of(new Policy.Part(claim.get().id(), amount, null, eur("0.05"))));
            };
        }

        private void payAcross(Claim claim) {
            Money open = claim.left().amount();
            Money part = random.nextBoolean() ? open : open.withMinor(Math.max(1, open.minor() / 3));
            Money takes = eur("0.00").withMinor(Math.max(1, part.minor() * random.nextInt(80, 99) / 100));
            tell("across " + part.plain() + " for " + takes.plain());
            UUID line = books.bankLine(day, Valued.own(takes));
            var parts = List.of(Policy.Part.across(claim.id(), part, takes));
            books.matchReceipt(line, claim.customer(), takes, new Policy.Chosen(parts));
        }

        private void payByCard() {
            Optional<Claim> claim = any(books.claims.values(), c -> c.isOpen() && isEuro(c));
            if (claim.isEmpty()) return;
            Money amount = claim.get().left().amount();
            Money fee = amount.withMinor(amount.minor() / 40);
            tell("card " + amount.plain());
            MeansId receipt = books.receive(
                    claim.get().customer(), day, Valued.own(amount), TestBooks.CLEARING, policy(claim, amount));
            if (fee.isPositive())
                books.book(books.bookings.processorFee(
                        receipt.value(),
                        "fee",
                        day,
                        Valued.own(fee),
                        TestBooks.CARD_FEES,
                        List.of(),
                        TestBooks.CLEARING));
            var sale = books.waits(WaitingKind.CARD_SALE, TestBooks.CLEARING, day, Valued.own(amount.minus(fee)));
            if (random.nextBoolean()) {
                Money net = amount.minus(fee);
                Money odd = net.withMinor(-Math.min(net.minor() - 1, 240));
                List<UUID> lines = books.payout(day.plusDays(1), odd.isZero() ? List.of(net) : List.of(net, odd));
                books.matchWaiting(lines.getFirst(), sale, net);
                if (!odd.isZero() && random.nextBoolean())
                    books.matchAccount(lines.getLast(), TestBooks.CARD_FEES, odd);
            }
        }

        private void payByHand() {
            CustomerId customer = someone();
            Money amount = eur("0.00").withMinor(random.nextLong(500, 40_000));
            Money charge = amount.withMinor(random.nextBoolean() ? 420 : 0);
            tell("by hand " + amount.plain());
            List<Settling.Cost> costs = charge.isZero()
                    ? List.of()
                    : List.of(new Settling.Cost(books.account(AccountRole.BANK_CHARGES), Valued.own(charge)));
            books.receive(
                    customer,
                    day,
                    Valued.own(amount),
                    books.account(AccountRole.RECEIVED),
                    costs,
                    new Policy.DueOrder());
            books.waits(
                    WaitingKind.PAYMENT, books.account(AccountRole.RECEIVED), day, Valued.own(amount.minus(charge)));
        }

        private void creditNote() {
            Optional<Claim> claim =
                    any(books.claims.values(), c -> isEuro(c) && !c.billed().deposit());
            if (claim.isEmpty()) return;
            Money gross = claim.get().amount().amount();
            Money net = gross.withMinor(Math.max(1, gross.minor() / random.nextInt(1, 4)));
            Money tax = net.withMinor(net.minor() / 5);
            tell("credit note " + net.plain() + " + " + tax.plain());
            books.creditNote(claim.get().customer(), day, claim.get().billed().document(), net.plain(), tax.plain());
        }

        private void useCredit() {
            Optional<Means> credit = any(
                    books.means.values(),
                    m -> m.kind().isMoney() && m.left().amount().isPositive());
            if (credit.isEmpty()) return;
            boolean deposit = credit.get().kind() == MeansKind.DEPOSIT;
            Optional<Claim> claim = any(
                    books.claims.values(),
                    c -> c.isOpen()
                            && isEuro(c)
                            && c.customer().equals(credit.get().customer()));
            if (claim.isEmpty()) return;
            tell("use " + credit.get().kind());
            Money part = claim.get().left().amount().min(credit.get().left().amount());
            Policy policy = deposit || random.nextBoolean()
                    ? new Policy.Chosen(List.of(Policy.Part.of(claim.get().id(), part)))
                    : new Policy.DueOrder();
            books.act(credit.get().customer(), p -> Settling.use(p, credit.get().id(), policy, day, "used"));
        }

        private void matchWaiting() {
            Optional<WaitingItem> item = any(
                    books.waiting.values(),
                    w -> !w.left().amount().isZero() && !w.account().equals(TestBooks.CLEARING));
            if (item.isEmpty()) return;
            Money left = item.get().left().amount();
            tell("line for " + item.get().kind() + " " + left.plain());
            Money more = left.withMinor(left.minor() + Long.signum(left.minor()) * random.nextLong(0, 300));
            UUID line = books.bankLine(day, Valued.own(more));
            books.matchWaiting(line, item.get().id(), left);
            Money rest = more.minus(left);
            if (rest.isNegative() && random.nextBoolean())
                books.matchAccount(line, books.account(AccountRole.BANK_CHARGES), rest);
        }

        private void undo() {
            Optional<TestBooks.Match> match = any(books.matches.values(), m -> !m.undone() && canUndo(m));
            match.ifPresent(m -> {
                tell("undo " + m);
                books.undo(m.id(), day);
            });
        }

        private boolean canUndo(TestBooks.Match match) {
            if (match.made() != null) {
                Means made = books.means.get(match.made());
                return made.takenBack().isZero()
                        && made.refunded().isZero()
                        && made.refundedThrough().isZero();
            }
            if (match.takeBack() != null) {
                return books.takeBacks.values().stream()
                        .noneMatch(t -> match.takeBack().equals(t.reverses()));
            }
            WaitingItem item = match.waiting() == null ? null : books.waiting.get(match.waiting());
            boolean opened = item != null && item.amount().equals(match.part().negated());
            return !opened || item.left().equals(item.amount());
        }

        private void comesBack() {
            Optional<Means> receipt = any(
                    books.means.values(),
                    m -> m.kind() == MeansKind.RECEIPT && m.standing().isPositive());
            if (receipt.isEmpty()) return;
            Money whole = receipt.get().standing();
            Money part = random.nextInt(3) == 0 ? whole.withMinor(Math.max(1, whole.minor() / 2)) : whole;
            tell("comes back " + part.plain());
            if (random.nextBoolean()) {
                UUID line = books.bankLine(day, Valued.own(part.negated()));
                books.matchReturn(line, receipt.get().id(), part.negated());
            } else {
                AccountCode clearing = books.account(AccountRole.DEBIT_CLEARING);
                books.takeBack(receipt.get().id(), part, day, Cause.RETURNED, clearing);
                books.waits(WaitingKind.RETURN, clearing, day, Valued.own(part.negated()));
            }
        }

        private void refund() {
            Optional<Means> from = any(
                    books.means.values(),
                    m -> m.kind().isMoney() && m.left().amount().isPositive());
            Optional<Means> through = from.flatMap(f -> any(
                    books.means.values(),
                    m -> m.kind() == MeansKind.RECEIPT
                            && m.customer().equals(f.customer())
                            && m.refundableThrough().isPositive()));
            if (through.isEmpty()) return;
            Money amount = from.get().left().amount().min(through.get().refundableThrough());
            tell("refund " + amount.plain());
            AccountCode out = books.account(AccountRole.PAID_OUT);
            books.refund(from.get().id(), through.get().id(), amount, day, out);
            books.waits(WaitingKind.REFUND, out, day, Valued.own(amount.negated()));
        }

        private void refundRefused() {
            Optional<Refund> refund = any(
                    books.refunds.values(),
                    r -> r.reverses() == null
                            && books.refunds.values().stream().noneMatch(x -> r.id().equals(x.reverses())));
            Optional<WaitingItem> waits = refund.flatMap(r -> any(
                    books.waiting.values(),
                    w -> w.kind() == WaitingKind.REFUND
                            && w.left().amount().equals(r.amount().amount().negated())));
            if (waits.isEmpty()) return;
            tell("refund refused");
            AccountCode out = books.account(AccountRole.PAID_OUT);
            books.act(
                    books.means.get(refund.get().drawnOn()).customer(),
                    p -> Refunding.refused(p, new RefundId(books.ids.next()), refund.get(), day, out));
            books.less(waits.get().id(), waits.get().left().amount());
        }

        private void writeOff() {
            Optional<Claim> claim =
                    any(books.claims.values(), c -> c.isOpen() && !c.billed().deposit());
            claim.ifPresent(c -> {
                tell("write off " + c.left().amount().plain());
                books.act(
                        c.customer(),
                        p -> Settling.writeOff(p, new MeansId(books.ids.next()), c.id(), day, "written off"));
            });
        }

        private void release() {
            var standing = any(
                    books.allocations,
                    a -> a.reverses() == null
                            && books.means.get(a.means()).kind().isMoney()
                            && books.allocations.stream().noneMatch(x -> a.id().equals(x.reverses())));
            standing.ifPresent(a -> {
                tell("release");
                books.act(
                        books.means.get(a.means()).customer(),
                        p -> Unsettling.release(
                                p, a.means(), a.claim(), a.claimPart().amount(), day, "released"));
            });
        }

        private void voidOne() {
            Optional<TestBooks.Document> document = any(
                    books.documents.values(),
                    d -> !d.voided()
                            && books.claimsOf(d.id()).stream()
                                    .allMatch(c ->
                                            c.settled().isZero() && c.closed().isZero()));
            document.ifPresent(d -> {
                boolean open = books.ledger.stream()
                        .filter(b -> b.entry().id().equals(d.entry()))
                        .allMatch(b -> books.periods.isOpen(b.countsOn()));
                if (!open) return;
                tell("void");
                books.voidDocument(d.id(), d.date().isAfter(day) ? d.date() : day);
            });
        }

        private void reschedule() {
            Optional<Claim> claim = any(
                    books.claims.values(), c -> c.isOpen() && c.left().amount().minor() > 1);
            claim.ifPresent(c -> {
                tell("reschedule");
                Money first = c.left().amount().withMinor(c.left().amount().minor() / 2);
                Valued one = c.left().part(first);
                Valued other = c.left().minus(one);
                Claim a = Claim.fresh(
                        new exactum.core.ids.ClaimId(books.ids.next()),
                        c.customer(),
                        c.billed(),
                        90,
                        day.plusDays(30),
                        one,
                        null);
                Claim b = Claim.fresh(
                        new exactum.core.ids.ClaimId(books.ids.next()),
                        c.customer(),
                        c.billed(),
                        91,
                        day.plusDays(60),
                        other,
                        null);
                books.act(c.customer(), p -> Rescheduling.replace(p, List.of(c), List.of(a, b)));
            });
        }

        private void ownTransfer() {
            Money amount = eur("0.00").withMinor(-random.nextLong(1, 90_000));
            tell("own transfer");
            UUID line = books.bankLine(day, Valued.own(amount));
            books.matchToNewWaiting(line, WaitingKind.OWN_TRANSFER, books.account(AccountRole.OWN_TRANSFERS), amount);
        }

        private void closeMonth() {
            YearMonth next = books.periods.closedThrough() == null
                    ? YearMonth.from(START)
                    : books.periods.closedThrough().plusMonths(1);
            if (!next.isBefore(YearMonth.from(day))) return;
            tell("close " + next);
            books.close(next);
        }

        private void reopenMonth() {
            YearMonth through = books.periods.closedThrough();
            if (through == null) return;
            tell("reopen " + through);
            books.periods = books.periods.reopening(through);
        }

        /** As of a few days, the last one among them, and between them. */
        void reportsAgree() {
            var proof = new ReportProof(books);
            LocalDate before = START;
            for (int i = 0; i < 3; i++) {
                LocalDate then = before.plusDays(random.nextInt(1, 40));
                proof.at(then);
                proof.between(before, then);
                before = then.plusDays(1);
            }
            proof.at(day.plusYears(1));
            proof.between(START.minusYears(1), day.plusYears(1));
        }

        private CustomerId someone() {
            return customers.get(random.nextInt(customers.size()));
        }

        private static boolean isEuro(Claim claim) {
            return claim.left().amount().currency().equals(TestBooks.EUR);
        }

        private <T> Optional<T> any(Collection<T> all, Predicate<T> wanted) {
            List<T> some = all.stream().filter(wanted).toList();
            return some.isEmpty() ? Optional.empty() : Optional.of(some.get(random.nextInt(some.size())));
        }

        private void tell(String what) {
            told.add(day + " " + what);
        }
    }
}
