package exactum.app.cards;

import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.links.PaymentLink;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardPageId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Opens a page at the processor on which a card is entered to be kept; it is checked there and not charged. A payer enters their
 * own; one that is given by phone is typed by one of us, there and nowhere else.
 */
@Component
public class AskForCard {
    private final FindSetup setup;
    private final FindCustomers customers;
    private final CardPageStore pages;
    private final Connections connections;
    private final KeepCard keep;
    private final TransactionTemplate transaction;

    AskForCard(
            FindSetup setup,
            FindCustomers customers,
            CardPageStore pages,
            Connections connections,
            KeepCard keep,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.customers = customers;
        this.pages = pages;
        this.connections = connections;
        this.keep = keep;
        this.transaction = transaction;
    }

    /** A page that a payer asked for by a link; empty where the processor is away or there is none for the currency. */
    public Optional<CardPage> ofPayer(
            PaymentLink link, Currency currency, String consent, Function<CardPageId, String> returnTo) {
        return open(link.business(), link.customer(), currency, link, CardOnFile.Way.PAGE, consent, "payer", returnTo);
    }

    /** A page that one of us types into while the cardholder is on the phone. */
    public Optional<CardPage> byPhone(
            BusinessId business,
            CustomerId customer,
            Currency currency,
            String consent,
            String by,
            Function<CardPageId, String> returnTo) {
        return open(business, customer, currency, null, CardOnFile.Way.PHONE, consent, by, returnTo);
    }

    private Optional<CardPage> open(
            BusinessId business,
            CustomerId customer,
            Currency currency,
            PaymentLink link,
            CardOnFile.Way way,
            String consent,
            String by,
            Function<CardPageId, String> returnTo) {
        Optional<ProcessorAccount> account = setup.processorFor(business, currency);
        if (account.isEmpty()) return Optional.empty();
        var page = new CardPage(
                new CardPageId(Ids.next()),
                customer,
                account.get().id(),
                link == null ? null : link.id(),
                way,
                consent,
                null,
                null,
                null,
                by);
        transaction.executeWithoutResult(s -> pages.insert(business, page));
        Customer holder = customers.get(business, customer);
        var wanted = new ProcessorPort.PageWanted(
                ProcessorPort.Purpose.VERIFY,
                new ProcessorPort.Order("CARD-" + holder.code(), holder.code(), Money.zero(currency)),
                true,
                way == CardOnFile.Way.PHONE,
                returnTo.apply(page.id()),
                List.of());
        try {
            ProcessorPort.Page opened =
                    connections.to(account.get()).open(page.id().toString(), wanted);
            transaction.executeWithoutResult(s -> pages.opened(business, page.id(), opened));
            return pages.find(business, page.id());
        } catch (NoAnswer away) {
            return Optional.empty();
        }
    }

    public Optional<CardPage> find(BusinessId business, CardPageId id) {
        return pages.find(business, id);
    }

    /** Asks what became of a page, where no notice said so yet; answers it as it stands now. */
    public Optional<CardPage> look(BusinessId business, CardPageId id) {
        Optional<CardPage> page = pages.find(business, id);
        if (page.isEmpty() || page.get().card() != null || page.get().reference() == null) return page;
        ProcessorAccount account = setup.processor(business, page.get().processor());
        try {
            ProcessorPort.PageState state =
                    connections.to(account).page(page.get().reference());
            if (state.card() != null)
                transaction.executeWithoutResult(
                        s -> keep.onPage(account, page.get().reference(), state.card()));
        } catch (NoAnswer away) {
            return page;
        }
        return pages.find(business, id);
    }
}
