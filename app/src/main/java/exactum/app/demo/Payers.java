package exactum.app.demo;

import exactum.app.cards.StartCardPayment;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Slice;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Standing;
import exactum.app.installation.Settings;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.settlement.FindClaims;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The made-up payers of the demo: most pay within their terms, some late, a few not at all, some with a wrong card first. */
@Component
class Payers {
    private static final int ALL = 10_000;
    private final FindCustomers customers;
    private final ListDocuments documents;
    private final FindClaims claims;
    private final PaymentLinks links;
    private final StartCardPayment start;
    private final Street street;
    private final Settings settings;

    Payers(
            FindCustomers customers,
            ListDocuments documents,
            FindClaims claims,
            PaymentLinks links,
            StartCardPayment start,
            Street street,
            Settings settings) {
        this.customers = customers;
        this.documents = documents;
        this.claims = claims;
        this.links = links;
        this.start = start;
        this.street = street;
        this.settings = settings;
    }

    /** Those whose day it is pay their invoices. */
    void payOn(BusinessId business, Harbour harbour, LocalDate day) {
        for (ListDocuments.Listed invoice : unpaid(business, day)) {
            if (!invoice.gross().currency().equals(harbour.business().currency())) continue;
            if (DebitOwners.isOne(invoice.customerName()) || CardScene.waitsFor(harbour, invoice)) continue;
            if (harbour.byTransfer().contains(invoice.customerName()))
                transfers(business, invoice, day).ifPresent(amount -> transfer(harbour, invoice, amount));
            else if (day.equals(payDay(invoice))
                    && customers.get(business, invoice.customer()).email() != null) payByCard(business, invoice);
        }
    }

    /** What is transferred on a day: the part whose day it was the day before, or all of what is not divided. */
    private Optional<Money> transfers(BusinessId business, ListDocuments.Listed invoice, LocalDate day) {
        List<FindClaims.Part> parts = claims.parts(business, invoice.id());
        if (parts.size() < 2) return day.equals(payDay(invoice)) ? Optional.of(invoice.open()) : Optional.empty();
        return parts.stream()
                .filter(p -> p.isOpen() && p.due().plusDays(1).equals(day))
                .map(FindClaims.Part::left)
                .findFirst();
    }

    private List<ListDocuments.Listed> unpaid(BusinessId business, LocalDate day) {
        return Stream.of(Standing.ISSUED, Standing.PART_PAID, Standing.OVERDUE)
                .flatMap(s ->
                        documents.list(business, new ListDocuments.Filter("", s, null), day, Slice.first(ALL)).stream())
                .toList();
    }

    private static LocalDate payDay(ListDocuments.Listed invoice) {
        int dice = Math.floorMod(
                invoice.number().hashCode() * 31 + invoice.customerName().hashCode(), 100);
        boolean never = Math.floorMod(invoice.customerName().hashCode(), 19) == 3
                && invoice.date().isAfter(LocalDate.of(2026, 4, 20));
        if (never || !invoice.date().isBefore(DemoDays.LEFT_TO_THE_READER_FROM)) return null;
        return invoice.date().plusDays(dice < 90 ? 1 + dice % 13 : 16 + dice % 20);
    }

    private void transfer(Harbour harbour, ListDocuments.Listed invoice, Money amount) {
        street.transfer(
                harbour.currency(),
                invoice.customerName(),
                amount.plain(),
                invoice.number() + " " + invoice.customerName());
    }

    /** Pays the amount that a link without an invoice asks for. */
    void payByCard(BusinessId business, PaymentLink link) {
        var outcome = start.start(
                link, link.ask().amount().minor(), settings.publicAddress() + "/pay/" + links.token(link) + "/back");
        if (!(outcome instanceof StartCardPayment.Outcome.Opened opened))
            throw new IllegalStateException("The demo's payer was answered " + outcome + " in " + business);
        street.enterCard(opened.url(), Street.GOOD);
    }

    /** Pays what is open of an invoice by card, with a card that is short of money first now and then. */
    void payByCard(BusinessId business, ListDocuments.Listed invoice) {
        PaymentLink link = links.ofDocument(business, invoice.id());
        var outcome = start.start(
                link, invoice.open().minor(), settings.publicAddress() + "/pay/" + links.token(link) + "/back");
        if (!(outcome instanceof StartCardPayment.Outcome.Opened opened))
            throw new IllegalStateException("The demo's payer was answered " + outcome);
        int dice = Math.floorMod(invoice.number().hashCode(), 17);
        if (dice == 0) street.enterCard(opened.url(), Street.SHORT_OF_MONEY);
        street.enterCard(opened.url(), dice % 2 == 0 ? Street.GOOD : Street.GOOD_TOO);
    }
}
