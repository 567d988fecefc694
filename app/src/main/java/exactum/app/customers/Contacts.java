package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.database.Ids;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** People at a customer who get its invoices, reminders or confirmations instead of the customer's own address. */
@Component
public class Contacts {
    private final ContactStore store;
    private final FindCustomers customers;
    private final Audit audit;

    Contacts(ContactStore store, FindCustomers customers, Audit audit) {
        this.store = store;
        this.customers = customers;
        this.audit = audit;
    }

    /** One of them; {@code gets} names kinds of {@link Mail}, and none of them is somebody who is only noted. */
    public record Contact(UUID id, String name, String email, List<String> gets) {}

    public List<Contact> of(BusinessId business, CustomerId customer) {
        return store.all(business, customer);
    }

    @Transactional
    public void add(BusinessId business, CustomerId customer, String name, String email, List<String> gets) {
        Customer who = customers.find(business, customer).orElseThrow(NotHere::new);
        if (name.matches(".*[<>|].*"))
            throw new Refusal("contact.signs", "A contact’s name has no <, > or |. Nothing was saved.").at("name");
        if (!Mail.ALL.containsAll(gets))
            throw new Refusal(
                    "contact.mail", "A contact gets %s. Nothing was saved.".formatted(String.join(", ", Mail.ALL)));
        if (!store.insert(business, customer, new Contact(Ids.next(), name, email, Mail.inOrder(gets))))
            throw new Refusal(
                            "contact.duplicate",
                            "%s has this address already. Nothing was saved.".formatted(who.name()))
                    .at("email");
        store.follow(business, customer);
        audit.record(
                business,
                "added a contact",
                who.code() + " " + who.name(),
                Changes.of().and(email, "", gets.isEmpty() ? "gets nothing" : "gets " + String.join(", ", gets)));
    }

    @Transactional
    public void remove(BusinessId business, CustomerId customer, UUID id) {
        Customer who = customers.find(business, customer).orElseThrow(NotHere::new);
        String email = store.delete(business, customer, id).orElseThrow(NotHere::new);
        store.follow(business, customer);
        audit.record(
                business,
                "removed a contact",
                who.code() + " " + who.name(),
                Changes.of().and("contact", email, ""));
    }
}
