package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.clock.BusinessClock;
import exactum.app.ids.Ids;
import exactum.core.problem.Refusal;
import java.util.Optional;
import java.util.UUID;
import org.jooq.exception.NoDataFoundException;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Adds or changes one customer. */
@Component
public class KeepCustomer {
    private final CustomerStore customers;
    private final BusinessClock clock;
    private final Audit audit;
    private final ApplicationEventPublisher events;

    KeepCustomer(CustomerStore customers, BusinessClock clock, Audit audit, ApplicationEventPublisher events) {
        this.customers = customers;
        this.clock = clock;
        this.audit = audit;
        this.events = events;
    }

    /** An address was added where there was none, so held messages can be offered. */
    public record AddressAdded(UUID customer) {}

    /** Adds a customer; an empty code is made. */
    @Transactional
    public Customer add(CustomerDraft typed) {
        return add(Ids.next(), typed);
    }

    /** Adds a customer under an id; the same form sent again adds nobody, and another one under its id is refused. */
    @Transactional
    public Customer add(UUID id, CustomerDraft typed) {
        Optional<Customer> before = customers.find(id);
        if (before.isPresent()) return same(before.get(), typed);
        CustomerDraft draft = typed.code().isEmpty() ? withCode(typed, customers.nextCode()) : typed;
        requireGood(draft);
        if (customers.insert(id, draft, clock.today())) {
            audit.record("added a customer", draft.code() + " " + draft.name());
            return customers.find(id).orElseThrow();
        }
        return customers
                .find(id)
                .map(c -> same(c, typed))
                .orElseThrow(() -> new Refusal(
                        "customer.duplicate",
                        "There is a customer with the code %s already. Nothing was kept.".formatted(draft.code())));
    }

    private static Customer same(Customer kept, CustomerDraft typed) {
        boolean says = kept.name().equals(typed.name())
                && typed.email().equals(kept.email() == null ? "" : kept.email())
                && typed.address().equals(kept.address());
        if (says) return kept;
        throw new Refusal(
                "customer.kept-otherwise",
                "This form was kept already as %s, %s, and reads otherwise there. Nothing more was kept. Open that customer to change it."
                        .formatted(kept.code(), kept.name()));
    }

    /** Changes a customer, unless somebody changed it since it was shown. */
    @Transactional
    public void change(UUID id, int revision, CustomerDraft draft) {
        requireGood(draft);
        Customer before = customers.find(id).orElseThrow(() -> new NoDataFoundException("no customer " + id));
        if (!customers.update(id, revision, draft)) {
            throw new Refusal(
                    "customer.changed",
                    "Somebody changed %s meanwhile: it now says %s, %s. Yours was not kept; it still stands here. Open the customer again to compare."
                            .formatted(
                                    before.code(),
                                    before.name(),
                                    before.email() == null ? "no e-mail" : before.email()));
        }
        audit.record("changed a customer", draft.code() + " " + draft.name());
        if (before.email() == null && !draft.email().isEmpty()) events.publishEvent(new AddressAdded(id));
    }

    private static void requireGood(CustomerDraft draft) {
        var problems = draft.problems();
        if (!problems.isEmpty())
            throw new Refusal("customer.wrong", capital(String.join("; ", problems)) + ". Nothing was kept.");
    }

    private static String capital(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }

    private static CustomerDraft withCode(CustomerDraft d, String code) {
        return new CustomerDraft(
                code, d.name(), d.kind(), d.email(), d.address(), d.country(), d.currency(), d.taxNumber());
    }
}
