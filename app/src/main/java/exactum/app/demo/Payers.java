package exactum.app.demo;

import exactum.app.cards.StartCardPayment;
import exactum.app.customers.CustomerStore;
import exactum.app.documents.InvoiceStore;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.settings.Settings;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.Locale;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.web.client.RestClient;

/** The made-up payers of the demo: most pay within their terms, some late, a few not at all, some with a wrong card first. */
@Component
class Payers {
    private static final String GOOD = "4111111111111111";
    private static final String GOOD_TOO = "5555555555554444";
    private static final String SHORT_OF_MONEY = "4012888888881881";
    private static final Set<String> BY_TRANSFER =
            Set.of("Lakeside Scouts", "Greywater Research", "Reedharbour School", "Swan Line Cruises");
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
        for (InvoiceStore.Listed invoice : invoices.list("", "", null, day, 400)) {
            if (invoice.openMinor() == 0 || !day.equals(payDay(invoice))) continue;
            if (BY_TRANSFER.contains(invoice.customer())) transfer(invoice);
            else if (customers.find(invoice.customerId()).orElseThrow().email() != null) pay(invoice);
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

    /** The largest open invoice of somebody is paid by transfer. */
    void payLargest(String customer, LocalDate day) {
        invoices.list(customer, "", null, day, 50).stream()
                .max(Comparator.comparingLong(InvoiceStore.Listed::openMinor))
                .ifPresent(this::transfer);
    }

    private void transfer(InvoiceStore.Listed invoice) {
        transfer(
                invoice.customer(),
                Money.ofMinor(invoice.currency(), invoice.openMinor()).plain(),
                invoice.number() + " " + invoice.customer());
    }

    /** Somebody sends money to the bank and writes what they like. */
    void transfer(String from, String amount, String text) {
        var form = new LinkedMultiValueMap<String, String>();
        form.add("from", from);
        form.add("amount", amount);
        form.add("text", text.toUpperCase(Locale.ROOT));
        http.post()
                .uri(settings.standinsAddress() + "/bank/transfer")
                .body(form)
                .retrieve()
                .toBodilessEntity();
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
