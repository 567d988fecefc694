package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.formats.csv.CustomerColumn;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Stores what rows of a file say of customers: new ones all at once, known ones each where they differ. */
@Component
class TakeRows {
    private final CustomerStore customers;
    private final ContactStore contacts;
    private final BillingRuleStore rules;
    private final GroupStore groups;
    private final Audit audit;

    TakeRows(CustomerStore customers, ContactStore contacts, BillingRuleStore rules, GroupStore groups, Audit audit) {
        this.customers = customers;
        this.contacts = contacts;
        this.rules = rules;
        this.groups = groups;
        this.audit = audit;
    }

    /** Somebody new under the id that was made for them. */
    record Fresh(CustomerId id, Incoming incoming) {}

    /** Adds them all; none of their codes may be taken. */
    void add(BusinessId business, List<Incoming> incoming, LocalDate today) {
        var fresh = new ArrayList<Fresh>(incoming.size());
        for (Incoming i : incoming) fresh.add(new Fresh(new CustomerId(Ids.next()), i));
        customers.insertAll(business, fresh, today);
        contacts.insertAll(business, fresh);
        rules.insertAll(
                business,
                fresh.stream().filter(f -> !f.incoming().said().isNothing()).toList());
    }

    /** Changes somebody who is known; false, with nothing changed, if somebody else was first. */
    boolean change(BusinessId business, CustomerRowStore.Known known, Incoming incoming) {
        CustomerId id = known.id();
        if (!customers.update(business, id, known.revision(), incoming.draft())) return false;
        if (!incoming.says(known, CustomerColumn.GROUP)) groups.put(business, id, incoming.group());
        if (!incoming.says(known, CustomerColumn.CONTACTS)) {
            contacts.replace(business, id, incoming.contacts());
            contacts.follow(business, id);
        }
        if (CustomerColumn.billing().stream().anyMatch(c -> !incoming.says(known, c)))
            rules.say(business, Whose.of(id), incoming.said());
        audit.record(
                business,
                "changed a customer",
                incoming.code() + " " + incoming.draft().name(),
                incoming.changes(known));
        return true;
    }
}
