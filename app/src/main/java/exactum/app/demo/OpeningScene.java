package exactum.app.demo;

import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.bank.ImportStatements;
import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Slice;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Origin;
import exactum.app.documents.Standing;
import exactum.app.settlement.Channel;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.core.bank.StatementLine;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.settlement.Policy;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The last week before the demo opens: what leaves work of every kind waiting on the Monday. */
@Component
class OpeningScene {
    private static final LocalDate WEDNESDAY = LocalDate.of(2026, 5, 27);
    private static final LocalDate THURSDAY = LocalDate.of(2026, 5, 28);
    private static final LocalDate FRIDAY = LocalDate.of(2026, 5, 29);
    private final ListDocuments documents;
    private final FindCustomers customers;
    private final FindSetup setup;
    private final FindCatalogue catalogue;
    private final Drafts drafts;
    private final RecordPayment record;
    private final ImportStatements statements;
    private final Attachments attachments;
    private final Street street;

    OpeningScene(
            ListDocuments documents,
            FindCustomers customers,
            FindSetup setup,
            FindCatalogue catalogue,
            Drafts drafts,
            RecordPayment record,
            ImportStatements statements,
            Attachments attachments,
            Street street) {
        this.documents = documents;
        this.customers = customers;
        this.setup = setup;
        this.catalogue = catalogue;
        this.drafts = drafts;
        this.record = record;
        this.statements = statements;
        this.attachments = attachments;
        this.street = street;
    }

    /** What happens on the day, before it is closed. */
    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (day.equals(WEDNESDAY)) wednesday(business, harbour);
        if (day.equals(THURSDAY)) thursday(business, harbour);
        if (day.equals(FRIDAY)) friday(business, harbour);
    }

    /** A customer takes a crane lift; another one pays a part, and one pays too much: the bank's lines are worked on Thursday. */
    private void wednesday(BusinessId business, Harbour harbour) {
        issue(business, harbour, customer(business, harbour, 2), "LIFT", WEDNESDAY);
        issue(business, harbour, customer(business, harbour, 11), "COURSE", WEDNESDAY);
        issue(business, harbour, customer(business, harbour, 9), "LIFT", WEDNESDAY);
    }

    /** Money that a person records by hand: a part in cash, and a transfer of which too much came. */
    private void thursday(BusinessId business, Harbour harbour) {
        ListDocuments.Listed part = newest(business, customer(business, harbour, 11));
        MeansId cash = byHand(business, part, Channel.CASH, part.gross().withMinor(10_000), "counter, receipt 118");
        attachments.add(
                business,
                GoesWith.payment(cash),
                "receipt 118.txt",
                "Receipt 118, 100.00 in cash".getBytes(StandardCharsets.UTF_8));
        ListDocuments.Listed over = newest(business, customer(business, harbour, 9));
        byHand(
                business,
                over,
                Channel.TRANSFER,
                over.gross().plus(over.gross().withMinor(2_500)),
                "announced by phone");
        issue(business, harbour, customer(business, harbour, 9), "KEY", THURSDAY);
        issue(business, harbour, named(business, OtherSides.ABROAD), "COURSE", THURSDAY);
        issue(business, harbour, named(business, OtherSides.ON_PAPER), "LIFT", THURSDAY);
        drafts.issue(business, liftInDollars(business), true);
    }

    /** Lines of every kind that can be matched. */
    private void friday(BusinessId business, Harbour harbour) {
        String c = harbour.currency();
        List<ListDocuments.Listed> open = open(business, FRIDAY);
        ListDocuments.Listed exact = open.get(0);
        street.transfer(c, exact.customerName(), exact.open().plain(), "Invoice " + spaced(exact.number()));
        ListDocuments.Listed named = newest(business, customer(business, harbour, 2));
        street.transfer(c, named.customerName(), named.open().plain(), "crane lift, thank you");
        ListDocuments.Listed announced = newestWithHand(business, customer(business, harbour, 9));
        street.transfer(
                c,
                announced.customerName(),
                announced.gross().plus(announced.gross().withMinor(2_500)).plain(),
                announced.number());
        ListDocuments.Listed paid = paid(business, FRIDAY, 0);
        street.transfer(c, paid.customerName(), paid.gross().plain(), paid.number() + " again");
        ListDocuments.Listed half = paid(business, FRIDAY, 1);
        street.pay(
                c,
                half.customerName(),
                half.gross().withMinor(half.gross().minor() / 2).plain(),
                "half back, " + half.number());
        dollars(business, c);
        street.pay(c, "Lake Water Authority", "186.40", "water rates may");
        street.pay(c, "own reserve account", "5000.00", "to reserve");
        if (c.equals("EUR")) onlyInEuro(business, c, open, exact);
        draft(business, harbour);
        reserve(business, c);
    }

    /** An owner pays dollars, which the bank exchanges: the line says what was sent. */
    private void dollars(BusinessId business, String c) {
        Stream.of(Standing.OVERDUE, Standing.ISSUED)
                .flatMap(s ->
                        documents
                                .list(business, new ListDocuments.Filter("", s, null), FRIDAY, Slice.first(200))
                                .stream())
                .filter(d -> d.open().currency().getCurrencyCode().equals("USD"))
                .findFirst()
                .ifPresent(d -> street.exchanged(
                        c,
                        d.customerName(),
                        setup.rate(business, d.open().currency(), FRIDAY)
                                .value(d.open().minus(d.open().withMinor(150)))
                                .value()
                                .own()
                                .plain(),
                        d.open(),
                        d.number()));
    }

    private void onlyInEuro(
            BusinessId business, String c, List<ListDocuments.Listed> open, ListDocuments.Listed exact) {
        List<ListDocuments.Listed> others =
                open.stream().filter(o -> !o.id().equals(exact.id())).toList();
        ListDocuments.Listed first = others.get(0);
        ListDocuments.Listed second = others.stream()
                .skip(1)
                .filter(o -> o.customer().equals(first.customer()))
                .findFirst()
                .orElse(others.get(1));
        Money both = first.open().plus(second.open()).plus(first.open().withMinor(800));
        street.transfer(c, first.customerName(), both.plain(), first.number() + " and " + second.number());
        ListDocuments.Listed part = others.get(2);
        street.transfer(
                c,
                part.customerName(),
                part.open().withMinor(part.open().minor() / 2).plain(),
                "part of " + part.number());
        ListDocuments.Listed structured = others.get(3);
        street.transferByReference(
                c, structured.customerName(), structured.open().plain(), structured.number());
        street.transfer(c, "M. Fennelly", "96.00", "Buoy and key");
        street.transfer(c, "Unknown sender", "42.17", "as agreed");
    }

    /** A number as payers write it, with blanks in the place of dashes. */
    private static String spaced(String number) {
        return number.replace('-', ' ');
    }

    /** The other side of the own transfer is typed from the paper statement. */
    private void reserve(BusinessId business, String currency) {
        BankAccount account = setup.bankAccounts(business).stream()
                .filter(b -> b.feedUrl() == null)
                .findFirst()
                .orElseThrow();
        statements.type(
                business,
                account,
                new StatementLine(
                        FRIDAY, FRIDAY, Money.of(currency, "5000.00"), "", "", "", "FROM CURRENT ACCOUNT", "", ""));
    }

    private void draft(BusinessId business, Harbour harbour) {
        drafts.save(business, one(business, harbour, customer(business, harbour, 5), "LIFT", DemoDays.OPENS));
    }

    /** A season’s worth of crane lifts for one club, as a draft. */
    Draft largeInvoice(BusinessId business, Harbour harbour) {
        return one(business, harbour, customer(business, harbour, 1), "LIFT", DemoDays.OPENS, new BigDecimal("12"));
    }

    private void issue(BusinessId business, Harbour harbour, CustomerId customer, String item, LocalDate day) {
        drafts.issue(business, one(business, harbour, customer, item, day), true);
    }

    private Draft one(BusinessId business, Harbour harbour, CustomerId customer, String item, LocalDate day) {
        return one(business, harbour, customer, item, day, BigDecimal.ONE);
    }

    private Draft one(
            BusinessId business,
            Harbour harbour,
            CustomerId customer,
            String item,
            LocalDate day,
            BigDecimal quantity) {
        CatalogueItem sold = sold(business, item);
        Line line = Line.of(
                sold.name(), quantity, sold.unit(), SetUpHarbour.first(sold), sold.taxCode(), sold.incomeAccount());
        return one(business, harbour.business().currency(), customer, line, day);
    }

    private Draft liftInDollars(BusinessId business) {
        CatalogueItem lift = sold(business, "LIFT");
        Line line = Line.of(
                lift.name(),
                BigDecimal.ONE,
                lift.unit(),
                UnitPrice.of("USD", "165.00"),
                lift.taxCode(),
                lift.incomeAccount());
        return one(business, Currency.getInstance("USD"), named(business, DollarOwner.NAME), line, THURSDAY);
    }

    private CatalogueItem sold(BusinessId business, String item) {
        return catalogue.items(business).stream()
                .filter(i -> i.code().equals(item))
                .findFirst()
                .orElseThrow();
    }

    private Draft one(BusinessId business, Currency currency, CustomerId customer, Line line, LocalDate day) {
        return new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                customer,
                day,
                Draft.Content.of(currency, PriceMode.PLUS_TAX, List.of(line)),
                setup.chosenTerms(business).id(),
                null,
                Origin.BY_HAND,
                false,
                0);
    }

    private MeansId byHand(
            BusinessId business, ListDocuments.Listed invoice, Channel channel, Money amount, String reference) {
        return record.record(
                business,
                new RecordPayment.ByHand(
                        invoice.customer(),
                        THURSDAY,
                        channel,
                        amount,
                        amount.withMinor(0),
                        null,
                        new NewPayment.Said(reference, ""),
                        new Policy.OfDocument(invoice.id()),
                        false));
    }

    private CustomerId customer(BusinessId business, Harbour harbour, int number) {
        return named(business, harbour.customers()[number][0]);
    }

    private CustomerId named(BusinessId business, String name) {
        return customers.search(business, name, 1).getFirst().id();
    }

    private ListDocuments.Listed newest(BusinessId business, CustomerId customer) {
        return documents.ofCustomer(business, customer, FRIDAY, 50).stream()
                .filter(d -> d.number() != null && d.open().isPositive())
                .max(Comparator.comparing(ListDocuments.Listed::id, Comparator.comparing(d -> d.value())))
                .orElseThrow();
    }

    /** The invoice of which a transfer was announced. */
    private ListDocuments.Listed newestWithHand(BusinessId business, CustomerId customer) {
        return documents.ofCustomer(business, customer, FRIDAY, 50).stream()
                .filter(d -> d.standing() == Standing.NOT_AT_BANK)
                .findFirst()
                .orElseThrow();
    }

    /** What is open, the oldest first, of those who have not said that they would pay by card. */
    private List<ListDocuments.Listed> open(BusinessId business, LocalDate day) {
        return Stream.of(Standing.OVERDUE, Standing.ISSUED)
                .flatMap(s ->
                        documents.list(business, new ListDocuments.Filter("", s, null), day, Slice.first(200)).stream())
                .filter(d -> !d.gross().currency().getCurrencyCode().equals("USD"))
                .sorted(Comparator.comparing(ListDocuments.Listed::due).thenComparing(ListDocuments.Listed::number))
                .toList();
    }

    private ListDocuments.Listed paid(BusinessId business, LocalDate day, int place) {
        return documents
                .list(business, new ListDocuments.Filter("", Standing.PAID, null), day, Slice.first(20))
                .get(place);
    }
}
