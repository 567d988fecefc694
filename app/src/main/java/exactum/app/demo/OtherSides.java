package exactum.app.demo;

import exactum.app.customers.BillingRules;
import exactum.app.customers.Contacts;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.Delivery;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Language;
import exactum.app.customers.SaveCustomer;
import exactum.app.customers.Whose;
import exactum.app.setup.Layouts;
import exactum.core.document.TaxTreatment;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Those who are billed otherwise than everybody: clubs, a club on the far shore, somebody without e-mail, and one who is there twice. */
@Component
class OtherSides {
    /** A club abroad that gets e-invoices, has its papers in German and accounts for the tax itself. */
    static final String ABROAD = "Segelverein Fernufer";

    /** Somebody who wants paper. */
    static final String ON_PAPER = "Hollis Grange";

    private final SaveCustomer customers;
    private final Contacts contacts;
    private final BillingRules rules;
    private final Layouts layouts;

    OtherSides(SaveCustomer customers, Contacts contacts, BillingRules rules, Layouts layouts) {
        this.customers = customers;
        this.contacts = contacts;
        this.rules = rules;
        this.layouts = layouts;
    }

    void arrive(BusinessId business, Harbour harbour, UUID clubs) {
        UUID transfers = layouts.add(business, "Transfer only", false, true);
        rules.say(business, Whose.of(clubs), new HowBilled.Said(null, null, null, Delivery.LINK, null, transfers, 0));
        String currency = harbour.currency();
        String country = harbour.business().identity().country();
        CustomerId abroad = add(
                business,
                new CustomerDraft(
                        "",
                        ABROAD + " e. V.",
                        "organisation",
                        "verein@fernufer.example",
                        "Uferweg 12\n88999 Fernufer",
                        "Steg 3\nReedharbour",
                        "DE",
                        currency,
                        "DE811569869"));
        contacts.add(business, abroad, "Kasse", "kasse@fernufer.example", List.of("invoices", "reminders"));
        rules.say(
                business,
                Whose.of(abroad),
                new HowBilled.Said(
                        Language.GERMAN,
                        null,
                        new HowBilled.Tax(
                                country.equals("GB") ? TaxTreatment.OUTSIDE_SCOPE : TaxTreatment.REVERSE_CHARGE, ""),
                        Delivery.E_INVOICE,
                        null,
                        null,
                        0));
        CustomerId paper = add(
                business,
                new CustomerDraft("", ON_PAPER, "person", "", "Mill Lane 8\nReedharbour", country, currency, ""));
        rules.say(business, Whose.of(paper), new HowBilled.Said(null, null, null, Delivery.PAPER, null, null, 0));
        String[] twice = harbour.customers()[7];
        add(business, new CustomerDraft("", twice[0], twice[1], "", twice[3] + "\n" + twice[4], country, currency, ""));
    }

    private CustomerId add(BusinessId business, CustomerDraft draft) {
        return customers.add(business, draft).id();
    }
}
