package exactum.app.cardruns;

import exactum.app.cards.Collection;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.documents.AskPayer;
import exactum.app.documents.FindDocuments;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What no card of a payer paid, and is not tried again, is asked of the payer: their page takes it, and they are written to. */
@Component
class TellRefused {
    private final FindDocuments documents;
    private final AskPayer ask;
    private final FindCustomers customers;
    private final Outbox outbox;

    TellRefused(FindDocuments documents, AskPayer ask, FindCustomers customers, Outbox outbox) {
        this.documents = documents;
        this.ask = ask;
        this.customers = customers;
        this.outbox = outbox;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void tell(BusinessId business, List<Collection> refused, LocalDate today) {
        if (refused.isEmpty()) return;
        ask.askAll(
                business,
                documents.all(
                        business,
                        refused.stream().map(Collection::document).distinct().toList()));
        Map<CustomerId, Customer> payers = customers.byId(
                business, refused.stream().map(Collection::customer).distinct().toList());
        outbox.putEachOnce(
                business,
                refused.stream()
                        .map(c -> NewMessage.to(
                                payers.get(c.customer()).recipients().of(Mail.INVOICES),
                                MessageKind.CARD_REFUSED,
                                c.customer(),
                                c.id().value(),
                                today,
                                List.of(c.document())))
                        .toList());
    }
}
