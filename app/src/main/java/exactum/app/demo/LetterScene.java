package exactum.app.demo;

import exactum.app.accountstatements.AccountStatements;
import exactum.app.business.FindBusinesses;
import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.Delivery;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.HowBilled;
import exactum.app.customers.SaveCustomer;
import exactum.app.customers.Whose;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.reminders.Reminders;
import exactum.app.reminders.Rhythms;
import exactum.app.setup.FindSetup;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.terms.Anchor;
import exactum.core.terms.DueRule;
import exactum.core.terms.Terms;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * What goes out and what becomes of it: reminders from April on, one customer whom no reminder moves and one who is not reminded for a
 * while, e-invoices in a PDF; and, waiting on the Monday, a message that did not arrive, two held ones for whom there is an address now,
 * and a statement of account of somebody without one.
 */
@Component
class LetterScene {
    /** Takes a lift in April and never pays. */
    static final String UNMOVED = "Kingfisher Cabins";

    private static final String LATE_ADDRESS = "Perch Party Boats";
    private static final String COUNTRYSIDE = "lakeside.example";
    private static final LocalDate BEGINS = LocalDate.of(2026, 4, 1);
    private static final LocalDate LIFTED = LocalDate.of(2026, 4, 21);
    private static final LocalDate WEDNESDAY = LocalDate.of(2026, 5, 27);
    private static final LocalDate FRIDAY = LocalDate.of(2026, 5, 29);
    private static final int HYBRID = 3;
    private static final int MOVED_AWAY = 13;
    private static final int PAUSED = 11;
    private final FindBusinesses businesses;
    private final FindCustomers find;
    private final SaveCustomer customers;
    private final FindCatalogue catalogue;
    private final FindSetup setup;
    private final BillingRules rules;
    private final Rhythms rhythms;
    private final Reminders reminders;
    private final Drafts drafts;
    private final AccountStatements statements;
    private final Street street;

    LetterScene(
            FindBusinesses businesses,
            FindCustomers find,
            SaveCustomer customers,
            FindCatalogue catalogue,
            FindSetup setup,
            BillingRules rules,
            Rhythms rhythms,
            Reminders reminders,
            Drafts drafts,
            AccountStatements statements,
            Street street) {
        this.businesses = businesses;
        this.find = find;
        this.customers = customers;
        this.catalogue = catalogue;
        this.setup = setup;
        this.rules = rules;
        this.rhythms = rhythms;
        this.reminders = reminders;
        this.drafts = drafts;
        this.statements = statements;
        this.street = street;
    }

    /** What happens on the day, before it is closed. */
    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (day.equals(BEGINS)) begin(business, harbour);
        if (day.equals(LIFTED)) lift(business, add(business, harbour, UNMOVED, "kingfisher@" + COUNTRYSIDE), day, 0);
        if (day.equals(WEDNESDAY)) wednesday(business, harbour);
        if (day.equals(FRIDAY)) friday(business, harbour);
    }

    private void begin(BusinessId business, Harbour harbour) {
        rhythms.addUsual(business, "Standard");
        rules.say(
                business,
                Whose.of(known(business, harbour, HYBRID).id()),
                new HowBilled.Said(null, null, null, Delivery.HYBRID, null, null, 0));
    }

    /** Two invoices are held, and one goes to an address that is not there any more; somebody asks for time. */
    private void wednesday(BusinessId business, Harbour harbour) {
        CustomerId late = add(business, harbour, LATE_ADDRESS, "");
        lift(business, late, WEDNESDAY, 14);
        lift(business, late, WEDNESDAY, 14);
        Customer away = known(business, harbour, MOVED_AWAY);
        street.isGone(away.email());
        lift(business, away.id(), WEDNESDAY, 14);
        reminders.pause(
                business,
                known(business, harbour, PAUSED),
                LocalDate.of(2026, 6, 30),
                "In hospital until the end of June; their daughter told us by phone");
    }

    /** An address turns up, and a statement of account is asked for by phone. */
    private void friday(BusinessId business, Harbour harbour) {
        Customer late = find.search(business, LATE_ADDRESS, 1).getFirst();
        customers.change(
                business,
                late.id(),
                late.revision(),
                draft(business, harbour, LATE_ADDRESS, "perch@" + COUNTRYSIDE, late.code()));
        String[] unreachable = Arrays.stream(harbour.customers())
                .filter(c -> c[2].isEmpty())
                .findFirst()
                .orElseThrow();
        Customer without = find.search(business, unreachable[0], 1).getFirst();
        statements.send(businesses.get(business), without, harbour.currency(), LocalDate.of(2026, 1, 1), FRIDAY);
    }

    private Customer known(BusinessId business, Harbour harbour, int number) {
        return find.search(business, harbour.customers()[number][0], 1).getFirst();
    }

    private CustomerId add(BusinessId business, Harbour harbour, String name, String email) {
        return customers
                .add(business, draft(business, harbour, name, email, ""))
                .id();
    }

    private CustomerDraft draft(BusinessId business, Harbour harbour, String name, String email, String code) {
        String country = businesses.get(business).identity().country();
        return new CustomerDraft(
                code, name, "organisation", email, "Reed Lane 12\nMillbridge", country, harbour.currency(), "");
    }

    private void lift(BusinessId business, CustomerId customer, LocalDate day, int days) {
        CatalogueItem item = catalogue.items(business).stream()
                .filter(i -> i.code().equals("LIFT"))
                .findFirst()
                .orElseThrow();
        Line line = Line.of(
                item.name(),
                BigDecimal.ONE,
                item.unit(),
                SetUpHarbour.first(item),
                item.taxCode(),
                item.incomeAccount());
        Draft draft = new Draft(
                        IssueDocuments.newId(),
                        DocumentKind.INVOICE,
                        customer,
                        day,
                        Draft.Content.of(businesses.get(business).currency(), PriceMode.PLUS_TAX, List.of(line)),
                        setup.chosenTerms(business).id(),
                        null,
                        Origin.BY_HAND,
                        false,
                        0)
                .dividedBy(Terms.single(DueRule.daysAfter(Anchor.ISSUE, days)));
        drafts.issue(business, draft, true);
    }
}
