package exactum.app.demo;

import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.SaveRecurring;
import exactum.app.catalogue.CatalogueItem;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.SaveCustomer;
import exactum.app.database.Ids;
import exactum.app.debits.CommitDebitRun;
import exactum.app.debits.DebitRun;
import exactum.app.debits.DebitSettings;
import exactum.app.debits.DebitSettingsOf;
import exactum.app.debits.FindDebits;
import exactum.app.debits.HandOver;
import exactum.app.debits.PlanDebitRun;
import exactum.app.debits.TakeBackDebit;
import exactum.app.documents.Draft;
import exactum.app.installation.Settings;
import exactum.app.mandates.MandateLink;
import exactum.app.mandates.Mandates;
import exactum.app.mandates.NewMandate;
import exactum.app.mandates.SigningLinks;
import exactum.app.mandates.Way;
import exactum.app.setup.BankAccount;
import exactum.app.setup.Banking;
import exactum.app.setup.FindSetup;
import exactum.core.bank.CreditorIdentifier;
import exactum.core.bank.Iban;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DebitRunId;
import exactum.core.ids.MandateId;
import exactum.core.ids.RecurringId;
import exactum.core.mandate.Authority;
import exactum.core.mandate.MandateState;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * The owners whose invoices are collected by direct debit, on the side of the lake where that is possible: made-up people with
 * made-up accounts. Each Monday and Thursday what is due is collected; on the Monday the demo opens a run waits to be looked at, one
 * debit has come back, and one mandate is about to lapse.
 */
@Component
class DebitOwners {
    private static final String[] FIRST = {
        "Anna", "Brendan", "Clara", "Dermot", "Edith", "Fergus", "Imogen", "Jarlath", "Maeve"
    };
    private static final String[] LAST = {"Ashdown", "Birchwood", "Coldwell"};
    private static final int[] DAYS = {1, 12, 20};
    private static final LocalDate SIGNED = LocalDate.of(2025, 8, 18);
    private static final LocalDate WEDNESDAY = LocalDate.of(2026, 5, 27);
    private static final int AHEAD = 6;
    private static final String CLUB = "Rowing Club Coldwell";
    private final SaveCustomer customers;
    private final SaveRecurring recurring;
    private final Banking banking;
    private final FindSetup setup;
    private final Mandates mandates;
    private final SigningLinks links;
    private final PlanDebitRun plan;
    private final CommitDebitRun commit;
    private final HandOver handOver;
    private final TakeBackDebit takeBack;
    private final FindDebits find;
    private final DebitSettingsOf how;
    private final Street street;
    private final Settings settings;

    DebitOwners(
            SaveCustomer customers,
            SaveRecurring recurring,
            Banking banking,
            FindSetup setup,
            Mandates mandates,
            SigningLinks links,
            PlanDebitRun plan,
            CommitDebitRun commit,
            HandOver handOver,
            TakeBackDebit takeBack,
            FindDebits find,
            DebitSettingsOf how,
            Street street,
            Settings settings) {
        this.customers = customers;
        this.recurring = recurring;
        this.banking = banking;
        this.setup = setup;
        this.mandates = mandates;
        this.links = links;
        this.plan = plan;
        this.commit = commit;
        this.handOver = handOver;
        this.takeBack = takeBack;
        this.find = find;
        this.how = how;
        this.street = street;
        this.settings = settings;
    }

    /** Whether an owner's invoices are collected, so that they do nothing by themselves. */
    static boolean isOne(String name) {
        return name.equals(CLUB) || List.of(LAST).stream().anyMatch(last -> name.endsWith(" " + last));
    }

    /** The owners arrive, with what recurs for them and their mandates. */
    void arrive(BusinessId business, Harbour harbour, Map<String, CatalogueItem> items) {
        if (!harbour.currency().equals("EUR")) return;
        banking.addCreditor(business, new CreditorIdentifier("IE69ZZZ900114"), "berths and storage");
        profile(business, "pain.008.001.02");
        how.timer(business, DebitSettings.Timer.PROPOSES);
        how.charges(business, new DebitSettings.Charges(null, List.of("Department: Office")));
        int no = 0;
        for (String last : LAST) for (String first : FIRST) owner(business, harbour, items, first + " " + last, no++);
        club(business, harbour, items.get("CLUB"));
        lapsing(business);
        MandateLink.Asked asked = new MandateLink.Asked(Scheme.SEPA_CORE, false, null, null, 14, null, null);
        links.make(business, person(business, "Greta Dunmore", "g.dunmore"), asked, true);
    }

    /** The bank takes the newer message from February on. */
    private void profile(BusinessId business, String fileVersion) {
        BankAccount b = setup.bankAccounts(business).stream()
                .filter(a -> a.feedUrl() != null)
                .findFirst()
                .orElseThrow();
        banking.change(
                business,
                new BankAccount(
                        b.id(),
                        b.name(),
                        b.ending(),
                        b.account(),
                        b.opening(),
                        b.openedOn(),
                        b.feedUrl(),
                        b.isFetched(),
                        new BankAccount.Profile(
                                b.profile().bic(),
                                setup.creditors(business).getFirst().id(),
                                fileVersion,
                                b.profile().grouping(),
                                true,
                                b.profile().cutOff(),
                                false,
                                1,
                                settings.standinsAddress() + "/bank/api/debits",
                                settings.standinsAddress() + "/bank/api/transfers"),
                        b.revision()));
    }

    private void owner(BusinessId business, Harbour harbour, Map<String, CatalogueItem> items, String name, int no) {
        CustomerId id = person(business, name, name.toLowerCase(Locale.ROOT).replace(' ', '.'));
        mandate(business, id, name, Scheme.SEPA_CORE, SIGNED, no, no == 7 ? 9 : null);
        CatalogueItem item = items.get(no % 3 == 0 ? "BERTH-8" : no % 3 == 1 ? "BUOY" : "STORE");
        agree(business, harbour, id, item, DAYS[no % DAYS.length], no);
    }

    private CustomerId person(BusinessId business, String name, String mailbox) {
        return customers
                .add(
                        business,
                        new CustomerDraft(
                                "",
                                name,
                                "person",
                                mailbox + "@lakeside.example",
                                "Boathouse Row 4\nReedharbour",
                                "IE",
                                "EUR",
                                ""))
                .id();
    }

    private MandateId mandate(
            BusinessId business,
            CustomerId customer,
            String name,
            Scheme scheme,
            LocalDate signed,
            int account,
            Integer count) {
        var authority = new Authority(scheme, signed, signed, null, false, count, null, 14);
        return mandates.add(
                business,
                new NewMandate(
                        customer,
                        null,
                        authority,
                        new NewMandate.Account(name, iban(account), ""),
                        Way.IMPORT,
                        NewMandate.Signature.onPaper(name, "Reedharbour"),
                        List.of(),
                        null,
                        true));
    }

    /** At a bank code that nobody has. */
    static Iban iban(int account) {
        String own = "LAKE90%012d".formatted(40_000 + account);
        return new Iban("IE" + Iban.checkDigits("IE", own) + own);
    }

    private void agree(
            BusinessId business, Harbour harbour, CustomerId customer, CatalogueItem item, int monthDay, int no) {
        LocalDate start = LocalDate.of(2025, 9, monthDay);
        Line line = new Line(
                item.id(),
                item.name(),
                BigDecimal.ONE,
                item.unit(),
                SetUpHarbour.first(item),
                List.of(),
                item.taxCode(),
                item.incomeAccount(),
                List.of(),
                null);
        recurring.add(
                business,
                RecurringInvoice.fresh(
                        new RecurringId(Ids.next()),
                        item.name() + ", by direct debit",
                        customer,
                        new Recurrence(
                                Cadence.monthly(new DayRule.MonthDay(monthDay)),
                                start.plusMonths(no % 2),
                                Coverage.MONTH_OF_DATE,
                                new Recurrence.End.Never(),
                                0),
                        setup.chosenTerms(business).id(),
                        RecurringInvoice.Content.of(
                                harbour.business().currency(), PriceMode.PLUS_TAX, List.of(line), Draft.Wording.NONE)));
    }

    /** A club gives a mandate between businesses, which its bank has confirmed; another one still waits for that. */
    private void club(BusinessId business, Harbour harbour, CatalogueItem pontoon) {
        CustomerId club = organisation(business, CLUB, "treasurer");
        MandateId mandate = mandate(business, club, CLUB, Scheme.SEPA_B2B, SIGNED, 60, null);
        mandates.move(business, mandate, MandateState.ACTIVE, "confirmed by the club’s bank");
        agree(business, harbour, club, pontoon, 12, 0);
        CustomerId waiting = organisation(business, "Reedharbour Regatta Society", "regatta");
        mandate(business, waiting, "Reedharbour Regatta Society", Scheme.SEPA_B2B, SIGNED, 61, null);
    }

    private CustomerId organisation(BusinessId business, String name, String mailbox) {
        return customers
                .add(
                        business,
                        new CustomerDraft(
                                "",
                                name,
                                "organisation",
                                mailbox + "@club.example",
                                "Slip 2\nReedharbour",
                                "IE",
                                "EUR",
                                ""))
                .id();
    }

    private void lapsing(BusinessId business) {
        CustomerId owner = person(business, "Hugh Marram", "h.marram");
        mandate(business, owner, "Hugh Marram", Scheme.SEPA_CORE, LocalDate.of(2023, 6, 18), 70, null);
    }

    /** What happens on the day, before it is closed. */
    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (!harbour.currency().equals("EUR")) return;
        if (!day.isAfter(DemoDays.LAST_WORKED)) for (CameBackId back : find.waiting(business)) takeIn(business, back);
        if (day.equals(LocalDate.of(2026, 2, 1))) profile(business, "pain.008.001.08");
        if (day.equals(LocalDate.of(2025, 11, 3))) street.fate(iban(4).value(), "return", "AM04", 2, 1);
        if (day.equals(LocalDate.of(2026, 2, 2))) street.fate(iban(10).value(), "return", "AC04", 1, 1);
        if (day.equals(LocalDate.of(2026, 3, 2))) street.fate(iban(13).value(), "reject", "MD01", 0, 1);
        if (day.equals(LocalDate.of(2026, 5, 18))) street.fate(iban(16).value(), "return", "AM04", 3, 1);
        switch (day.getDayOfWeek()) {
            case MONDAY, THURSDAY -> collect(business, day);
            default -> {}
        }
    }

    private void takeIn(BusinessId business, CameBackId back) {
        try {
            takeBack.takeIn(business, back, null, false);
        } catch (Refusal later) {
            // not booked yet; it is taken in on another day
        }
    }

    /** What is due within the next days goes to the bank, except in the last week: that run waits to be looked at. */
    private void collect(BusinessId business, LocalDate day) {
        for (Scheme scheme : Scheme.values()) {
            DebitRunId run = plan.rehearse(business, scheme, day.plusDays(AHEAD), DebitRun.Filter.ALL);
            if (find.run(business, run).orElseThrow().collectable() == 0) plan.drop(business, run);
            else if (!day.isAfter(WEDNESDAY)) handOver(business, run);
        }
    }

    private void handOver(BusinessId business, DebitRunId run) {
        if (commit.start(business, run)) commit.execute(business, run);
        handOver.handOver(business, run);
    }
}
