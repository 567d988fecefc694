package exactum.app.demo;

import exactum.app.business.Business;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.KeepCustomer;
import exactum.app.recurring.KeepRecurringInvoice;
import exactum.app.recurring.RecurringInvoice;
import exactum.app.settings.Settings;
import exactum.app.setup.Account;
import exactum.app.setup.CatalogueItem;
import exactum.app.setup.NumberSeries;
import exactum.app.setup.SetUp;
import exactum.app.setup.SetupStore;
import exactum.core.bank.Iban;
import exactum.core.document.TaxRate;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.terms.DueRule;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Larkwater Moorings as it is set up and what it has agreed: made-up people, places and accounts. */
@Component
class Larkwater {
    static final LocalDate FIRST_DAY = LocalDate.of(2025, 9, 1);
    private static final LocalDate WITHOUT_ADDRESS_FROM = LocalDate.of(2026, 4, 30);
    private final SetUp keep;
    private final SetupStore setup;
    private final KeepCustomer customers;
    private final KeepRecurringInvoice recurring;
    private final Settings settings;
    private final JsonMapper json;
    private final RestClient http = RestClient.create();

    Larkwater(
            SetUp keep,
            SetupStore setup,
            KeepCustomer customers,
            KeepRecurringInvoice recurring,
            Settings settings,
            JsonMapper json) {
        this.keep = keep;
        this.setup = setup;
        this.customers = customers;
        this.recurring = recurring;
        this.settings = settings;
        this.json = json;
    }

    /** Sets up the business, its bank and its processor. */
    void setUp() {
        keep.keepBusiness(new Business(
                "Larkwater Moorings Ltd",
                "Larkwater Moorings",
                "LARKWATER MOORINGS",
                "Harbour Office\nReedharbour\nLarkwater",
                "IE",
                "IE9700053D",
                "EUR",
                "Europe/Dublin",
                "office@larkwater.example",
                "#17405c",
                "#a8481a",
                "book",
                1));
        taxRates();
        keep.addAccount(new Account("4010", "Winter storage", "income", null));
        keep.addAccount(new Account("4020", "Shore power", "income", null));
        keep.addAccount(new Account("4030", "Crane lifts", "income", null));
        keep.addAccount(new Account("4040", "Sailing courses", "income", null));
        items();
        keep.addTerms("14 days", new DueRule(0, 14, false), "Payable within 14 days of the invoice date.", true);
        keep.addTerms("30 days", new DueRule(0, 30, false), "Payable within 30 days of the invoice date.", false);
        keep.addTerms(
                "End of next month",
                new DueRule(1, 0, true),
                "Payable by the end of the month after the invoice.",
                false);
        keep.keepSeries(new NumberSeries(NumberSeries.INVOICES, "LW-", 4));
        bank();
        processor();
    }

    /** Irish VAT; the rates and their acts are from memory of the VAT Consolidation Act 2010, section 46. */
    private void taxRates() {
        String act = "VAT Consolidation Act 2010, s. 46(1)(a)";
        keep.addTaxRate(new TaxRate(
                "standard", "VAT", new BigDecimal("23"), LocalDate.of(2012, 1, 1), null, act + "; Finance Act 2012"));
        keep.addTaxRate(new TaxRate(
                "standard",
                "VAT",
                new BigDecimal("21"),
                LocalDate.of(2020, 9, 1),
                null,
                act + "; Financial Provisions (Covid-19) (No. 2) Act 2020"));
        keep.addTaxRate(new TaxRate(
                "standard",
                "VAT",
                new BigDecimal("23"),
                LocalDate.of(2021, 3, 1),
                null,
                act + ", 23 % again from 1 Mar 2021"));
        keep.addTaxRate(new TaxRate(
                "reduced",
                "VAT",
                new BigDecimal("13.5"),
                LocalDate.of(2003, 1, 1),
                null,
                "VAT Consolidation Act 2010, s. 46(1)(c); Schedule 3"));
    }

    private void items() {
        for (String[] item : LarkwaterData.ITEMS)
            keep.addItem(item[0], item[1], item[2], Money.of("EUR", item[3]), item[4], item[5]);
    }

    private void bank() {
        JsonNode account = get("/bank/api/account");
        keep.addBankAccount(
                "Larkwater current account",
                new Iban(account.get("iban").asString()),
                "1000",
                Money.of("EUR", account.get("opening").asString()),
                FIRST_DAY.minusDays(1),
                settings.standinsAddress() + "/bank/api/statements");
    }

    private void processor() {
        JsonNode keys = get("/processor/keys");
        String key = keys.get("key").asString();
        UUID id = keep.addProcessor(
                "Practice Card Payments",
                settings.standinsAddress() + "/processor",
                key,
                keys.get("signing_secret").asString(),
                "EUR",
                "1060",
                "5000",
                new FeeRule(new BigDecimal("2.4"), Money.of("EUR", "0.25")));
        http.post()
                .uri(settings.standinsAddress() + "/processor/api/notices-to")
                .header("Authorization", "Bearer " + key)
                .contentType(MediaType.APPLICATION_JSON)
                .body(json.writeValueAsString(Map.of("address", settings.publicAddress() + "/hooks/processor/" + id)))
                .retrieve()
                .toBodilessEntity();
    }

    /** Adds the customers and what recurs for them. */
    void agree() {
        Map<String, CatalogueItem> items =
                setup.items().stream().collect(Collectors.toMap(CatalogueItem::code, i -> i));
        UUID terms = setup.chosenTerms().id();
        var ids = new ArrayList<UUID>();
        for (String[] c : LarkwaterData.CUSTOMERS) {
            String email = c[2].isEmpty()
                    ? ""
                    : c[2] + "@" + (c[1].equals("organisation") ? "club.example" : "lakeside.example");
            ids.add(customers
                    .add(new CustomerDraft("", c[0], c[1], email, c[3] + "\n" + c[4], "IE", "EUR", ""))
                    .id());
        }
        for (int i = 0; i < LarkwaterData.ARRANGEMENTS; i++) {
            String[] customer = LarkwaterData.CUSTOMERS[i % LarkwaterData.CUSTOMERS.length];
            Plan plan = customer[2].isEmpty() ? Plan.number(i).startingOn(WITHOUT_ADDRESS_FROM) : Plan.number(i);
            List<RecurringInvoice.Line> lines = plan.items().stream()
                    .map(code -> line(items.get(code), plan.quantity(code)))
                    .toList();
            recurring.add(new RecurringInvoice(
                    null,
                    items.get(plan.items().getFirst()).name(),
                    ids.get(i % ids.size()),
                    plan.recurrence(),
                    terms,
                    i % 9 == 4 ? "PO-" + (4000 + i) : null,
                    null,
                    setup.business().money(),
                    "active",
                    0,
                    1,
                    lines));
        }
    }

    private static RecurringInvoice.Line line(CatalogueItem item, BigDecimal quantity) {
        return new RecurringInvoice.Line(
                item.id(), item.name(), quantity, item.unit(), item.price(), item.taxCode(), item.incomeAccount());
    }

    private JsonNode get(String path) {
        return json.readTree(
                http.get().uri(settings.standinsAddress() + path).retrieve().body(String.class));
    }
}
