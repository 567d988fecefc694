package exactum.app.settlement;

import exactum.app.audit.Audit;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.messages.Letter;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Means;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Tells a payer that a payment came; who has no address is told nothing. */
@Component
public class ConfirmPayment {
    private final FindPayments payments;
    private final FindCustomers customers;
    private final ConfirmationLetters letters;
    private final Outbox outbox;
    private final Audit audit;

    ConfirmPayment(
            FindPayments payments, FindCustomers customers, ConfirmationLetters letters, Outbox outbox, Audit audit) {
        this.payments = payments;
        this.customers = customers;
        this.letters = letters;
        this.outbox = outbox;
        this.audit = audit;
    }

    /** Puts the confirmation into the outbox, in the transaction that took the payment in. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void confirm(BusinessId business, Means payment, LocalDate sendOn) {
        confirmAll(business, List.of(payment), sendOn);
    }

    /** The same of several. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void confirmAll(BusinessId business, List<Means> all, LocalDate sendOn) {
        Map<CustomerId, Customer> payers = customers.byId(
                business, all.stream().map(Means::customer).distinct().toList());
        Map<MeansId, List<DocumentId>> about =
                payments.settledByEach(business, all.stream().map(Means::id).toList());
        var messages = new ArrayList<NewMessage>();
        for (Means payment : all) {
            List<String> to = payers.get(payment.customer()).recipients().of(Mail.CONFIRMATIONS);
            if (!to.isEmpty())
                messages.add(NewMessage.to(
                        to,
                        MessageKind.CONFIRMATION,
                        payment.customer(),
                        payment.id().value(),
                        sendOn,
                        about.getOrDefault(payment.id(), List.of())));
        }
        outbox.put(business, messages);
    }

    /** Who is told. */
    List<String> recipients(BusinessId business, CustomerId customer) {
        return customers.get(business, customer).recipients().of(Mail.CONFIRMATIONS);
    }

    /** What it would say now, before anybody changes it. */
    Letter.Words words(BusinessId business, MeansId payment) {
        Letter letter = letters.write(business, payment);
        return new Letter.Words(letter.subjectLine(), letter.body());
    }

    /**
     * Sends it in the words of a person, once a day.
     *
     * @throws Refusal if there is nobody to tell, nothing to say, or it went today already
     */
    @Transactional
    public void send(BusinessId business, FindPayments.Payment payment, Letter.Words words, LocalDate today) {
        if (words.subjectLine().isBlank() || words.body().isBlank())
            throw new Refusal("confirmation.empty", "A confirmation has a subject and a text. Nothing was sent.");
        List<String> to = recipients(business, payment.customer());
        if (to.isEmpty())
            throw new Refusal(
                    "confirmation.address",
                    "%s has no address for confirmations. Nothing was sent. Add one on their page."
                            .formatted(payment.customerName()));
        NewMessage message = message(business, payment.id(), payment.customer(), to, today);
        if (!outbox.putOnce(business, message.in(words)))
            throw new Refusal(
                    "confirmation.today",
                    "A confirmation of this payment was sent today, or is on its way. Nothing was sent. Send another one tomorrow.");
        audit.record(
                business, "wrote a confirmation", payment.amount().withCurrency() + " to " + String.join(", ", to));
    }

    private NewMessage message(
            BusinessId business, MeansId payment, CustomerId customer, List<String> to, LocalDate sendOn) {
        List<DocumentId> about =
                payments.settledByEach(business, List.of(payment)).getOrDefault(payment, List.of());
        return NewMessage.to(to, MessageKind.CONFIRMATION, customer, payment.value(), sendOn, about);
    }
}
