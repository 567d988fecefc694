package exactum.app;

import com.standardwebhooks.Webhook;
import com.standardwebhooks.exceptions.EmptyWebhookSecretException;
import com.standardwebhooks.exceptions.WebhookSigningException;
import exactum.app.billing.BillingRun;
import exactum.app.billing.BillingStore;
import exactum.app.billing.CommitBillingRun;
import exactum.app.billing.PlanBillingRun;
import exactum.app.business.Business;
import exactum.app.cards.TakeInNotice;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.KeepCustomer;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.recurring.KeepRecurringInvoice;
import exactum.app.recurring.RecurringInvoice;
import exactum.app.security.Users;
import exactum.app.setup.Account;
import exactum.app.setup.NumberSeries;
import exactum.app.setup.SetUp;
import exactum.app.setup.SetupStore;
import exactum.core.bank.Iban;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.document.TaxRate;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.terms.DueRule;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** A small business that is set up, with the few steps that tests begin with. */
public class World {
    static final String SECRET = "whsec_MDEyMzQ1Njc4OWFiY2RlZjAxMjM0NTY3ODlhYmNkZWY=";
    private final ConfigurableApplicationContext context;
    private final AtomicInteger count = new AtomicInteger();
    final UUID processor;

    World(ConfigurableApplicationContext context) {
        this.context = context;
        SetUp setUp = context.getBean(SetUp.class);
        setUp.keepBusiness(new Business(
                "Larkwater Moorings Ltd",
                "Larkwater Moorings",
                "LARKWATER",
                "Harbour Office\nReedharbour",
                "IE",
                "IE9700053D",
                "EUR",
                "Europe/Dublin",
                "office@larkwater.example",
                "#17405c",
                "#a8481a",
                "book",
                1));
        setUp.addTaxRate(new TaxRate("standard", "VAT", new BigDecimal("23"), LocalDate.of(2021, 3, 1), null, "test"));
        setUp.addTaxRate(new TaxRate("reduced", "VAT", new BigDecimal("13.5"), LocalDate.of(2003, 1, 1), null, "test"));
        setUp.addTerms("14 days", new DueRule(0, 14, false), "Payable within 14 days.", true);
        setUp.keepSeries(new NumberSeries(NumberSeries.INVOICES, "LW-", 4));
        processor = setUp.addProcessor(
                "Cards",
                "http://127.0.0.1:1/processor",
                "key",
                SECRET,
                "EUR",
                "1060",
                "5000",
                new FeeRule(new BigDecimal("2.4"), Money.of("EUR", "0.25")));
        context.getBean(Users.class).add("ada", "Ada Admin", "ten-letters", Users.Role.ADMINISTRATOR);
        context.getBean(Users.class).add("otto", "Otto Audit", "ten-letters", Users.Role.AUDITOR);
    }

    Customer customer(String email) {
        return context.getBean(KeepCustomer.class)
                .add(new CustomerDraft(
                        "T-" + count.incrementAndGet(),
                        "Écluse Söhne " + count.get(),
                        "person",
                        email,
                        "Quay 1",
                        "IE",
                        "EUR",
                        ""));
    }

    /** A berth of 640.00 at 23 % and 118 kWh at 0.34 and 13.5 %: 832.74 with tax; monthly on the first from June 2026. */
    UUID berth(Customer customer) {
        return berth(customer, LocalDate.of(2026, 6, 1));
    }

    UUID berth(Customer customer, LocalDate from) {
        var recurrence = new Recurrence(
                Cadence.monthly(new DayRule.MonthDay(1)), from, Coverage.MONTH_OF_DATE, new Recurrence.End.Never(), 0);
        return context.getBean(KeepRecurringInvoice.class)
                .add(new RecurringInvoice(
                        null,
                        "Berth",
                        customer.id(),
                        recurrence,
                        context.getBean(SetupStore.class).chosenTerms().id(),
                        null,
                        null,
                        Money.ofMinor("EUR", 0).currency(),
                        "active",
                        0,
                        1,
                        List.of(
                                new RecurringInvoice.Line(
                                        null,
                                        "Berth",
                                        BigDecimal.ONE,
                                        "month",
                                        Money.of("EUR", "640.00"),
                                        "standard",
                                        "4000"),
                                new RecurringInvoice.Line(
                                        null,
                                        "Shore power",
                                        new BigDecimal("118"),
                                        "kWh",
                                        Money.of("EUR", "0.34"),
                                        "reduced",
                                        "4000"))));
    }

    /** Plans and commits a run for the day. */
    BillingRun bill(LocalDate day) {
        UUID run = context.getBean(PlanBillingRun.class).plan(day);
        CommitBillingRun commit = context.getBean(CommitBillingRun.class);
        if (commit.start(run)) commit.execute(run);
        return context.getBean(BillingStore.class).find(run).orElseThrow();
    }

    /** One issued invoice of a new customer. */
    Invoice invoice() {
        Customer customer = customer("payer" + count.incrementAndGet() + "@lakeside.example");
        berth(customer);
        bill(RunningApp.TODAY);
        InvoiceStore invoices = context.getBean(InvoiceStore.class);
        return invoices.get(
                invoices.ofCustomer(customer.id(), RunningApp.TODAY).getFirst().id());
    }

    /** A bank account of its own, opened with 100.00, with its account in the chart. */
    Iban bankAccount() {
        int n = count.incrementAndGet();
        String number = "LAKE90000%09d".formatted(n);
        Iban iban = new Iban("IE" + Iban.checkDigits("IE", number) + number);
        String account = "10" + (100 + n);
        SetUp setUp = context.getBean(SetUp.class);
        setUp.addAccount(new Account(account, "Bank " + n, "asset", null));
        setUp.addBankAccount("Bank " + n, iban, account, Money.of("EUR", "100.00"), LocalDate.of(2026, 5, 31), null);
        return iban;
    }

    /** The processor tells of a sale of 832.74 with a fee of 20.24. */
    void settle(UUID collection, String sale, String checkout) {
        String body = """
                {"type":"sale.succeeded","data":{"id":"%s","checkout":"%s","reference":"x","amount":"832.74","currency":"EUR","fee":"20.24","captured_on":"2026-06-01","card":"Visa ending 1111"}}""".formatted(sale, checkout);
        try {
            long now = java.time.Instant.now().getEpochSecond();
            var headers = new TakeInNotice.Headers(
                    "msg_" + sale, Long.toString(now), new Webhook(SECRET).sign("msg_" + sale, now, body));
            context.getBean(TakeInNotice.class).take(processor, headers, body);
        } catch (WebhookSigningException | EmptyWebhookSecretException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The application's own addresses. */
    RequestMappingHandlerMapping mappings() {
        return context.getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);
    }

    String url(String path) {
        return "http://127.0.0.1:" + RunningApp.port(context) + path;
    }
}
