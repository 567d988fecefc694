package exactum.app.debits;

import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.mandates.Mandates;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MandateId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What follows from the reason of what came back: the next try, the mandate, and the message. */
@Component
class FollowBack {
    private final CameBackStore store;
    private final Mandates mandates;
    private final FindCustomers customers;
    private final Outbox outbox;
    private final RunBank bank;

    FollowBack(CameBackStore store, Mandates mandates, FindCustomers customers, Outbox outbox, RunBank bank) {
        this.store = store;
        this.mandates = mandates;
        this.customers = customers;
        this.outbox = outbox;
        this.bank = bank;
    }

    /**
     * Lets it follow, in the caller's transaction.
     *
     * @param fees the invoices of fees, by what they are for
     */
    void follow(BusinessId business, List<Effects> all, Map<CollectionId, DocumentId> fees) {
        List<CameBackStore.Again> again = all.stream()
                .filter(e -> e.retry() != null)
                .flatMap(e -> e.debit().items().keySet().stream()
                        .map(claim -> new CameBackStore.Again(
                                claim, e.retry().on(), e.debit().tryNo())))
                .toList();
        if (!again.isEmpty()) store.again(business, again);
        Map<MandateId, Mandates.Becomes> becomes = new LinkedHashMap<>();
        for (Effects e : all)
            if (e.mandateTo() != null)
                becomes.put(
                        e.debit().mandate(),
                        new Mandates.Becomes(e.mandateTo(), e.reason().said()));
        if (!becomes.isEmpty()) mandates.moveAll(business, becomes);
        List<Effects> told = all.stream().filter(Effects::isTold).toList();
        if (!told.isEmpty()) tell(business, told, fees);
    }

    private void tell(BusinessId business, List<Effects> told, Map<CollectionId, DocumentId> fees) {
        Map<CollectionId, List<DocumentId>> documents =
                store.documents(business, told.stream().map(e -> e.debit().id()).toList());
        Map<CustomerId, Customer> payers = customers.byId(
                business, told.stream().map(e -> e.debit().customer()).toList());
        LocalDate today = bank.now(business).toLocalDate();
        outbox.putEachOnce(
                business,
                told.stream()
                        .map(e -> {
                            DebitStore.Debit d = e.debit();
                            var about = new ArrayList<>(documents.getOrDefault(d.id(), List.of()));
                            if (fees.containsKey(d.id())) about.add(fees.get(d.id()));
                            return NewMessage.to(
                                    payers.get(d.customer()).recipients().of(Mail.INVOICES),
                                    MessageKind.DEBIT_RETURNED,
                                    d.customer(),
                                    d.id().value(),
                                    today,
                                    about);
                        })
                        .toList());
    }
}
