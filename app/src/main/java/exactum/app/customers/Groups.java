package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.database.Ids;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Groups of customers, which have prices of their own; a customer is in one at most. */
@Component
public class Groups {
    private final GroupStore store;
    private final FindCustomers customers;
    private final Audit audit;

    Groups(GroupStore store, FindCustomers customers, Audit audit) {
        this.store = store;
        this.customers = customers;
        this.audit = audit;
    }

    /** A group and how many are in it. */
    public record Group(UUID id, String name, int customers) {}

    /** All of them, by name. */
    public List<Group> all(BusinessId business) {
        return store.all(business);
    }

    public Optional<Group> find(BusinessId business, UUID id) {
        return store.all(business).stream().filter(g -> g.id().equals(id)).findFirst();
    }

    /** The group that a customer is in. */
    public Optional<Group> of(BusinessId business, CustomerId customer) {
        return store.of(business, customer).flatMap(id -> find(business, id));
    }

    @Transactional
    public UUID add(BusinessId business, String name) {
        UUID id = Ids.next();
        if (!store.insert(business, id, name))
            throw new Refusal("group.duplicate", "There is a group “%s” already. Nothing was saved.".formatted(name))
                    .at("name");
        audit.record(business, "added a group", name);
        return id;
    }

    /** Puts a customer into a group, or into none for null. */
    @Transactional
    public void put(BusinessId business, CustomerId customer, UUID group) {
        Customer who = customers.find(business, customer).orElseThrow(NotHere::new);
        String before = of(business, customer).map(Group::name).orElse("");
        String after = group == null
                ? ""
                : find(business, group).orElseThrow(NotHere::new).name();
        store.put(business, customer, group);
        audit.record(
                business,
                "changed a customer",
                who.code() + " " + who.name(),
                Changes.of().and("group", before, after));
    }
}
