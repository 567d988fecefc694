package exactum.app.demo;

import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.documents.ListDocuments;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.payer.AddressWish;
import exactum.app.payer.AddressWishes;
import exactum.core.ids.AddressWishId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Currency;
import org.springframework.stereotype.Component;

/** What payers did on their pages in the last week: an address that waits to be taken over, a link that was paid and one that is open. */
@Component
class PayerScene {
    private static final LocalDate WEDNESDAY = LocalDate.of(2026, 5, 27);
    private static final LocalDate FRIDAY = WEDNESDAY.plusDays(2);
    private final FindCustomers customers;
    private final ListDocuments lists;
    private final PaymentLinks links;
    private final AddressWishes wishes;
    private final Payers payers;

    PayerScene(FindCustomers customers, ListDocuments lists, PaymentLinks links, AddressWishes wishes, Payers payers) {
        this.customers = customers;
        this.lists = lists;
        this.links = links;
        this.wishes = wishes;
        this.payers = payers;
    }

    /** What happens on the day, before it is closed. */
    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (day.equals(WEDNESDAY)) paidByLink(business, harbour);
        if (day.equals(FRIDAY)) friday(business, harbour, day);
    }

    /** The key that somebody paid without an invoice stays on their account. */
    private void paidByLink(BusinessId business, Harbour harbour) {
        payers.payByCard(business, link(business, harbour, 4, "Key for the washroom", "45.00"));
    }

    private void friday(BusinessId business, Harbour harbour, LocalDate day) {
        link(business, harbour, 6, "Guest berth in August, paid ahead", null);
        CustomerId moved = customer(business, harbour, 8);
        Customer c = customers.get(business, moved);
        lists.ofCustomer(business, moved, day, 10).stream()
                .filter(d -> d.number() != null)
                .findFirst()
                .ifPresent(d -> wishes.ask(
                        links.ofDocument(business, d.id()),
                        new AddressWish(
                                new AddressWishId(Ids.next()),
                                moved,
                                c.name(),
                                "The Old Boathouse\n" + c.address(),
                                c.country(),
                                day)));
    }

    private PaymentLink link(BusinessId business, Harbour harbour, int number, String purpose, String amount) {
        Currency currency = Currency.getInstance(harbour.currency());
        Money asked = amount == null ? null : Money.of(harbour.currency(), amount);
        return links.ofAmount(
                business,
                customer(business, harbour, number),
                new PaymentLink.Ask(currency, asked, purpose, amount != null),
                harbour.business().identity().mailFrom());
    }

    private CustomerId customer(BusinessId business, Harbour harbour, int number) {
        return customers
                .search(business, harbour.customers()[number][0], 1)
                .getFirst()
                .id();
    }
}
