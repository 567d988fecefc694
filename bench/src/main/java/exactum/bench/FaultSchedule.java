package exactum.bench;

import exactum.app.cardruns.ChargeCardRun;
import exactum.app.cardruns.PlanCardRun;
import exactum.app.cards.AskProcessor;
import exactum.app.cards.FindCollections;
import exactum.app.cards.StartCardPayment;
import exactum.app.cards.WithdrawCheckouts;
import exactum.app.cards.WorkNotices;
import exactum.app.customers.PaysBy;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.installation.PlayDays;
import exactum.app.links.PaymentLinks;
import exactum.app.payouts.ImportPayouts;
import exactum.app.settlement.Channel;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Random;
import org.jooq.DSLContext;

/**
 * Days on which everything may go wrong between us and the processor, each made by a seed: answers that get lost, faults, too many
 * calls, notices that never come or come in another order, payers who pay twice, in two tabs, after somebody paid in cash, or at a
 * counter; money that goes back, sales that are contested, and a part of the payouts that is held. Each day ends with the processor well again, and then {@link FaultsAccounted the books agree with it}.
 */
final class FaultSchedule implements AutoCloseable {
    private static final Currency EURO = Currency.getInstance("EUR");
    private static final List<String> NUMBERS = List.of(
            "4111111111111111",
            "5555555555554444",
            "378282246310005",
            "4012000033330026",
            "4111111111111111",
            "4012888888881881",
            "5105105105105100");
    private static final int PAYERS = 6;
    private static final int STEPS = 24;
    private final BenchGround ground;
    private final StandinProcess standin;
    private final BusinessId business;
    private final ProcessorId processor;
    private final List<CustomerId> customers;
    private final FaultsAccounted accounted;
    private final MoneyBackFaults back;
    private final List<DocumentId> invoices = new ArrayList<>();
    private final List<String> pages = new ArrayList<>();
    private LocalDate day = BenchGround.DAY;
    private Random random;

    FaultSchedule(BenchGround ground, StandinProcess standin) throws Exception {
        this.ground = ground;
        this.standin = standin;
        business = ground.businesses.getFirst();
        ground.rows.seed(business, PAYERS, "2031-01-01");
        customers = ground.rows.customers(business);
        processor = CardsBench.processor(
                ground, business, new ProcessorAccount.Access(standin.address, standin.key, standin.secret));
        CardsBench.keep(ground, business, processor, standin.cards(PAYERS));
        standin.tellsTo(ground.address() + "/hooks/processor/" + processor);
        back = new MoneyBackFaults(ground, standin, business, processor);
        accounted = new FaultsAccounted(ground.bean(DSLContext.class), standin);
    }

    /** Plays the day of a seed and looks whether all agrees. */
    void play(long seed) throws Exception {
        random = new Random(seed);
        ground.bean(PlayDays.class).testFrom(day);
        standin.startsOn(day);
        issue(true);
        issue(false);
        for (int step = 0; step < STEPS; step++) step();
        allIsWell();
        accounted.check(business, day);
        day = day.plusDays(1);
    }

    private void step() throws Exception {
        switch (random.nextInt(20)) {
            case 0, 1 -> trouble();
            case 2 -> issue(random.nextBoolean());
            case 3, 4, 5 -> open(any());
            case 6, 7, 8 -> paid(1);
            case 9 -> paid(2);
            case 10 -> cash(any());
            case 11 -> bothAtOnce(any());
            case 12 -> chargeAll();
            case 13 -> standin.takesInPerson(amount(), "counter-" + day);
            case 14, 15, 16 -> back.step(random);
            default -> listen();
        }
    }

    /** The payer stands on the page of the card when somebody pays in cash for them. */
    private void bothAtOnce(DocumentId invoice) {
        open(invoice);
        cash(invoice);
        paid(1);
    }

    private void trouble() throws Exception {
        standin.goesWrong("&lost=%d&failing=%d&limited=%d&reordered=%b&noticeDelaySeconds=%d"
                .formatted(few(), few(), few(), random.nextBoolean(), random.nextInt(2)));
        standin.swallows(few());
    }

    private int few() {
        return random.nextInt(3);
    }

    private String amount() {
        return "%d.%02d".formatted(5 + random.nextInt(400), random.nextInt(100));
    }

    private void issue(boolean collected) {
        Line line = Line.of(
                "Crane lift",
                BigDecimal.ONE,
                "lift",
                UnitPrice.of("EUR", amount()),
                "standard",
                new AccountCode("4000"));
        var draft = new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                customers.get(random.nextInt(PAYERS)),
                day,
                Draft.Content.of(EURO, PriceMode.PLUS_TAX, List.of(line)),
                ground.bean(FindSetup.class).chosenTerms(business).id(),
                null,
                Origin.BY_HAND,
                false,
                0);
        invoices.add(ground.bean(Drafts.class)
                .issue(business, collected ? draft.paidBy(PaysBy.COLLECTED) : draft, true)
                .id());
    }

    private DocumentId any() {
        return invoices.get(invoices.size() - 1 - random.nextInt(Math.min(8, invoices.size())));
    }

    private Money left(DocumentId invoice) {
        return ground.bean(FindClaims.class).openOf(business, invoice).stream()
                .map(o -> o.left())
                .reduce(Money.zero(EURO), Money::plus);
    }

    /** A payer presses pay and stands on the processor's page, if it could be opened. */
    private void open(DocumentId invoice) {
        var outcome = ground.bean(StartCardPayment.class)
                .start(
                        ground.bean(PaymentLinks.class).ofDocument(business, invoice),
                        left(invoice).minor(),
                        "http://127.0.0.1:1/back");
        if (outcome instanceof StartCardPayment.Outcome.Opened opened) pages.add(opened.url());
    }

    /** A card is entered on one of the pages that were ever opened, so many times at once. */
    private void paid(int times) {
        if (pages.isEmpty()) return;
        String page = pages.get(pages.size() - 1 - random.nextInt(Math.min(3, pages.size())));
        standin.pays(page, NUMBERS.get(random.nextInt(NUMBERS.size())), times);
    }

    /** Somebody pays at the office, whatever else is going on. */
    private void cash(DocumentId invoice) {
        Money open = left(invoice);
        if (!open.isPositive()) return;
        CustomerId customer =
                ground.bean(FindDocuments.class).get(business, invoice).customer();
        try {
            ground.bean(RecordPayment.class)
                    .record(
                            business,
                            new RecordPayment.ByHand(
                                    customer,
                                    day,
                                    Channel.CASH,
                                    open,
                                    Money.zero(EURO),
                                    null,
                                    NewPayment.Said.NOTHING,
                                    new Policy.OfDocument(invoice),
                                    false));
        } catch (Refusal beingCollected) {
            return;
        }
    }

    /** All that we collect is charged to cards on file. */
    private void chargeAll() {
        CardRunId run = ground.bean(PlanCardRun.class).rehearse(business, EURO, day.plusDays(30), "");
        ChargeCardRun charge = ground.bean(ChargeCardRun.class);
        if (charge.start(business, run)) charge.execute(business, run);
    }

    /** What timers do. */
    private void listen() {
        ground.bean(WorkNotices.class).work();
        ground.bean(AskProcessor.class).askUnanswered(business);
        ground.bean(WithdrawCheckouts.class).withdrawAll();
    }

    /** Nothing goes wrong any more, two minutes have passed, and whatever was without word is asked about. */
    private void allIsWell() throws Exception {
        standin.goesWrong("");
        standin.swallows(0);
        ground.rows.execute(
                "update collection set started_at = started_at - interval '3 minutes' where started_at > now() - interval '3 minutes'");
        listen();
        for (FindCollections.Listed l : ground.bean(FindCollections.class).latest(business, 300))
            if (l.collection().state().isLive()) ground.bean(AskProcessor.class).ask(l.collection());
        back.hear();
        standin.closes(day);
        listen();
        back.hear();
        ImportPayouts payouts = ground.bean(ImportPayouts.class);
        payouts.fetch(ground.bean(FindSetup.class).processor(business, processor));
    }

    String summary() {
        return accounted.summary();
    }

    @Override
    public void close() throws Exception {
        ground.close();
    }
}
