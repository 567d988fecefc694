package exactum.app.settlement;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.setup.FreeAccounts;
import exactum.app.waiting.FindWaiting;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.app.web.NotHere;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Means;
import exactum.core.settlement.Policy;
import exactum.core.settlement.TakeBack;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Money that was taken elsewhere, recorded by hand; and taken out again where that was a mistake. */
@Component
public class RecordPayment {
    private final Settle settle;
    private final Unsettle unsettle;
    private final FindPayments payments;
    private final FindCustomers customers;
    private final FindWaiting waiting;
    private final Wait wait;
    private final Ledger ledger;
    private final FreeAccounts accounts;
    private final ConfirmPayment confirm;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    RecordPayment(
            Settle settle,
            Unsettle unsettle,
            FindPayments payments,
            FindCustomers customers,
            FindWaiting waiting,
            Wait wait,
            Ledger ledger,
            FreeAccounts accounts,
            ConfirmPayment confirm,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.settle = settle;
        this.unsettle = unsettle;
        this.payments = payments;
        this.customers = customers;
        this.waiting = waiting;
        this.wait = wait;
        this.ledger = ledger;
        this.accounts = accounts;
        this.confirm = confirm;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * A payment as a person records it.
     *
     * @param amount what it settles, before charges
     * @param charges what the bank keeps of it; zero for nothing
     * @param account where it stands; null for received and not yet at the bank
     * @param confirmed whether the payer is told
     */
    public record ByHand(
            CustomerId customer,
            LocalDate on,
            Channel channel,
            Money amount,
            Money charges,
            AccountCode account,
            NewPayment.Said said,
            Policy policy,
            boolean confirmed) {}

    /** What recording it would do. */
    public record Rehearsal(List<FindPayments.Settlement> settles, Money onAccount) {}

    /** Records it and answers its id. */
    @Transactional
    public MeansId record(BusinessId business, ByHand typed) {
        return record(business, new MeansId(Ids.next()), typed);
    }

    /** Records it under the id that its form has had; sent again, it is recorded once. */
    @Transactional
    public MeansId record(BusinessId business, MeansId id, ByHand typed) {
        Optional<FindPayments.Payment> before = payments.find(business, id);
        if (before.isPresent()) return sameAs(before.get(), typed);
        Means means = take(business, id, typed);
        if (typed.confirmed()) confirm.confirm(business, means, clock.today(business));
        audit.record(
                business,
                "recorded a payment",
                typed.amount().withCurrency() + " of "
                        + customers.get(business, typed.customer()).name());
        return means.id();
    }

    private static MeansId sameAs(FindPayments.Payment before, ByHand typed) {
        boolean same = before.customer().equals(typed.customer())
                && before.amount().equals(typed.amount())
                && before.on().equals(typed.on())
                && before.channel() == typed.channel();
        if (same) return before.id();
        throw new Refusal(
                "payment.recorded",
                "This form was recorded already, and differs there. Nothing was recorded. Begin a new payment for another one.");
    }

    /** What it would settle and leave on account: the same as recording it, and nothing of it stays. */
    public Rehearsal rehearse(BusinessId business, ByHand typed) {
        return transaction.execute(status -> {
            status.setRollbackOnly();
            Means means = take(business, new MeansId(Ids.next()), typed);
            return new Rehearsal(
                    payments.settledBy(business, means.id()), means.left().amount());
        });
    }

    /** Takes a payment that was recorded by mistake out again, unless the bank has confirmed it. */
    @Transactional
    public void takeOut(BusinessId business, MeansId id) {
        takeOut(business, id, TakeBack.Cause.MISTAKE, "");
    }

    /** The same for another cause: on the payment's own day, as long as that is open. */
    @Transactional
    public void takeOut(BusinessId business, MeansId id, TakeBack.Cause cause, String note) {
        FindPayments.Payment payment = payments.find(business, id).orElseThrow(NotHere::new);
        FindWaiting.Named waits = waiting.ofMeans(business, List.of(id)).get(id);
        boolean untouched = waits == null
                ? payment.place() == Place.IN_HAND
                : waits.item().kind() == WaitingKind.PAYMENT
                        && waits.item().left().equals(waits.item().amount());
        if (!untouched) {
            throw new Refusal(
                    "payment.at-the-bank",
                    "This payment was not recorded by hand, or the bank has confirmed it already. Nothing was changed. Undo its match first.");
        }
        AccountCode account = payment.booked().account();
        LocalDate today = clock.today(business);
        boolean neverWas = cause == TakeBack.Cause.NEVER_THROUGH;
        LocalDate on = neverWas || payment.on().isAfter(today) ? payment.on() : today;
        if (waits != null)
            wait.letGo(business, waits.item().id(), waits.item().left().amount(), on);
        unsettle.takeOut(
                business, id, on, cause, note, account, payment.booked().charges());
        audit.record(business, "took a payment out again", payment.amount().withCurrency());
    }

    private Means take(BusinessId business, MeansId id, ByHand typed) {
        Customer customer = customers.get(business, typed.customer());
        requireSensible(business, typed);
        AccountCode received = ledger.accounts(business).of(AccountRole.RECEIVED);
        AccountCode account = typed.account() == null ? received : typed.account();
        var origin = new NewPayment.Origin(typed.channel(), "", account, typed.charges(), typed.said(), null);
        Means means = settle.receive(
                        business,
                        new NewPayment(id, typed.customer(), typed.on(), typed.amount(), origin, null, typed.policy()))
                .orElseThrow();
        if (account.equals(received)) waits(business, customer, typed, means, received);
        return means;
    }

    private void waits(BusinessId business, Customer customer, ByHand typed, Means means, AccountCode account) {
        Valued arrives = means.amount().part(typed.amount().minus(typed.charges()));
        List<String> references = java.util.stream.Stream.concat(
                        payments.settledBy(business, means.id()).stream().map(FindPayments.Settlement::number),
                        java.util.stream.Stream.of(typed.said().reference()))
                .filter(r -> !r.isEmpty())
                .distinct()
                .toList();
        wait.begin(
                business,
                new NewWaiting(
                        WaitingKind.PAYMENT,
                        account,
                        typed.on(),
                        arrives,
                        references,
                        "%s of %s".formatted(typed.channel().words(), customer.name()),
                        customer.id(),
                        means.id(),
                        means.id().value()));
    }

    private void requireSensible(BusinessId business, ByHand typed) {
        if (!typed.amount().isPositive()) {
            throw new Refusal("payment.amount", "An amount must be above zero. Nothing was recorded.");
        }
        if (typed.charges().isNegative() || typed.charges().compareTo(typed.amount()) >= 0) {
            throw new Refusal(
                    "payment.charges",
                    "Bank charges are less than the amount, and not below zero. Nothing was recorded.");
        }
        boolean free = typed.account() == null
                || accounts.forMoney(business).stream().anyMatch(a -> a.code().equals(typed.account()));
        if (!free) {
            throw new Refusal(
                    "payment.account",
                    "Money cannot be recorded on account %s by hand. Nothing was recorded.".formatted(typed.account()));
        }
        if (typed.on().isAfter(clock.today(business))) {
            throw new Refusal(
                    "payment.future",
                    "A payment is recorded once it was received, so its date is not after today. Nothing was recorded.");
        }
    }
}
