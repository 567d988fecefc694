package exactum.app.demo;

import exactum.app.chargebacks.FindChargebacks;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.refunds.Draw;
import exactum.app.refunds.RefundFiles;
import exactum.app.refunds.RefundMoney;
import exactum.app.refunds.RefundWish;
import exactum.app.refunds.Route;
import exactum.app.refunds.SendRefunds;
import exactum.app.settlement.Channel;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.app.setup.FindSetup;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RefundOrderId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.settlement.Policy;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Money that goes back: a part of a card payment in May, with its credit note and in its payout, and of a transfer, in a file, and a
 * chargeback that was lost; and, waiting on the Monday, a refund that the card's bank refused, one that is in no file yet, one that
 * somebody made at the processor's desk, a card payment that its holder contests, and a cheque that the bank returned.
 */
@Component
class MoneyBackScene {
    private static final LocalDate GIVEN_BACK = LocalDate.of(2026, 5, 13);
    private static final LocalDate CONTESTED_BEFORE = LocalDate.of(2026, 5, 14);
    private static final LocalDate LOST = LocalDate.of(2026, 5, 21);
    private static final LocalDate TRANSFERRED = LocalDate.of(2026, 5, 19);
    private static final LocalDate CHEQUE = LocalDate.of(2026, 5, 20);
    private static final LocalDate CONTESTED = LocalDate.of(2026, 5, 28);
    private static final LocalDate FRIDAY = LocalDate.of(2026, 5, 29);
    private static final int BY_CHEQUE = 13;
    private static final String ALL = "640.00";
    private final FindPayments payments;
    private final FindClaims claims;
    private final FindCustomers customers;
    private final FindSetup setup;
    private final Drafts drafts;
    private final RecordPayment record;
    private final RefundMoney refunds;
    private final SendRefunds send;
    private final RefundFiles files;
    private final FindChargebacks chargebacks;
    private final Street street;

    MoneyBackScene(
            FindPayments payments,
            FindClaims claims,
            FindCustomers customers,
            FindSetup setup,
            Drafts drafts,
            RecordPayment record,
            RefundMoney refunds,
            SendRefunds send,
            RefundFiles files,
            FindChargebacks chargebacks,
            Street street) {
        this.payments = payments;
        this.claims = claims;
        this.customers = customers;
        this.setup = setup;
        this.drafts = drafts;
        this.record = record;
        this.refunds = refunds;
        this.send = send;
        this.files = files;
        this.chargebacks = chargebacks;
        this.street = street;
    }

    /** What happens on the day, before it is closed. */
    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (day.equals(GIVEN_BACK)) giveBack(business, harbour, 0, "12.00", "The pontoon was closed for two days");
        if (day.equals(TRANSFERRED) && isEuro(harbour)) {
            RefundOrderId id = transferBack(business, 2, "30.00", "The crane was booked for another day");
            files.handOver(
                    business,
                    files.write(
                            business, setup.bankAccounts(business).getFirst().id(), List.of(id)));
        }
        if (day.equals(CHEQUE)) cheque(business, harbour);
        if (day.equals(CONTESTED_BEFORE)) contest(business, harbour, 12);
        if (day.equals(LOST)) lose(business);
        if (day.equals(CONTESTED)) {
            contest(business, harbour, 3);
            street.giveBackAtDesk(byCard(business, harbour, 8).booked().saleReference(), "9.00");
        }
        if (day.equals(FRIDAY)) {
            street.refusesNextRefund(harbour.currency());
            giveBack(business, harbour, 5, "25.00", "Shore power was off for a weekend");
            if (isEuro(harbour)) transferBack(business, 6, "18.50", "Metered power was read twice");
            street.returnCheque(harbour.currency(), ALL, "4.50", "RETURNED CHEQUE 4471");
        }
    }

    private void contest(BusinessId business, Harbour harbour, int skipped) {
        street.contest(byCard(business, harbour, skipped).booked().saleReference());
    }

    /** The one that is open is not answered in time. */
    private void lose(BusinessId business) {
        chargebacks.list(business, Slice.first(1)).forEach(c -> street.lost(c.reference()));
    }

    private static boolean isEuro(Harbour harbour) {
        return harbour.currency().equals("EUR");
    }

    private FindPayments.Payment byCard(BusinessId business, Harbour harbour, int skipped) {
        return newest(business, harbour.currency(), Channel.CARD, skipped);
    }

    /** The newest payments that settle something, of which one is taken. */
    private FindPayments.Payment newest(BusinessId business, String currency, Channel channel, int skipped) {
        return payments.list(business, new FindPayments.Filter("", channel.words(), "", ""), Slice.first(200)).stream()
                .map(FindPayments.Listed::payment)
                .filter(p -> p.amount().currency().getCurrencyCode().equals(currency))
                .filter(p -> p.amount().minor() > 5_000
                        && (p.booked().saleReference() != null || channel != Channel.CARD)
                        && payments.refundableThrough(business, p.id()).equals(p.amount())
                        && !chargebacks.isContested(business, p.id())
                        && settlesWhole(business, p))
                .skip(skipped)
                .findFirst()
                .orElseThrow();
    }

    private boolean settlesWhole(BusinessId business, FindPayments.Payment payment) {
        return payments.settledBy(business, payment.id()).stream()
                .findFirst()
                .filter(s -> claims.openOf(business, s.document()).isEmpty())
                .isPresent();
    }

    private void giveBack(BusinessId business, Harbour harbour, int skipped, String amount, String why) {
        FindPayments.Payment payment = byCard(business, harbour, skipped);
        RefundOrderId id = order(business, payment, amount, new Route.Card(), why);
        send.send(business, id);
    }

    /** A part of a transfer goes back to the account that its payer names. */
    private RefundOrderId transferBack(BusinessId business, int skipped, String amount, String why) {
        FindPayments.Payment payment = newest(business, "EUR", Channel.TRANSFER, skipped);
        var to = new Route.Transfer(payment.customerName(), DebitOwners.iban(90 + skipped));
        return order(business, payment, amount, to, why);
    }

    private RefundOrderId order(
            BusinessId business, FindPayments.Payment payment, String amount, Route route, String why) {
        DocumentId document =
                payments.settledBy(business, payment.id()).getFirst().document();
        var id = new RefundOrderId(Ids.next());
        var wish = new RefundWish(
                payment.id(),
                new Draw.NewNote(
                        document, Map.of(), Money.of(payment.amount().currency().getCurrencyCode(), amount)),
                route,
                why);
        Colleagues.as("nora", () -> refunds.refund(business, id, wish));
        return id;
    }

    private void cheque(BusinessId business, Harbour harbour) {
        CustomerId customer = customers
                .search(business, harbour.customers()[BY_CHEQUE][0], 1)
                .getFirst()
                .id();
        Line line = Line.of(
                "Mooring chain, laid and surveyed",
                BigDecimal.ONE,
                "piece",
                UnitPrice.of(harbour.currency(), ALL),
                "standard",
                new AccountCode("4000"));
        var draft = new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                customer,
                CHEQUE,
                Draft.Content.of(Currency.getInstance(harbour.currency()), PriceMode.TAX_INCLUDED, List.of(line)),
                setup.chosenTerms(business).id(),
                null,
                Origin.BY_HAND,
                false,
                0);
        DocumentId invoice = drafts.issue(business, draft, true).id();
        Money all = Money.of(harbour.currency(), ALL);
        record.record(
                business,
                new RecordPayment.ByHand(
                        customer,
                        CHEQUE,
                        Channel.CHEQUE,
                        all,
                        all.withMinor(0),
                        null,
                        new NewPayment.Said("cheque 4471", ""),
                        new Policy.OfDocument(invoice),
                        false));
        street.transfer(harbour.currency(), harbour.customers()[BY_CHEQUE][0], ALL, "CHEQUE 4471");
    }
}
