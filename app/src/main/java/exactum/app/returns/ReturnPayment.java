package exactum.app.returns;

import exactum.app.audit.Audit;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.Place;
import exactum.app.settlement.Unsettle;
import exactum.app.setup.FindSetup;
import exactum.app.setup.FreeAccounts;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.TakeBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Entry;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.core.settlement.TakeBack;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes in that a payment came back: what it paid is open again, the payment stays, marked returned; what was banked stays as the
 * bank has it, and the return is a line of its own on its own day. What the bank takes for it is booked, and billed to the customer
 * where that is wanted, on an invoice that is sent together with what is open again.
 */
@Component
public class ReturnPayment {
    private final FindPayments payments;
    private final FindDocuments documents;
    private final FindCustomers customers;
    private final Claims claims;
    private final Unsettle unsettle;
    private final Match match;
    private final Wait wait;
    private final BillReturnFee fees;
    private final FindSetup setup;
    private final FreeAccounts accounts;
    private final Outbox outbox;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    ReturnPayment(
            FindPayments payments,
            FindDocuments documents,
            FindCustomers customers,
            Claims claims,
            Unsettle unsettle,
            Match match,
            Wait wait,
            BillReturnFee fees,
            FindSetup setup,
            FreeAccounts accounts,
            Outbox outbox,
            Ledger ledger,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.payments = payments;
        this.documents = documents;
        this.customers = customers;
        this.claims = claims;
        this.unsettle = unsettle;
        this.match = match;
        this.wait = wait;
        this.fees = fees;
        this.setup = setup;
        this.accounts = accounts;
        this.outbox = outbox;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * What is open again of a document, and what of it counted as income by the cash basis until now.
     *
     * @param settled what the payment had settled of it, and on which day that counted
     */
    public record Reopened(Document document, Money amount, LocalDate countedOn) {}

    /**
     * What taking it in would do.
     *
     * @param fee the invoice to the customer, or null
     * @param offAccount what it takes of credit on account
     * @param toldTo who gets the message
     */
    public record Rehearsal(
            List<Reopened> reopened, Money offAccount, Document fee, List<Entry> entries, List<String> toldTo) {}

    /** What it would do: the same as doing it, and nothing of it stays. */
    public Rehearsal rehearse(BusinessId business, ReturnWish wish) {
        return transaction.execute(status -> {
            status.setRollbackOnly();
            FindPayments.Payment before = payment(business, wish);
            Done done = book(business, wish);
            FindPayments.Payment after = payment(business, wish);
            return new Rehearsal(
                    done.reopened(),
                    before.left().minus(after.left()),
                    done.fee() == null ? null : documents.get(business, done.fee()),
                    ledger.booked(business),
                    wish.told() ? recipients(business, before.customer()) : List.of());
        });
    }

    /**
     * Takes it in.
     *
     * @throws Refusal if more comes back than stands of the payment, or the bank line is less than that
     */
    @Transactional
    public void takeIn(BusinessId business, ReturnWish wish) {
        FindPayments.Payment payment = payment(business, wish);
        book(business, wish);
        audit.record(
                business,
                "took in a payment that came back",
                "%s of %s: %s".formatted(wish.amount().withCurrency(), payment.customerName(), wish.reason()));
    }

    private FindPayments.Payment payment(BusinessId business, ReturnWish wish) {
        return payments.find(business, wish.payment()).orElseThrow(NotHere::new);
    }

    private record Done(List<Reopened> reopened, DocumentId fee) {}

    private Done book(BusinessId business, ReturnWish wish) {
        FindPayments.Payment payment = payment(business, wish);
        if (wish.line() != null) match.hold(business, List.of(new LineRef.OfBank(wish.line())));
        claims.hold(business, payment.customer());
        requirePossible(business, wish, payment);
        int before = payments.settledBy(business, payment.id()).size();
        TakeBackId back = wish.line() == null ? inAdvance(business, wish, payment) : byLine(business, wish);
        List<Reopened> reopened = reopened(business, wish, before);
        DocumentId fee = wish.passedOn().isPositive()
                ? fees.bill(
                        business,
                        payment.customer(),
                        "Fee for the %s of %s that came back"
                                .formatted(payment.channel().words(), Texts.day(payment.on())),
                        wish.passedOn(),
                        back.value())
                : null;
        if (wish.told()) tell(business, payment.customer(), back, reopened, fee);
        return new Done(reopened, fee);
    }

    private void requirePossible(BusinessId business, ReturnWish wish, FindPayments.Payment payment) {
        if (payment.place() == Place.NOT_YET)
            throw new Refusal(
                    "return.not-banked",
                    "The bank has not confirmed this payment yet, so nothing can have come back. Nothing was changed. If it never went through, say so.");
        if (wish.on().isBefore(payment.on()))
            throw new Refusal("return.before", "It came back no earlier than it came. Nothing was changed.").at("on");
        Money mayGo = payments.refundableThrough(business, payment.id());
        if (wish.amount().compareTo(mayGo) > 0)
            throw new Refusal(
                            "return.more",
                            "Only %s of this payment still stands; the rest was returned or refunded. Nothing was changed."
                                    .formatted(mayGo.text()))
                    .at("amount");
        boolean free = wish.fee() == null
                || accounts.forLines(business).stream()
                        .anyMatch(a -> a.code().equals(wish.fee().account()));
        if (!free)
            throw new Refusal("return.account", "The bank’s fee cannot be booked there by hand. Nothing was changed.")
                    .at("feeAccount");
    }

    /** The bank line is there: it is matched as the return that it is, with what the bank took on top. */
    private TakeBackId byLine(BusinessId business, ReturnWish wish) {
        var parts = new ArrayList<Part>();
        parts.add(new Part.Return(wish.payment(), wish.amount().negated(), wish.reason()));
        if (wish.fee() != null)
            parts.add(new Part.ToAccount(
                    wish.fee().account(),
                    wish.fee().amount().negated(),
                    wish.fee().tags(),
                    null));
        match.match(business, new LineRef.OfBank(wish.line()), parts);
        return payments.goneOf(business, wish.payment()).getLast().id();
    }

    /** The bank line is still to come: what is to leave waits where the money of the payment last stood. */
    private TakeBackId inAdvance(BusinessId business, ReturnWish wish, FindPayments.Payment payment) {
        AccountCode account = payment.booked().processor() == null
                ? ledger.accounts(business).of(AccountRole.RECEIVED)
                : setup.processor(business, payment.booked().processor())
                        .accounts()
                        .clearing();
        TakeBack back = unsettle.takeBack(
                business,
                new Unsettle.Gone(
                        payment.id(),
                        wish.amount(),
                        wish.on(),
                        TakeBack.Cause.RETURNED,
                        wish.reason(),
                        account,
                        List.of()));
        String words = "returned %s of %s".formatted(payment.channel().words(), payment.customerName());
        Valued leaves = back.amount().negated();
        boolean together = wish.fee() != null && wish.fee().on().equals(wish.on());
        if (wish.fee() != null) {
            Valued fee = setup.rate(
                            business, wish.fee().amount().currency(), wish.fee().on())
                    .value(wish.fee().amount())
                    .value();
            ledger.book(
                    business,
                    ledger.bookings(business)
                            .bankFee(
                                    back.id().value(),
                                    "Bank fee for the " + words,
                                    wish.fee().on(),
                                    fee,
                                    wish.fee().account(),
                                    wish.fee().tags(),
                                    account));
            if (together) leaves = leaves.minus(fee);
            else
                wait.begin(
                        business,
                        waits(
                                WaitingKind.BANK_FEE,
                                account,
                                wish.fee().on(),
                                fee.negated(),
                                "fee for the " + words,
                                payment,
                                back));
        }
        wait.begin(business, waits(WaitingKind.RETURN, account, wish.on(), leaves, words, payment, back));
        return back.id();
    }

    private NewWaiting waits(
            WaitingKind kind,
            AccountCode account,
            LocalDate on,
            Valued amount,
            String words,
            FindPayments.Payment payment,
            TakeBack back) {
        String said = payment.said().reference();
        return new NewWaiting(
                kind,
                account,
                on,
                amount,
                said.isEmpty() ? List.of() : List.of(said),
                words,
                payment.customer(),
                null,
                back.id().value());
    }

    /** What the take-back undid, by document, with the day on which it had counted. */
    private List<Reopened> reopened(BusinessId business, ReturnWish wish, int before) {
        List<FindPayments.Settlement> all = payments.settledBy(business, wish.payment());
        Map<DocumentId, Money> amounts = new LinkedHashMap<>();
        all.stream()
                .skip(before)
                .filter(FindPayments.Settlement::undoes)
                .forEach(s -> amounts.merge(s.document(), s.amount().negated(), Money::plus));
        var reopened = new ArrayList<Reopened>();
        amounts.forEach((document, amount) -> reopened.add(new Reopened(
                documents.get(business, document),
                amount,
                all.stream()
                        .filter(s -> s.document().equals(document) && !s.undoes())
                        .map(FindPayments.Settlement::countsOn)
                        .reduce((first, last) -> last)
                        .orElseThrow())));
        return reopened;
    }

    private void tell(
            BusinessId business, CustomerId customer, TakeBackId back, List<Reopened> reopened, DocumentId fee) {
        var about = new ArrayList<DocumentId>();
        reopened.forEach(r -> about.add(r.document().id()));
        Optional.ofNullable(fee).ifPresent(about::add);
        if (about.isEmpty()) return;
        outbox.putEachOnce(
                business,
                List.of(NewMessage.to(
                        recipients(business, customer),
                        MessageKind.PAYMENT_RETURNED,
                        customer,
                        back.value(),
                        clock.today(business),
                        about)));
    }

    private List<String> recipients(BusinessId business, CustomerId customer) {
        return customers.get(business, customer).recipients().of(Mail.INVOICES);
    }
}
