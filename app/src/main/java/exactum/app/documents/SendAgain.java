package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.installation.BusinessClock;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Sends a document that was not sent yet, or reminds a payer of an invoice that is still open and that they are asked for; at most once a day. */
@Component
public class SendAgain {
    private final FindCustomers customers;
    private final FindMessages messages;
    private final Outbox outbox;
    private final BusinessClock clock;
    private final Audit audit;

    SendAgain(FindCustomers customers, FindMessages messages, Outbox outbox, BusinessClock clock, Audit audit) {
        this.customers = customers;
        this.messages = messages;
        this.outbox = outbox;
        this.clock = clock;
        this.audit = audit;
    }

    /** Puts it into the outbox: the document where it was never sent or we collect it, else a reminder. False if that goes out today already. */
    @Transactional
    public boolean send(BusinessId business, Document invoice) {
        boolean reminds =
                invoice.kind().isOwed() && !invoice.manner().collected() && messages.wasSent(business, invoice.id());
        List<String> to =
                customers.get(business, invoice.customer()).recipients().of(reminds ? Mail.REMINDERS : Mail.INVOICES);
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
                        reminds ? MessageKind.REMINDER : kind(invoice.kind()),
                        invoice.customer(),
                        invoice.id().value(),
                        clock.today(business),
                        List.of(invoice.id())));
        if (put) audit.record(business, "sent a document again", invoice.number());
        return put;
    }

    /** The message that brings a document of a kind. */
    static MessageKind kind(DocumentKind kind) {
        return switch (kind) {
            case QUOTE -> MessageKind.QUOTE;
            case CREDIT_NOTE -> MessageKind.CREDIT_NOTE;
            default -> MessageKind.INVOICE;
        };
    }
}
