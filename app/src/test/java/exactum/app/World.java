package exactum.app;

import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.SaveRecurring;
import exactum.app.bank.FindBankLines;
import exactum.app.bank.ImportStatements;
import exactum.app.billing.CommitBillingRun;
import exactum.app.business.Business;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.catalogue.SaveCatalogue;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.PaysBy;
import exactum.app.customers.SaveCustomer;
import exactum.app.database.Ids;
import exactum.app.database.Writes;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Origin;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.FindBooks;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.security.Users;
import exactum.app.settlement.Channel;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.app.setup.Banking;
import exactum.app.setup.FindSetup;
import exactum.app.setup.NumberSeries;
import exactum.app.setup.Numbers;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.Processors;
import exactum.app.setup.SetUp;
import exactum.app.tieout.MonthEnd;
import exactum.app.tieout.MonthEnds;
import exactum.core.bank.Iban;
import exactum.core.bank.StatementLine;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.RecurringId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.settlement.Policy;
import exactum.core.terms.DueRule;
import exactum.core.terms.Terms;
import java.math.BigDecimal;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.security.authentication.TestingAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Two small businesses that are set up, with the few steps that tests begin with. Ada administers both and Otto audits both;
 * Nils administers the second alone.
 */
public class World {
    static final String SECRET = "whsec_MDEyMzQ1Njc4OWFiY2RlZjAxMjM0NTY3ODlhYmNkZWY=";
    static final String PASSWORD = "ten-letters";
    static final String REPORTS = "reports@mail.example";
    private static final AccountCode INCOME = new AccountCode("4000");
    static final AccountCode BANK = new AccountCode("1000");
    private final ConfigurableApplicationContext context;
    private final AtomicInteger count = new AtomicInteger();
    final BusinessId moorings;
    final BusinessId north;
    final ProcessorId cards;
    final BankAccountId bank;
    final Iban iban = iban(1);
    final CardProcessor processor;
    final ReportBox reports;
    final CardDesk desk = new CardDesk(this);

    World(ConfigurableApplicationContext context, CardProcessor processor, ReportBox reports) {
        this.reports = reports;
        this.context = context;
        this.processor = processor;
        for (String login : List.of("ada", "otto", "nils")) bean(Users.class).add(login, "The " + login, PASSWORD);
        moorings = business("moorings", "Larkwater Moorings", "EUR", "LW-");
        north = business("north-shore", "Larkwater North Shore", "GBP", "NS-");
        join(moorings, "otto", Role.AUDITOR);
        join(north, "otto", Role.AUDITOR);
        join(north, "nils", Role.ADMINISTRATOR);
        cards = processor(moorings, "EUR");
        processor(north, "GBP");
        bank = context.getBean(Banking.class)
                .addBankAccount(moorings, "Current account", iban, BANK, euro("100.00"), may(31), null);
        context.getBean(Banking.class)
                .addBankAccount(north, "Current account", iban(2), BANK, Money.of("GBP", "100.00"), may(31), null);
    }

    private BusinessId business(String code, String name, String currency, String prefix) {
        BusinessId id = setUp().addBusiness(
                        new Business(
                                new BusinessId(1),
                                code,
                                new Business.Identity(
                                        name + " Ltd",
                                        name,
                                        name.toUpperCase(Locale.ROOT),
                                        "Harbour Office\nReedharbour",
                                        "IE",
                                        "IE9700053D",
                                        "office@larkwater.example"),
                                Currency.getInstance(currency),
                                ZoneId.of("Europe/Dublin"),
                                new Business.Brand("#17405c", "#a8481a", "book", null),
                                1),
                        "ada");
        rate(id, "standard", "23", LocalDate.of(2021, 3, 1));
        rate(id, "reduced", "13.5", LocalDate.of(2003, 1, 1));
        rate(id, "zero", "0", LocalDate.of(2003, 1, 1));
        setUp().addTerms(id, "14 days", Terms.single(new DueRule(0, 14, false)), "Payable within 14 days.", true);
        context.getBean(Numbers.class).save(id, new NumberSeries(NumberSeries.INVOICES, prefix, 4));
        context.getBean(SaveCatalogue.class)
                .addItem(id, "KEY", "Pontoon key", "piece", UnitPrice.of(currency, "12.00"), "standard", INCOME);
        return id;
    }

    private void rate(BusinessId business, String code, String percent, LocalDate from) {
        TaxCategory category = code.equals("zero") ? TaxCategory.ZERO : TaxCategory.STANDARD;
        setUp().addTaxRate(
                        business, new TaxRate(code, category, "VAT", new BigDecimal(percent), from, null, "for tests"));
    }

    private void join(BusinessId business, String login, Role role) {
        context.getBean(Memberships.class).join(business, login, Set.of(role));
    }

    private ProcessorId processor(BusinessId business, String currency) {
        return context.getBean(Processors.class)
                .addProcessor(
                        business,
                        "Cards",
                        new ProcessorAccount.Access(processor.address(), "key", SECRET),
                        Currency.getInstance(currency),
                        new ProcessorAccount.Booking(
                                new AccountCode("1060"), new AccountCode("5000"), new AccountCode("1061")),
                        new FeeRule(new BigDecimal("2.4"), Money.of(currency, "0.25")),
                        true);
    }

    static Iban iban(int n) {
        String number = "LAKE90000%09d".formatted(n);
        return new Iban("IE" + Iban.checkDigits("IE", number) + number);
    }

    static Money euro(String amount) {
        return Money.of("EUR", amount);
    }

    static LocalDate may(int day) {
        return LocalDate.of(2026, 5, day);
    }

    static LocalDate june(int day) {
        return LocalDate.of(2026, 6, day);
    }

    Customer customer(String email) {
        return customer(moorings, "Écluse Söhne " + count.incrementAndGet(), email, "EUR");
    }

    Customer customer(BusinessId business, String name, String email, String currency) {
        return context.getBean(SaveCustomer.class)
                .add(business, new CustomerDraft("", name, "person", email, "Quay 1", "IE", currency, ""));
    }

    Customer organisation(String name) {
        return context.getBean(SaveCustomer.class)
                .add(
                        moorings,
                        new CustomerDraft("", name, "organisation", "club@club.example", "Slip 1", "IE", "EUR", ""));
    }

    /** A business in Germany that is known by a tax number. */
    Customer businessCustomer(String taxNumber) {
        int n = count.incrementAndGet();
        return context.getBean(SaveCustomer.class)
                .add(
                        moorings,
                        new CustomerDraft(
                                "",
                                "Segelverein Köhler " + n,
                                "organisation",
                                "verein" + n + "@club.example",
                                "Uferweg 12\n88999 Fernufer",
                                "DE",
                                "EUR",
                                taxNumber));
    }

    /** Somebody with an address who has not been seen before. */
    Customer payer() {
        return customer("payer" + count.incrementAndGet() + "@lakeside.example");
    }

    /** A berth of 640.00 at 23 % and 118 kWh at 0.34 and 13.5 %: 832.74 with tax; monthly on the first from June 2026. */
    RecurringId berth(Customer customer) {
        return agree(customer, RunningApp.TODAY, line("Berth", "1", "640.00", "standard"), power());
    }

    Line power() {
        return line("Shore power", "118", "0.34", "reduced");
    }

    RecurringId agree(Customer customer, LocalDate from, Line... lines) {
        var id = new RecurringId(Ids.next());
        var recurrence = new Recurrence(
                Cadence.monthly(new DayRule.MonthDay(1)), from, Coverage.MONTH_OF_DATE, new Recurrence.End.Never(), 0);
        context.getBean(SaveRecurring.class)
                .add(
                        moorings,
                        RecurringInvoice.fresh(
                                id,
                                lines[0].description(),
                                customer.id(),
                                recurrence,
                                find().chosenTerms(moorings).id(),
                                RecurringInvoice.Content.of(
                                        customer.currency(), PriceMode.PLUS_TAX, List.of(lines), Draft.Wording.NONE)));
        return id;
    }

    Line line(String what, String quantity, String price, String tax) {
        return Line.of(what, new BigDecimal(quantity), "unit", UnitPrice.of("EUR", price), tax, INCOME);
    }

    /** Plans and commits the run of the day. */
    void bill(LocalDate day) {
        context.getBean(CommitBillingRun.class).runFor(moorings, day);
    }

    /** One issued invoice of 832.74 of a new customer, made by a run and due on 15 June. */
    Document invoice() {
        Customer customer = payer();
        berth(customer);
        bill(RunningApp.TODAY);
        return newest(customer.id());
    }

    Document newest(CustomerId customer) {
        return documents()
                .get(
                        moorings,
                        lists().ofCustomer(moorings, customer, RunningApp.TODAY, 1)
                                .getFirst()
                                .id());
    }

    /** A one-off invoice without tax, issued on the day. */
    Document invoice(Customer customer, String amount, LocalDate day) {
        IssueDocuments.Issued issued = context.getBean(Drafts.class)
                .issue(moorings, draft(customer, day, line("Crane lift", "1", amount, "zero")), false);
        return documents().get(moorings, issued.id());
    }

    /** An issued invoice of the lines, on the day the tests begin. */
    Document invoice(Customer customer, Line... lines) {
        return documents()
                .get(
                        moorings,
                        context.getBean(Drafts.class)
                                .issue(moorings, draft(customer, RunningApp.TODAY, lines), false)
                                .id());
    }

    /** What collects over mandates, set up for Larkwater Moorings. */
    Debits debits() {
        return new Debits(this, context);
    }

    /** A one-off invoice without tax, issued and sent on the day that the tests begin. */
    Document sentInvoice(Customer customer, String amount) {
        IssueDocuments.Issued issued = context.getBean(Drafts.class)
                .issue(moorings, draft(customer, RunningApp.TODAY, line("Crane lift", "1", amount, "zero")), true);
        return documents().get(moorings, issued.id());
    }

    /** One that we collect, whatever the customer’s usual way to pay is. */
    Document collectedInvoice(Customer customer, String amount) {
        Draft draft = draft(customer, RunningApp.TODAY, line("Crane lift", "1", amount, "zero"))
                .paidBy(PaysBy.COLLECTED);
        return documents()
                .get(
                        moorings,
                        context.getBean(Drafts.class)
                                .issue(moorings, draft, true)
                                .id());
    }

    Document invoice(Customer customer, String amount) {
        return invoice(customer, amount, RunningApp.TODAY);
    }

    Draft draft(Customer customer, LocalDate day, Line... lines) {
        return new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                customer.id(),
                day,
                Draft.Content.of(customer.currency(), PriceMode.PLUS_TAX, List.of(lines)),
                find().chosenTerms(moorings).id(),
                null,
                Origin.BY_HAND,
                false,
                0);
    }

    /** Somebody pays in cash, today. */
    void payCash(Customer customer, String amount, Policy policy) {
        context.getBean(RecordPayment.class)
                .record(
                        moorings,
                        new RecordPayment.ByHand(
                                customer.id(),
                                RunningApp.TODAY,
                                Channel.CASH,
                                euro(amount),
                                euro("0.00"),
                                null,
                                NewPayment.Said.NOTHING,
                                policy,
                                false));
    }

    /** A line on the bank account, typed from a statement on paper. */
    BankLineId bankLine(String amount, String from, String text) {
        return bankLine(amount, from, text, "", RunningApp.TODAY);
    }

    BankLineId bankLine(String amount, String from, String text, String structured, LocalDate day) {
        return bankLine(bank, new StatementLine(day, day, euro(amount), "", "", from, text, structured, ""));
    }

    /** A line that somebody types on an account of Larkwater Moorings. */
    BankLineId bankLine(BankAccountId account, StatementLine line) {
        var statement =
                context.getBean(ImportStatements.class).type(moorings, find().bankAccount(moorings, account), line);
        return context.getBean(FindBankLines.class)
                .ofStatement(moorings, statement, 0, 1)
                .getFirst()
                .id();
    }

    /** Does something as a person who is signed in. */
    <T> T as(String login, Supplier<T> work) {
        SecurityContextHolder.getContext().setAuthentication(new TestingAuthenticationToken(login, null));
        try {
            return work.get();
        } finally {
            SecurityContextHolder.clearContext();
        }
    }

    /** Signs what there is to sign of May, and closes it. */
    void closeMay(Visitor who) {
        var may = YearMonth.of(2026, 5);
        for (MonthEnd.Line l :
                context.getBean(MonthEnds.class).of(moorings, may).waiting()) {
            who.follow(
                    "/months/2026-05/sign",
                    "account=%s&currency=%s&note=no+statement+before+June"
                            .formatted(
                                    l.tieOut().account(),
                                    l.tieOut().said().currency().getCurrencyCode()));
        }
        who.follow("/months/2026-05/close", "");
    }

    PaymentLink link(Document document) {
        return context.getBean(PaymentLinks.class).ofDocument(moorings, document.id());
    }

    /** What is left to pay of an invoice, today. */
    Money open(Document document) {
        return context.getBean(FindClaims.class).openOf(moorings, document.id()).stream()
                .map(o -> o.left())
                .reduce(euro("0.00"), Money::plus);
    }

    /** What the account comes to by the books, today. */
    Money balance(String account) {
        return context.getBean(FindBooks.class)
                .balance(moorings, new AccountCode(account), "EUR", LocalDate.of(2999, 12, 31));
    }

    LocalDate today() {
        return context.getBean(BusinessClock.class).today(moorings);
    }

    SetUp setUp() {
        return context.getBean(SetUp.class);
    }

    FindSetup find() {
        return context.getBean(FindSetup.class);
    }

    ListDocuments lists() {
        return context.getBean(ListDocuments.class);
    }

    FindDocuments documents() {
        return context.getBean(FindDocuments.class);
    }

    FindCustomers customers() {
        return context.getBean(FindCustomers.class);
    }

    /** Larkwater Moorings. */
    public BusinessId business() {
        return moorings;
    }

    /** What no use case does: the database's owner changes something behind the application's back. */
    void asOwner(String sql) {
        var env = context.getEnvironment();
        try (var connection = DriverManager.getConnection(
                        env.getProperty("spring.flyway.url"),
                        env.getProperty("spring.flyway.user"),
                        env.getProperty("spring.flyway.password"));
                var statement = connection.createStatement()) {
            statement.execute(sql);
            Writes.happened();
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    Customer customer(CustomerId id) {
        return customers().get(moorings, id);
    }

    /** An issued document of Larkwater Moorings. */
    Document document(String number) {
        return documents().findByNumber(moorings, number).orElseThrow();
    }

    <T> Collection<T> all(Class<T> type) {
        return context.getBeansOfType(type).values();
    }

    <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** The addresses that the application answers, as patterns. */
    public List<String> addresses() {
        return mappings().getHandlerMethods().keySet().stream()
                .flatMap(m -> m.getPatternValues().stream())
                .toList();
    }

    /** The application's own addresses. */
    RequestMappingHandlerMapping mappings() {
        return context.getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);
    }

    String url(String path) {
        return "http://127.0.0.1:" + RunningApp.port(context) + path;
    }
}
