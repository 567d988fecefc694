package exactum.app.demo;

import exactum.app.arrears.Arrears;
import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.PaysBy;
import exactum.app.database.Slice;
import exactum.app.documents.CreditDocument;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Origin;
import exactum.app.documents.Particulars;
import exactum.app.documents.Standing;
import exactum.app.quotes.Acceptance;
import exactum.app.quotes.AnswerQuote;
import exactum.app.settlement.Channel;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.app.setup.FindSetup;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.settlement.Policy;
import exactum.core.terms.Anchor;
import exactum.core.terms.DueRule;
import exactum.core.terms.Repeat;
import exactum.core.terms.Share;
import exactum.core.terms.Terms;
import exactum.core.terms.TermsPart;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Papers of every kind in the last week before the demo opens: quotes in every state, credit notes, a cash sale, a deposit that is held. */
@Component
class PaperScene {
    private static final LocalDate TUESDAY = LocalDate.of(2026, 5, 26);
    private static final LocalDate THURSDAY = TUESDAY.plusDays(2);
    private static final LocalDate FRIDAY = TUESDAY.plusDays(3);
    private final FindCustomers customers;
    private final FindCatalogue catalogue;
    private final FindSetup setup;
    private final FindDocuments documents;
    private final ListDocuments lists;
    private final Drafts drafts;
    private final CreditDocument credit;
    private final AnswerQuote answer;
    private final Arrears arrears;
    private final RecordPayment record;

    PaperScene(
            FindCustomers customers,
            FindCatalogue catalogue,
            FindSetup setup,
            FindDocuments documents,
            ListDocuments lists,
            Drafts drafts,
            CreditDocument credit,
            AnswerQuote answer,
            Arrears arrears,
            RecordPayment record) {
        this.customers = customers;
        this.catalogue = catalogue;
        this.setup = setup;
        this.documents = documents;
        this.lists = lists;
        this.drafts = drafts;
        this.credit = credit;
        this.answer = answer;
        this.arrears = arrears;
        this.record = record;
    }

    /** What happens on the day, before it is closed. */
    void on(BusinessId business, Harbour harbour, LocalDate day) {
        if (day.equals(TUESDAY)) tuesday(business, harbour);
        if (day.equals(THURSDAY)) thursday(business, harbour);
        if (day.equals(FRIDAY)) friday(business, harbour);
    }

    /** Quotes go out, and a deposit is taken in cash. */
    private void tuesday(BusinessId business, Harbour harbour) {
        season(business, harbour, customer(business, harbour, 8));
        DocumentId declined =
                quote(business, harbour, customer(business, harbour, 14), "COURSE", TUESDAY, TUESDAY.plusDays(30));
        quote(business, harbour, customer(business, harbour, 16), "STORE", TUESDAY, THURSDAY.plusDays(2));
        DocumentId deposit = issue(
                business,
                draft(
                        DocumentKind.INVOICE,
                        harbour,
                        customer(business, harbour, 6),
                        TUESDAY,
                        line(business, "DEPOSIT", "1"),
                        Particulars.NONE,
                        business));
        Document paid = documents.get(business, deposit);
        record.record(
                business,
                new RecordPayment.ByHand(
                        paid.customer(),
                        TUESDAY,
                        Channel.CASH,
                        paid.gross(),
                        paid.gross().withMinor(0),
                        null,
                        new NewPayment.Said("counter, receipt 112", ""),
                        new Policy.OfDocument(deposit),
                        false));
        answer.decline(business, declined, "We sail elsewhere this summer.");
    }

    /** One quote is accepted by phone; a lift is paid by cheque as it is made; one payer promises, another objects. */
    private void thursday(BusinessId business, Harbour harbour) {
        DocumentId accepted =
                quote(business, harbour, customer(business, harbour, 12), "COURSE", THURSDAY, FRIDAY.plusDays(30));
        answer.accept(
                business,
                accepted,
                new AnswerQuote.Yes(
                        Acceptance.How.TOLD_US,
                        customers
                                .get(business, documents.get(business, accepted).customer())
                                .name(),
                        "by phone on Thursday at ten",
                        null,
                        "",
                        ""));
        issue(
                business,
                draft(
                        DocumentKind.CASH_SALE,
                        harbour,
                        customer(business, harbour, 10),
                        THURSDAY,
                        line(business, "LIFT", "1"),
                        Particulars.of(new Particulars.Sale(Channel.CHEQUE, "000412", false)),
                        business));
        List<ListDocuments.Listed> late =
                lists.list(business, new ListDocuments.Filter("", Standing.OVERDUE, null), THURSDAY, Slice.first(50));
        ListDocuments.Listed promised = late.get(1);
        arrears.promise(
                business, documents.get(business, promised.id()), promised.open(), FRIDAY, "by phone: paid on Friday");
        ListDocuments.Listed disputed = late.get(3);
        arrears.dispute(
                business,
                documents.get(business, disputed.id()),
                disputed.open(),
                "says that the berth was taken by another boat");
    }

    /** A paid invoice is credited and its money is to go back; of an open one, a part is credited. */
    private void friday(BusinessId business, Harbour harbour) {
        ListDocuments.Listed paid = last(business, harbour, Standing.PAID);
        issue(business, credit.begin(business, paid.id(), Particulars.Then.REFUND, "The season was cut short."));
        ListDocuments.Listed open = last(business, harbour, Standing.ISSUED);
        Money part = open.open().withMinor(open.open().minor() / 4);
        issue(
                business,
                credit.byAmount(business, open.id(), part, Particulars.Then.APPLY, "Two nights without shore power."));
        collected(business, harbour);
    }

    private ListDocuments.Listed last(BusinessId business, Harbour harbour, Standing standing) {
        return lists
                .list(business, new ListDocuments.Filter("", standing, null), FRIDAY, Slice.first(60))
                .reversed()
                .stream()
                .filter(l -> !CardScene.hasCard(harbour, l))
                .findFirst()
                .orElseThrow();
    }

    /** A lift that the harbour collects itself, due on the Monday. */
    private void collected(BusinessId business, Harbour harbour) {
        Draft lift = draft(
                DocumentKind.INVOICE,
                harbour,
                customer(business, harbour, 15),
                FRIDAY,
                line(business, "LIFT", "1"),
                Particulars.NONE,
                business);
        issue(
                business,
                lift.dividedBy(Terms.single(DueRule.daysAfter(Anchor.ISSUE, 3))).paidBy(PaysBy.COLLECTED));
    }

    /** A berth for a season: 160.00 as it is accepted, the rest in seven from when that came. */
    private void season(BusinessId business, Harbour harbour, CustomerId customer) {
        Money down = Money.of(harbour.currency(), "160.00");
        Terms terms = Terms.of(
                TermsPart.of(new Share.Amount(down), DueRule.daysAfter(Anchor.ACCEPTANCE, 7))
                        .described("down payment"),
                TermsPart.of(Share.REST, DueRule.daysAfter(Anchor.DOWN_PAID, 0))
                        .repeated(new Repeat(7, Unit.WEEK, 3, false)));
        Line berth = Line.of(
                "Berth for the summer, 8 m",
                BigDecimal.ONE,
                "season",
                UnitPrice.of(harbour.currency(), "1375.00"),
                "standard",
                line(business, "BERTH-8", "1").account());
        Draft typed = draft(
                DocumentKind.QUOTE,
                harbour,
                customer,
                TUESDAY,
                berth,
                offer(FRIDAY.plusDays(21), Particulars.Ask.FIRST_PART),
                business);
        issue(business, typed.dividedBy(terms));
    }

    private DocumentId quote(
            BusinessId business, Harbour harbour, CustomerId customer, String item, LocalDate on, LocalDate expires) {
        return issue(
                business,
                draft(
                        DocumentKind.QUOTE,
                        harbour,
                        customer,
                        expires.isBefore(THURSDAY.plusDays(3)) || expires.equals(TUESDAY.plusDays(30))
                                ? TUESDAY
                                : THURSDAY,
                        line(business, item, "2"),
                        offer(expires, Particulars.Ask.NOTHING),
                        business));
    }

    private static Particulars offer(LocalDate expires, Particulars.Ask asks) {
        return Particulars.of(new Particulars.Offer(expires, true, asks, false, null));
    }

    private DocumentId issue(BusinessId business, Draft draft) {
        return drafts.issue(business, draft, true).id();
    }

    private Line line(BusinessId business, String code, String quantity) {
        CatalogueItem item = catalogue.items(business).stream()
                .filter(i -> i.code().equals(code))
                .findFirst()
                .orElseThrow();
        return Line.of(
                item.name(),
                new BigDecimal(quantity),
                item.unit(),
                SetUpHarbour.first(item),
                item.taxCode(),
                item.incomeAccount());
    }

    private Draft draft(
            DocumentKind kind,
            Harbour harbour,
            CustomerId customer,
            LocalDate day,
            Line line,
            Particulars particulars,
            BusinessId business) {
        return new Draft(
                IssueDocuments.newId(),
                kind,
                customer,
                day,
                Draft.Content.of(harbour.business().currency(), PriceMode.PLUS_TAX, List.of(line)),
                kind.asksLater() ? setup.chosenTerms(business).id() : null,
                null,
                Origin.BY_HAND,
                false,
                0,
                particulars);
    }

    private CustomerId customer(BusinessId business, Harbour harbour, int number) {
        return customers
                .search(business, harbour.customers()[number][0], 1)
                .getFirst()
                .id();
    }
}
