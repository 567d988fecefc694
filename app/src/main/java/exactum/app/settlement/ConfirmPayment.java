package exactum.app.settlement;

import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.settlement.Means;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Tells a payer that a payment came; who has no address is told nothing. */
@Component
public class ConfirmPayment {
    private final FindPayments payments;
    private final FindCustomers customers;
    private final Outbox outbox;

    ConfirmPayment(FindPayments payments, FindCustomers customers, Outbox outbox) {
        this.payments = payments;
        this.customers = customers;
        this.outbox = outbox;
    }

    /** Puts the confirmation into the outbox, in the transaction that took the payment in. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void confirm(BusinessId business, Means payment, LocalDate sendOn) {
        List<String> to =
                customers.get(business, payment.customer()).recipients().of(Mail.CONFIRMATIONS);
        if (to.isEmpty()) return;
        List<DocumentId> about = payments.settledBy(business, payment.id()).stream()
                .map(FindPayments.Settlement::document)
                .distinct()
                .toList();
        outbox.put(
                business,
                List.of(NewMessage.to(
                        to,
                        MessageKind.CONFIRMATION,
                        payment.customer(),
                        payment.id().value(),
                        sendOn,
                        about)));
    }
}
