package exactum.app.business;

import static exactum.app.business.Role.ADMINISTRATOR;
import static exactum.app.business.Role.APPROVER;
import static exactum.app.business.Role.BILLING;
import static exactum.app.business.Role.COLLECTIONS;
import static exactum.app.business.Role.RECONCILIATION;

import java.util.List;
import java.util.Set;

/**
 * The one table of what each role may do. Pages show by it, actions are let through by it ({@link Needs}), tests walk it.
 * Reading needs no power: everybody who works for a business reads all of it. What takes a file and stores nothing everybody may do.
 */
public enum Power {
    SETUP("change the set-up", ADMINISTRATOR),
    PEOPLE("invite people, give and take roles", ADMINISTRATOR),
    CATALOGUE("change the catalogue and its prices", ADMINISTRATOR, BILLING),
    CUSTOMERS("add, change and import customers", ADMINISTRATOR, BILLING, COLLECTIONS),
    ARRANGEMENTS("agree and change recurring invoices", ADMINISTRATOR, BILLING),
    DOCUMENTS("write, issue and void documents, run the billing", ADMINISTRATOR, BILLING),
    MESSAGES("send again, release what is held, make payment links", ADMINISTRATOR, BILLING, COLLECTIONS),
    PAYMENTS("record payments and use credit on account", ADMINISTRATOR, COLLECTIONS, RECONCILIATION),
    COLLECTING(
            "collect by direct debit, take in what came back and ask about card payments", ADMINISTRATOR, COLLECTIONS),
    MATCHING("read statements and payouts, match their lines", ADMINISTRATOR, RECONCILIATION),
    BOOKS("prove the books, sign tie-outs, book by hand and close months", ADMINISTRATOR, RECONCILIATION),
    APPROVE("approve what somebody else made", ADMINISTRATOR, APPROVER),
    DECIDE(
            "hand decisions over, snooze and dismiss them",
            ADMINISTRATOR,
            BILLING,
            COLLECTIONS,
            RECONCILIATION,
            APPROVER),
    DATE("move the date of a test installation", ADMINISTRATOR, BILLING),
    OWN_DAY("arrange their own day sheet and ask for it by mail", Role.values()),
    COMPARE("lay an e-invoice beside our own document", Role.values());

    private final String words;
    private final List<Role> holders;

    Power(String words, Role... holders) {
        this.words = words;
        this.holders = List.of(holders);
    }

    /** What it allows, as it follows “may”. */
    public String words() {
        return words;
    }

    /** The roles that have it, the first one always the administrator. */
    public List<Role> holders() {
        return holders;
    }

    /** Whether any of the roles has it. */
    public boolean isWith(Set<Role> roles) {
        return holders.stream().anyMatch(roles::contains);
    }
}
