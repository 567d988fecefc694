package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Adds or changes one customer. */
@Component
public class SaveCustomer {
    private final CustomerStore customers;
    private final BusinessClock clock;
    private final Audit audit;

    SaveCustomer(CustomerStore customers, BusinessClock clock, Audit audit) {
        this.customers = customers;
        this.clock = clock;
        this.audit = audit;
    }

    /** Adds a customer; an empty code is made. */
    @Transactional
    public Customer add(BusinessId business, CustomerDraft typed) {
        return add(business, new CustomerId(Ids.next()), typed);
    }

    /** Adds a customer under an id; the same form sent again adds nobody, and another one under its id is refused. */
    @Transactional
    public Customer add(BusinessId business, CustomerId id, CustomerDraft typed) {
        Optional<Customer> before = customers.find(business, id);
        if (before.isPresent()) return same(before.get(), typed);
        CustomerDraft draft = typed.code().isEmpty() ? withCode(typed, customers.nextCode(business)) : typed;
        requireGood(draft);
        customers.mergedInto(business, draft.code()).ifPresent(into -> {
            throw new Refusal(
                            "customer.merged",
                            "%s was merged into %s, %s. Nothing was saved. Take another code."
                                    .formatted(draft.code(), into.code(), into.name()))
                    .at("code");
        });
        if (customers.insert(business, id, draft, clock.today(business))) {
            audit.record(business, "added a customer", draft.code() + " " + draft.name());
            return customers.get(business, id);
        }
        return customers
                .find(business, id)
                .map(c -> same(c, typed))
                .orElseThrow(() -> new Refusal(
                        "customer.duplicate",
                        "There is a customer with the code %s already. Nothing was saved.".formatted(draft.code())));
    }

    private static Customer same(Customer saved, CustomerDraft typed) {
        boolean says = saved.name().equals(typed.name())
                && typed.email().equals(saved.email() == null ? "" : saved.email())
                && typed.address().equals(saved.address());
        if (says) return saved;
        throw new Refusal(
                "customer.saved-otherwise",
                "This form was saved already as %s, %s, and differs there. Nothing more was saved. Open that customer to change it."
                        .formatted(saved.code(), saved.name()));
    }

    /** Changes a customer, unless somebody changed it since it was shown. */
    @Transactional
    public void change(BusinessId business, CustomerId id, int revision, CustomerDraft draft) {
        requireGood(draft);
        Customer before = customers.get(business, id);
        if (!customers.update(business, id, revision, draft)) {
            throw new Refusal(
                    "customer.changed",
                    "Somebody changed %s meanwhile: it now says %s, %s. Yours was not saved; it still stands here. Open the customer again to compare."
                            .formatted(
                                    before.code(),
                                    before.name(),
                                    before.email() == null ? "no e-mail" : before.email()));
        }
        audit.record(business, "changed a customer", draft.code() + " " + draft.name(), differences(before, draft));
    }

    static Changes differences(Customer before, CustomerDraft after) {
        return Changes.of()
                .and("code", before.code(), after.code())
                .and("name", before.name(), after.name())
                .and("kind", before.kind(), after.kind())
                .and("e-mail", before.email(), after.email())
                .and("address", Texts.oneLine(before.address()), Texts.oneLine(after.address()))
                .and("service address", Texts.oneLine(before.serviceAddress()), Texts.oneLine(after.serviceAddress()))
                .and("country", before.country(), after.country())
                .and("currency", before.currency(), after.currency())
                .and("tax number", before.taxNumber(), after.taxNumber());
    }

    private static void requireGood(CustomerDraft draft) {
        List<Refusal> wrong = draft.problems().stream()
                .map(p -> new Refusal("customer.wrong", sentence(p)).at(p.field()))
                .toList();
        if (!wrong.isEmpty()) throw Refusal.all(wrong);
    }

    /** A reason as a sentence of its own. */
    static String sentence(CustomerDraft.Problem problem) {
        return capital(problem.words()) + ". Nothing was saved.";
    }

    private static String capital(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }

    private static CustomerDraft withCode(CustomerDraft d, String code) {
        return new CustomerDraft(
                code,
                d.name(),
                d.kind(),
                d.email(),
                d.address(),
                d.serviceAddress(),
                d.country(),
                d.currency(),
                d.taxNumber());
    }
}
