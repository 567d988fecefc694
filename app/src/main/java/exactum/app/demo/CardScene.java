package exactum.app.demo;

import exactum.app.arrangements.Handling;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.SaveRecurring;
import exactum.app.cards.AskForCard;
import exactum.app.cards.Authorise;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.CardPage;
import exactum.app.cards.FindCards;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.PaysBy;
import exactum.app.database.Ids;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Origin;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.setup.FindSetup;
import exactum.core.arrangement.DatedLine;
import exactum.core.arrangement.WhenUnread;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Two cards that were saved, one of which ends soon: an invoice that is due and waits to be charged, an authorisation that lapses
 * in two days, and a cash sale each month that is charged by itself from June on.
 */
@Component
class CardScene {
    private static final LocalDate BILLED = LocalDate.of(2026, 5, 15);
    private static final LocalDate SAVED = LocalDate.of(2026, 5, 27);
    private static final int LIFTED = 10;
    private static final int BATHER = 12;
    private final FindCustomers customers;
    private final FindCards cards;
    private final FindSetup setup;
    private final PaymentLinks links;
    private final AskForCard ask;
    private final Authorise authorise;
    private final Drafts drafts;
    private final SaveRecurring recurring;
    private final Street street;

    CardScene(
            FindCustomers customers,
            FindCards cards,
            FindSetup setup,
            PaymentLinks links,
            AskForCard ask,
            Authorise authorise,
            Drafts drafts,
            SaveRecurring recurring,
            Street street) {
        this.customers = customers;
        this.cards = cards;
        this.setup = setup;
        this.links = links;
        this.ask = ask;
        this.authorise = authorise;
        this.drafts = drafts;
        this.recurring = recurring;
        this.street = street;
    }

    /** Whether a card on file is to pay it, so that its payer does nothing. */
    static boolean waitsFor(Harbour harbour, ListDocuments.Listed invoice) {
        return invoice.date().equals(BILLED) && invoice.customerName().equals(harbour.customers()[LIFTED][0]);
    }

    /** Whether its customer has a card on file, whose charges other scenes leave as they are. */
    static boolean hasCard(Harbour harbour, ListDocuments.Listed invoice) {
        String name = invoice.customerName();
        return name.equals(harbour.customers()[LIFTED][0]) || name.equals(harbour.customers()[BATHER][0]);
    }

    /** What happens on the day, before it is closed. */
    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (day.equals(BILLED)) lift(business, harbour);
        if (day.equals(SAVED)) save(business, harbour);
    }

    private void lift(BusinessId business, Harbour harbour) {
        var lift = new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                customer(business, harbour, LIFTED),
                BILLED,
                Draft.Content.of(
                        Currency.getInstance(harbour.currency()),
                        PriceMode.PLUS_TAX,
                        List.of(line(harbour, "Crane lift for the survey", "165.00"))),
                setup.chosenTerms(business).id(),
                null,
                Origin.BY_HAND,
                false,
                0);
        drafts.issue(business, lift.paidBy(PaysBy.COLLECTED), true);
    }

    private void save(BusinessId business, Harbour harbour) {
        CardOnFile card = saved(business, harbour, LIFTED, Street.GOOD_TOO, "12/29");
        authorise.onFile(business, card, null, "Mast repair", Money.of(harbour.currency(), "320.00"));
        saved(business, harbour, BATHER, Street.GOOD, "06/26");
        var monthly = new Recurrence(
                Cadence.monthly(new DayRule.MonthDay(1)),
                LocalDate.of(2026, 6, 1),
                Coverage.MONTH_OF_DATE,
                new End.Never(),
                0);
        recurring.add(
                business,
                new RecurringInvoice(
                        new RecurringId(Ids.next()),
                        "Sauna and showers",
                        customer(business, harbour, BATHER),
                        monthly,
                        setup.chosenTerms(business).id(),
                        new RecurringInvoice.Content(
                                Currency.getInstance(harbour.currency()),
                                PriceMode.PLUS_TAX,
                                List.of(DatedLine.of(line(harbour, "Sauna and showers", "24.00"))),
                                Draft.Wording.NONE,
                                List.of()),
                        new Handling(false, true, Draft.Sending.USUAL, WhenUnread.WAIT, true),
                        RecurringInvoice.Progress.FRESH,
                        1));
    }

    private static Line line(Harbour harbour, String what, String price) {
        return Line.of(
                what, BigDecimal.ONE, "", UnitPrice.of(harbour.currency(), price), "standard", new AccountCode("4000"));
    }

    /** A payer saves a card at their page without paying. */
    private CardOnFile saved(BusinessId business, Harbour harbour, int number, String card, String expiry) {
        Currency currency = Currency.getInstance(harbour.currency());
        CustomerId holder = customer(business, harbour, number);
        PaymentLink link = links.ofAmount(
                business,
                holder,
                new PaymentLink.Ask(currency, null, "Guest berth, paid ahead", false),
                harbour.business().identity().mailFrom());
        String consent =
                "%s keeps this card at its payment processor and charges it for my invoices when they are due, until I remove it. I can remove it at any time on my payment page."
                        .formatted(harbour.business().identity().senderName());
        CardPage page = ask.ofPayer(link, currency, consent, id -> links.address(link) + "/methods")
                .orElseThrow(() -> new IllegalStateException("no card page for " + link.id()));
        street.enterCard(page.url(), card, expiry);
        ask.look(business, page.id());
        return cards.ofCustomer(business, holder).getFirst();
    }

    private CustomerId customer(BusinessId business, Harbour harbour, int number) {
        return customers
                .search(business, harbour.customers()[number][0], 1)
                .getFirst()
                .id();
    }
}
