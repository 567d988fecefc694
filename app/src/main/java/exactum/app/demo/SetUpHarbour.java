package exactum.app.demo;

import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.SaveRecurring;
import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.catalogue.SaveCatalogue;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.Groups;
import exactum.app.customers.SaveCustomer;
import exactum.app.database.Ids;
import exactum.app.documents.Draft;
import exactum.app.installation.Settings;
import exactum.app.interest.LateRules;
import exactum.app.setup.Account;
import exactum.app.setup.Banking;
import exactum.app.setup.FindSetup;
import exactum.app.setup.NumberSeries;
import exactum.app.setup.Numbers;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.Processors;
import exactum.app.setup.SetUp;
import exactum.app.setup.TryProcessor;
import exactum.core.arrears.LateLaw;
import exactum.core.bank.Iban;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.RecurringId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.ExchangeRate;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.price.Price;
import exactum.core.price.Tariff;
import exactum.core.terms.DueRule;
import exactum.core.terms.Terms;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Sets up a business of the demo as a person would, and agrees what recurs. */
@Component
class SetUpHarbour {
    private static final AccountCode BANK = new AccountCode("1000");
    private static final AccountCode RESERVE_ACCOUNT = new AccountCode("1001");
    private static final Currency DOLLAR = Currency.getInstance("USD");
    private final SetUp setUp;
    private final FindSetup setup;
    private final Groups groups;
    private final Numbers numbers;
    private final SaveCatalogue catalogue;
    private final FindCatalogue find;
    private final Banking banking;
    private final Processors processors;
    private final TryProcessor tryProcessor;
    private final SaveCustomer customers;
    private final OtherSides others;
    private final ShelfOfLines shelf;
    private final Seasons seasons;
    private final DebitOwners debits;
    private final SaveRecurring recurring;
    private final LateRules late;
    private final Settings settings;
    private final JsonMapper json;
    private final RestClient http = RestClient.create();

    SetUpHarbour(
            SetUp setUp,
            FindSetup setup,
            Groups groups,
            Numbers numbers,
            SaveCatalogue catalogue,
            FindCatalogue find,
            Banking banking,
            Processors processors,
            TryProcessor tryProcessor,
            SaveCustomer customers,
            OtherSides others,
            ShelfOfLines shelf,
            Seasons seasons,
            DebitOwners debits,
            SaveRecurring recurring,
            LateRules late,
            Settings settings,
            JsonMapper json) {
        this.setUp = setUp;
        this.setup = setup;
        this.groups = groups;
        this.numbers = numbers;
        this.catalogue = catalogue;
        this.find = find;
        this.banking = banking;
        this.processors = processors;
        this.tryProcessor = tryProcessor;
        this.customers = customers;
        this.others = others;
        this.shelf = shelf;
        this.seasons = seasons;
        this.debits = debits;
        this.recurring = recurring;
        this.late = late;
        this.settings = settings;
        this.json = json;
    }

    /** Sets it up with its bank and its processor, and answers which business it is. */
    BusinessId setUp(Harbour harbour, String administrator) {
        BusinessId id = setUp.addBusiness(harbour.business(), administrator);
        harbour.rates().forEach(rate -> setUp.addTaxRate(id, rate));
        String[][] incomes = {
            {"4010", "Winter storage"}, {"4020", "Shore power"}, {"4030", "Crane lifts"}, {"4040", "Sailing courses"}
        };
        for (String[] income : incomes) setUp.addAccount(id, Account.of(income[0], income[1], "income"));
        setUp.addAccount(id, Account.of("1001", "Bank, reserve", "asset"));
        setUp.addAccount(id, Account.of("1005", "Cash box", "asset"));
        setUp.addAccount(id, Account.of("5100", "Harbour upkeep", "expense"));
        for (String[] i : harbour.items()) {
            catalogue.addItem(
                    id, i[0], i[1], i[2], UnitPrice.of(harbour.currency(), i[3]), i[4], new AccountCode(i[5]));
        }
        terms(id);
        numbers.save(id, new NumberSeries(NumberSeries.INVOICES, harbour.prefix(), 4));
        rates(id, harbour);
        latePayment(id, harbour);
        bank(id, harbour);
        processor(id, harbour);
        return id;
    }

    private void terms(BusinessId id) {
        setUp.addTerms(
                id,
                "14 days",
                Terms.single(new DueRule(0, 14, false)),
                "Payable within 14 days of the invoice date.",
                true);
        setUp.addTerms(
                id,
                "30 days",
                Terms.single(new DueRule(0, 30, false)),
                "Payable within 30 days of the invoice date.",
                false);
        setUp.addTerms(
                id,
                "End of next month",
                Terms.single(new DueRule(1, 0, true)),
                "Payable by the end of the month after the invoice.",
                false);
    }

    /** What a dollar is worth; made up. */
    private void rates(BusinessId id, Harbour harbour) {
        boolean euro = harbour.currency().equals("EUR");
        rate(id, harbour, DemoDays.FIRST.minusDays(1), euro ? "0.90" : "0.78");
        rate(id, harbour, LocalDate.of(2026, 5, 1), euro ? "0.92" : "0.79");
    }

    /** Switched on here; the reference rates are made up. */
    private void latePayment(BusinessId id, Harbour harbour) {
        boolean euro = harbour.currency().equals("EUR");
        late.rate(id, DemoDays.FIRST.minusYears(1), new BigDecimal(euro ? "2.15" : "4"), "made up for the demo");
        late.save(id, true, euro ? LateLaw.EU : LateLaw.UK, BigDecimal.valueOf(8), true, "4100");
    }

    private void rate(BusinessId id, Harbour harbour, LocalDate day, String perUnit) {
        setUp.saveRate(
                id,
                new ExchangeRate(
                        DOLLAR, harbour.business().currency(), new BigDecimal(perUnit), day, "made up for the demo"));
    }

    private void bank(BusinessId id, Harbour harbour) {
        JsonNode account = get("/bank/api/account?currency=" + harbour.currency());
        banking.addBankAccount(
                id,
                harbour.bankName(),
                new Iban(account.get("iban").asString()),
                BANK,
                Money.of(harbour.currency(), account.get("opening").asString()),
                DemoDays.FIRST.minusDays(1),
                settings.standinsAddress() + "/bank/api/statements");
        String country = harbour.business().identity().country();
        String reserve = "LAKE99000100990" + (country.equals("IE") ? "101" : "202");
        banking.addBankAccount(
                id,
                "Reserve account, statements on paper",
                new Iban(country + Iban.checkDigits(country, reserve) + reserve),
                RESERVE_ACCOUNT,
                Money.of(harbour.currency(), "25000.00"),
                DemoDays.FIRST.minusDays(1),
                null);
    }

    private void processor(BusinessId id, Harbour harbour) {
        JsonNode keys = get("/processor/keys?currency=" + harbour.currency());
        String key = keys.get("key").asString();
        ProcessorId processor = processors.addProcessor(
                id,
                harbour.processorName(),
                new ProcessorAccount.Access(
                        settings.standinsAddress() + "/processor",
                        key,
                        keys.get("signing_secret").asString()),
                harbour.business().currency(),
                new ProcessorAccount.Booking(new AccountCode("1060"), new AccountCode("5000"), new AccountCode("1061")),
                new FeeRule(new BigDecimal("2.4"), Money.of(harbour.currency(), "0.25")),
                true);
        http.post()
                .uri(settings.standinsAddress() + "/processor/api/notices-to")
                .header("Authorization", "Bearer " + key)
                .contentType(MediaType.APPLICATION_JSON)
                .body(json.writeValueAsString(
                        Map.of("address", settings.publicAddress() + "/hooks/processor/" + processor)))
                .retrieve()
                .toBodilessEntity();
        tryProcessor.tryIt(setup.processor(id, processor));
    }

    /** Adds the customers and what recurs for them. */
    void agree(BusinessId id, Harbour harbour) {
        Map<String, CatalogueItem> items =
                find.items(id).stream().collect(Collectors.toMap(CatalogueItem::code, i -> i));
        TermsId terms = setup.chosenTerms(id).id();
        String country = harbour.business().identity().country();
        var ids = new ArrayList<CustomerId>();
        for (String[] c : harbour.customers()) ids.add(customer(id, c, country, harbour.currency()));
        for (int i = 0; i < harbour.arrangements(); i++) {
            boolean reachable = !harbour.customers()[i % harbour.customers().length][2].isEmpty();
            Plan plan = reachable ? Plan.number(i) : Plan.number(i).startingOn(DemoDays.WITHOUT_ADDRESS_FROM);
            List<Line> lines = plan.items().stream()
                    .map(code -> line(items.get(code), plan.quantity(code)))
                    .toList();
            String name = items.get(plan.items().getFirst()).name();
            agree(id, name, ids.get(i % ids.size()), plan, terms, lines, i % 9 == 4 ? "PO-" + (4000 + i) : "");
        }
        dollars(id, items.get("BERTH-12"), terms, country);
        prices(id, harbour, items, ids);
        seasons.agree(id, harbour, ids);
        debits.arrive(id, harbour, items);
    }

    /** Clubs pay less for lifts, one customer has a price of their own, berths rise next year, and power costs less the more it is. */
    private void prices(BusinessId id, Harbour harbour, Map<String, CatalogueItem> items, List<CustomerId> ids) {
        UUID clubs = groups.add(id, "Clubs");
        for (int i : new int[] {1, 3, 5}) groups.put(id, ids.get(i), clubs);
        others.arrive(id, harbour, clubs);
        shelf.fill(id, harbour);
        ItemId lift = items.get("LIFT").id();
        LocalDate spring = LocalDate.of(2026, 4, 1);
        price(id, lift, null, clubs, flat(harbour, "120.00"), spring);
        price(id, lift, ids.getFirst(), null, flat(harbour, "110.00"), LocalDate.of(2026, 5, 1));
        price(id, items.get("BERTH-12").id(), null, null, flat(harbour, "665.00"), LocalDate.of(2027, 1, 1));
        price(
                id,
                items.get("POWER").id(),
                null,
                null,
                new Tariff.Graduated(List.of(
                        new Tariff.Step(new BigDecimal("100"), UnitPrice.of(harbour.currency(), "0.3375")),
                        new Tariff.Step(null, UnitPrice.of(harbour.currency(), "0.295")))),
                LocalDate.of(2027, 1, 1));
    }

    private static Tariff flat(Harbour harbour, String amount) {
        return new Tariff.Flat(UnitPrice.of(harbour.currency(), amount));
    }

    private void price(BusinessId id, ItemId item, CustomerId customer, UUID group, Tariff tariff, LocalDate from) {
        catalogue.addPrice(
                id, item, new Price(Ids.next(), customer, group, group == null ? "" : "Clubs", tariff, from, null));
    }

    /** An owner from overseas, who is billed in dollars. */
    private void dollars(BusinessId id, CatalogueItem berth, TermsId terms, String country) {
        CustomerId owner = customer(
                id, new String[] {DollarOwner.NAME, "person", "w.calloway", "Pine Street 400", "Duluth"}, "US", "USD");
        Line line = Line.of(
                berth.name(),
                BigDecimal.ONE,
                berth.unit(),
                UnitPrice.of("USD", "690.00"),
                berth.taxCode(),
                berth.incomeAccount());
        agree(
                id,
                "Summer berth, in dollars",
                owner,
                Plan.number(0).startingOn(LocalDate.of(2026, 2, 1)),
                terms,
                List.of(line),
                "");
    }

    private CustomerId customer(BusinessId id, String[] c, String country, String currency) {
        String domain = c[1].equals("organisation") ? "club.example" : "lakeside.example";
        String email = c[2].isEmpty() ? "" : c[2] + "@" + domain;
        return customers
                .add(id, new CustomerDraft("", c[0], c[1], email, c[3] + "\n" + c[4], country, currency, ""))
                .id();
    }

    private void agree(
            BusinessId id,
            String name,
            CustomerId customer,
            Plan plan,
            TermsId terms,
            List<Line> lines,
            String reference) {
        recurring.add(
                id,
                RecurringInvoice.fresh(
                        new RecurringId(Ids.next()),
                        name,
                        customer,
                        plan.recurrence(),
                        terms,
                        RecurringInvoice.Content.of(
                                lines.getFirst().price().currency(),
                                PriceMode.PLUS_TAX,
                                lines,
                                new Draft.Wording(reference, "", ""))));
    }

    /** The price for everybody. */
    static UnitPrice first(CatalogueItem item) {
        return item.prices().prices().stream()
                .filter(p -> p.customer() == null && p.group() == null)
                .toList()
                .getLast()
                .tariff()
                .first();
    }

    private static Line line(CatalogueItem item, BigDecimal quantity) {
        return new Line(
                item.id(),
                item.name(),
                quantity,
                item.unit(),
                first(item),
                List.of(),
                item.taxCode(),
                item.incomeAccount(),
                List.of(),
                null);
    }

    private JsonNode get(String path) {
        return json.readTree(
                http.get().uri(settings.standinsAddress() + path).retrieve().body(String.class));
    }
}
