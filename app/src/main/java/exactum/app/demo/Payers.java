package exactum.app.demo;

import exactum.app.cards.StartCardPayment;
import exactum.app.customers.CustomerStore;
import exactum.app.documents.InvoiceStore;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.settings.Settings;
import java.time.LocalDate;
import org.springframework.stereotype.Component;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.web.client.RestClient;

/** The made-up payers of the demo: most pay within their terms, some late, a few not at all, some with a wrong card first. */
@Component
class Payers {
    private static final String GOOD = "4111111111111111";
    private static final String GOOD_TOO = "5555555555554444";
    private static final String SHORT_OF_MONEY = "4012888888881881";
    private final CustomerStore customers;
    private final InvoiceStore invoices;
    private final PaymentLinks links;
    private final StartCardPayment start;
    private final Settings settings;
    private final RestClient http = RestClient.create();

    Payers(
            CustomerStore customers,
            InvoiceStore invoices,
            PaymentLinks links,
            StartCardPayment start,
            Settings settings) {
        this.customers = customers;
        this.invoices = invoices;
        this.links = links;
        this.start = start;
        this.settings = settings;
    }

    /** Those whose day it is pay their invoices. */
    void payOn(LocalDate day) {
        for (InvoiceStore.Listed invoice : invoices.list("", "", day, 400)) {
            if (invoice.openMinor() == 0 || !day.equals(payDay(invoice))) continue;
            if (customers.find(invoice.customerId()).orElseThrow().email() != null) pay(invoice);
        }
    }

    private static LocalDate payDay(InvoiceStore.Listed invoice) {
        int dice = Math.floorMod(
                invoice.number().hashCode() * 31 + invoice.customer().hashCode(), 100);
        boolean never = Math.floorMod(invoice.customer().hashCode(), 19) == 3
                && invoice.date().isAfter(LocalDate.of(2026, 4, 20));
        if (never) return null;
        return invoice.date().plusDays(dice < 90 ? 1 + dice % 13 : 16 + dice % 20);
    }

    private void pay(InvoiceStore.Listed invoice) {
        PaymentLink link = links.ofInvoice(invoice.id());
        var outcome = start.start(
                link, invoice.openMinor(), settings.publicAddress() + "/pay/" + links.token(link) + "/back");
        if (!(outcome instanceof StartCardPayment.Outcome.Opened opened))
            throw new IllegalStateException("The demo's payer was answered " + outcome);
        int dice = Math.floorMod(invoice.number().hashCode(), 17);
        if (dice == 0) enter(opened.url(), SHORT_OF_MONEY);
        enter(opened.url(), dice % 2 == 0 ? GOOD : GOOD_TOO);
    }

    private void enter(String page, String card) {
        var form = new LinkedMultiValueMap<String, String>();
        form.add("number", card);
        http.post().uri(page).body(form).retrieve().toBodilessEntity();
    }
}
