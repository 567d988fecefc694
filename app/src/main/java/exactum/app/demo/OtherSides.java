package exactum.app.demo;

import exactum.app.customers.BillingRules;
import exactum.app.customers.Contacts;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.Delivery;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Language;
import exactum.app.customers.SaveCustomer;
import exactum.app.customers.Whose;
import exactum.app.layouts.Block;
import exactum.app.layouts.Look;
import exactum.app.layouts.Looks;
import exactum.app.setup.Layouts;
import exactum.core.document.TaxTreatment;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Those who are billed otherwise than everybody: clubs, a club on the far shore, somebody without e-mail, and one who is there twice. */
@Component
class OtherSides {
    /** A club abroad that gets e-invoices, has its papers in German and accounts for the tax itself. */
    static final String ABROAD = "Segelverein Fernufer";

    /** Somebody who wants paper. */
    static final String ON_PAPER = "Hollis Grange";

    /** Clubs get a paper of their own, with the way to pay above the lines for their treasurers. */
    private static final Look CLUBS = new Look(
            new Look.Brand("#17656a", "#8a4b12", "plain", null),
            List.of(
                    Block.LETTERHEAD,
                    Block.ADDRESSEE,
                    Block.TITLE,
                    Block.OPENING,
                    Block.PAY,
                    Block.LINES,
                    Block.TAX_NOTE,
                    Block.PARTS,
                    Block.MEMO,
                    Block.CLOSING,
                    Block.FOOTER),
            Map.of(
                    "en",
                    new Look.Texts(
                            "For your treasurer: please pay {amount} by {due date}.",
                            "Berths of members who leave the club can be handed on; tell us by the first of a month.",
                            "{number} for the treasurer of {customer}",
                            "here is what your club owes {business}: {open amount}, due on {due date}."),
                    "de",
                    new Look.Texts(
                            "Für Ihre Kasse: bitte zahlen Sie {amount} bis {due date}.",
                            "Liegeplätze ausgetretener Mitglieder können weitergegeben werden; bitte melden Sie das zum Monatsersten.",
                            "{number} für die Kasse von {customer}",
                            "Ihr Verein schuldet {business} {open amount}, fällig am {due date}.")),
            true,
            true);

    private final SaveCustomer customers;
    private final Contacts contacts;
    private final BillingRules rules;
    private final Layouts layouts;
    private final Looks looks;

    OtherSides(SaveCustomer customers, Contacts contacts, BillingRules rules, Layouts layouts, Looks looks) {
        this.looks = looks;
        this.customers = customers;
        this.contacts = contacts;
        this.rules = rules;
        this.layouts = layouts;
    }

    void arrive(BusinessId business, Harbour harbour, UUID clubs) {
        UUID transfers = layouts.add(business, "Clubs", false, true);
        looks.change(business, transfers, 0, CLUBS);
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
