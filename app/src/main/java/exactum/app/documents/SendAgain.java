package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.installation.BusinessClock;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Reminds a payer of an invoice that is still open, at most once a day. */
@Component
public class SendAgain {
    private final FindCustomers customers;
    private final Outbox outbox;
    private final BusinessClock clock;
    private final Audit audit;

    SendAgain(FindCustomers customers, Outbox outbox, BusinessClock clock, Audit audit) {
        this.customers = customers;
        this.outbox = outbox;
        this.clock = clock;
        this.audit = audit;
    }

    /** Puts the reminder into the outbox; nothing if one goes out today already. */
    @Transactional
    public void send(BusinessId business, Document invoice) {
        List<String> to =
                customers.get(business, invoice.customer()).recipients().of(Mail.REMINDERS);
        if (to.isEmpty()) {
            throw new Refusal(
                    "send-again.no-address",
                    "%s has no e-mail address. Nothing was sent. Add one on the customer’s page."
                            .formatted(invoice.buyer().name()));
        }
        boolean put = outbox.putOnce(
                business,
                NewMessage.to(
                        to,
                        MessageKind.REMINDER,
                        invoice.customer(),
                        invoice.id().value(),
                        clock.today(business),
                        List.of(invoice.id())));
        if (put) audit.record(business, "sent an invoice again", invoice.number());
    }
}
