package exactum.app.bank;

import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Slice;
import exactum.app.documents.CreditForRefund;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Standing;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FreeAccounts;
import exactum.app.slips.FindSlips;
import exactum.app.slips.Slip;
import exactum.app.waiting.FindWaiting;
import exactum.app.web.Texts;
import exactum.core.bank.StatementLine;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.matching.Matching;
import exactum.core.money.Money;
import exactum.core.text.Folding;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a person finds when they look for what a line is: open items, waiting money, customers, payments, accounts. */
@Component
class LineTargets {
    private static final int FOUND = 12;
    private final FindClaims claims;
    private final FindWaiting waiting;
    private final FindCustomers customers;
    private final FindPayments payments;
    private final FreeAccounts accounts;
    private final Ledger ledger;
    private final FindSlips slips;
    private final ListDocuments documents;
    private final CreditForRefund credit;
    private final BusinessClock clock;

    LineTargets(
            FindClaims claims,
            FindWaiting waiting,
            FindCustomers customers,
            FindPayments payments,
            FreeAccounts accounts,
            Ledger ledger,
            FindSlips slips,
            ListDocuments documents,
            CreditForRefund credit,
            BusinessClock clock) {
        this.claims = claims;
        this.waiting = waiting;
        this.customers = customers;
        this.payments = payments;
        this.accounts = accounts;
        this.ledger = ledger;
        this.slips = slips;
        this.documents = documents;
        this.credit = credit;
        this.clock = clock;
    }

    /**
     * Something that a part of a line can be.
     *
     * @param key as the form names it; see {@link PartText}
     * @param amount what of it is there to be matched, signed as the line; null where any amount will do
     */
    record Target(String key, String title, String detail, Money amount) {}

    /** What the words find, for money in or out. */
    @Transactional(readOnly = true)
    public List<Target> find(BusinessId business, BankLine line, String words) {
        var found = new ArrayList<Target>();
        if (words.isBlank()) return found;
        boolean in = line.left().isPositive();
        waiting(business, line, words, found);
        if (in) {
            open(business, line, words, found);
            for (Customer c : customers.search(business, words, FOUND))
                found.add(new Target("customer:" + c.id(), c.name(), "on account", null));
        } else {
            out(business, line, words, found);
        }
        accounts.forLines(business).stream()
                .filter(a -> holds(a.label(), words))
                .limit(FOUND)
                .forEach(a -> found.add(new Target("account:" + a.code(), a.label(), "booked to the account", null)));
        if (holds("own transfer between our accounts", words))
            found.add(new Target("own:", "Own transfer", "the other side comes on another account of ours", null));
        return found.stream().limit(3L * FOUND).toList();
    }

    /** What lines often are that nothing waits for, without looking for it. */
    List<Target> usual(BusinessId business, BankLine line) {
        var usual = new ArrayList<Target>();
        if (line.left().isNegative()) {
            AccountCode charges = ledger.accounts(business).of(AccountRole.BANK_CHARGES);
            namedByRefund(business, line, usual);
            usual.add(new Target("account:" + charges, "Bank charge", "booked to " + charges, null));
        }
        usual.add(new Target("own:", "Own transfer", "the other side comes on another account of ours", null));
        return usual;
    }

    private void waiting(BusinessId business, BankLine line, String words, List<Target> found) {
        List<Slip> open = slips.open(business);
        open.stream()
                .filter(s -> line.left().isPositive()
                        && s.left().currency().equals(line.left().currency())
                        && holds("paying-in slip " + s.number(), words))
                .forEach(s -> found.add(new Target(
                        "waiting:" + s.id(),
                        "Slip " + s.number(),
                        Texts.count(s.items().size(), "payment", "payments") + ", paid in on " + Texts.day(s.day()),
                        s.left())));
        waiting.open(business).stream()
                .filter(w -> open.stream()
                        .flatMap(s -> s.items().stream())
                        .noneMatch(i -> i.waiting().equals(w.item().id())))
                .filter(w ->
                        w.item().left().amount().isPositive() == line.left().isPositive())
                .filter(w ->
                        w.item().left().amount().currency().equals(line.left().currency()))
                .filter(w -> holds(w.words() + " " + String.join(" ", w.references()), words))
                .limit(FOUND)
                .forEach(w -> found.add(new Target(
                        "waiting:" + w.item().id(),
                        w.words(),
                        w.item().kind().words() + ", waits since "
                                + Texts.day(w.item().since()),
                        w.item().left().amount())));
    }

    private void open(BusinessId business, BankLine line, String words, List<Target> found) {
        claims.allOpen(business).stream()
                .filter(o -> holds(o.number() + " " + o.customerName(), words))
                .limit(FOUND)
                .forEach(o -> found.add(new Target(
                        "claim:" + o.claim(),
                        o.number() + ", " + o.customerName(),
                        "open item, due " + Texts.day(o.due()),
                        settledBy(line, o.left()))));
    }

    /** Of an open item in another currency what was sent in it, where the bank says so. */
    private static Money settledBy(BankLine line, Money left) {
        StatementLine.Foreign foreign = line.said().further().foreign();
        boolean same = foreign != null && foreign.amount().currency().equals(left.currency());
        return same ? left.min(foreign.amount().abs()) : left;
    }

    private void out(BusinessId business, BankLine line, String words, List<Target> found) {
        for (Customer c : customers.search(business, words, FOUND)) {
            payments.creditOf(business, c.id())
                    .forEach(credit -> found.add(new Target(
                            "refund:" + credit.means(),
                            "Refund to " + c.name(),
                            "from " + credit.words() + " of " + Texts.day(credit.on()),
                            credit.left().negated())));
        }
        credits(business, line, words, found);
        payments.list(business, new FindPayments.Filter(words, "", "", ""), Slice.first(FOUND)).stream()
                .map(FindPayments.Listed::payment)
                .filter(p -> !p.takenBack().equals(p.amount()))
                .forEach(p -> found.add(new Target(
                        "return:" + p.id(),
                        "Payment of " + p.customerName() + " came back",
                        p.channel().words() + " of " + Texts.day(p.on()),
                        p.amount().minus(p.takenBack()).minus(p.refunded()).negated())));
    }

    /** Invoices of which a credit note can be made here for what went back. */
    private void credits(BusinessId business, BankLine line, String words, List<Target> found) {
        var billed = new ListDocuments.Filter(words, null, null)
                .of(EnumSet.of(DocumentKind.INVOICE, DocumentKind.CASH_SALE));
        documents.list(business, billed, clock.today(business), Slice.first(FOUND / 2)).stream()
                .filter(d -> d.number() != null && d.standing() != Standing.VOID)
                .forEach(d -> credit(business, line, d, found));
    }

    /** Invoices that an outgoing line names. */
    private void namedByRefund(BusinessId business, BankLine line, List<Target> found) {
        Set<String> keys = Matching.numberKeys(List.of(line.said()), documents.numberKeyLengths(business));
        documents
                .settledByNumberKey(business, keys, clock.today(business))
                .forEach(d -> credit(business, line, d, found));
    }

    private void credit(BusinessId business, BankLine line, ListDocuments.Listed billed, List<Target> found) {
        if (!billed.gross().currency().equals(line.left().currency())) return;
        Money most = credit.most(business, billed.id());
        if (most.isPositive())
            found.add(new Target(
                    "credit:" + billed.id(),
                    "Credit note on " + billed.number(),
                    "made now, for " + billed.customerName() + ", and refunded by this line",
                    most.negated()));
    }

    private static boolean holds(String text, String words) {
        String folded = Folding.of(text);
        for (String word : Folding.of(words).strip().split("\\s+")) {
            if (!folded.contains(word)) return false;
        }
        return true;
    }
}
