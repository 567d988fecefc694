package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.BankLine;
import exactum.app.bank.FindBankLines;
import exactum.app.bank.FindMatches;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.bank.ProposeMatches;
import exactum.app.bank.Proposed;
import exactum.app.bank.UndoMatch;
import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.Customer;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.documents.VoidDocument;
import exactum.app.installation.PlayDays;
import exactum.app.ledger.ClosePeriod;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.ProveBooks;
import exactum.app.payouts.FindPayouts;
import exactum.app.payouts.MatchPayout;
import exactum.app.reports.Asked;
import exactum.app.reports.Cell;
import exactum.app.reports.Check;
import exactum.app.reports.Column;
import exactum.app.reports.DaySums;
import exactum.app.reports.Line;
import exactum.app.reports.MakeReports;
import exactum.app.reports.ReportKind;
import exactum.app.settlement.Channel;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.app.settlement.Settle;
import exactum.app.settlement.UseCredit;
import exactum.app.trail.TrailDrawing;
import exactum.app.trail.Trails;
import exactum.core.ids.BankLineId;
import exactum.core.ids.PayoutId;
import exactum.core.ledger.AccountCode;
import exactum.core.matching.Proposal;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * 300 random histories through the real use cases on PostgreSQL; the whole books are proven after every step, and reports agree
 * with them at the end. A failure says its
 * seed and what was done, with which it can be run alone.
 */
@ExtendWith(RunningApp.class)
class HistoriesTest {
    private static final Set<String> SUMMED = Set.of("tax", "income", "cash-basis", "deferred", "expected");
    private static final int ROUNDS = 20;
    private static final int HISTORIES_A_ROUND = 15;
    private static final int STEPS = 9;
    private static final long FIRST_SEED = 20_260_601L;

    @RepeatedTest(ROUNDS)
    void the_books_agree_after_every_step(RepetitionInfo round, World world, ProveBooks prove) {
        long first = FIRST_SEED + (round.getCurrentRepetition() - 1L) * HISTORIES_A_ROUND;
        for (long seed = first; seed < first + HISTORIES_A_ROUND; seed++) {
            var history = new History(world, seed);
            try {
                for (int step = 0; step < STEPS; step++) {
                    if (step == STEPS / 2 && history.isSummed()) history.keepSums();
                    history.step();
                    assertThat(prove.disagreements(world.moorings)).isEmpty();
                }
                history.reportsAgree();
                history.trailsAgree();
            } catch (AssertionError | RuntimeException e) {
                throw new AssertionError("seed %d after %s".formatted(seed, history.told), e);
            }
        }
    }

    private static final class History {
        private final World world;
        private final SplittableRandom random;
        private final List<String> told = new ArrayList<>();
        private final Customer customer;
        private final List<Document> invoices = new ArrayList<>();
        private final List<BankLineId> lines = new ArrayList<>();
        private final List<PayoutId> payouts = new ArrayList<>();
        private final List<String> sales = new ArrayList<>();
        private final long seed;

        private History(World world, long seed) {
            this.world = world;
            this.seed = seed;
            random = new SplittableRandom(seed);
            customer = world.payer();
        }

        /** What is due less what is open is what was settled, in each trail. */
        private void trailsAgree() {
            Trails trails = world.bean(Trails.class);
            for (Document invoice : invoices) {
                TrailDrawing trail = trails.ofDocument(world.moorings, invoice.id());
                TrailShape.holds(trail);
                assertThat(trail.isCut()).isFalse();
                Set<String> items = TrailShape.told(trail, "due as")
                        .filter(step -> step.from().words().startsWith(invoice.number()))
                        .map(step -> step.to().words())
                        .collect(Collectors.toSet());
                Money due = TrailShape.sum(
                        trail, "due as", step -> items.contains(step.to().words()));
                Money settled = TrailShape.sum(
                        trail, "settled by", step -> items.contains(step.from().words()));
                assertThat(settled).as(trail.text()).isEqualTo(due.minus(world.open(invoice)));
            }
            lines.forEach(l -> TrailShape.holds(trails.ofBankLine(world.moorings, l)));
            payouts.forEach(p -> TrailShape.holds(trails.ofPayout(world.moorings, p)));
        }

        private void step() {
            int which = random.nextInt(100);
            try {
                if (which < 18) issue();
                else if (which < 34) lineComes();
                else if (which < 44) matchBest();
                else if (which < 52) matchToAccountOrReturn();
                else if (which < 62) undo();
                else if (which < 70) recordByHand();
                else if (which < 78) card();
                else if (which < 84) payout();
                else if (which < 90) useOrTakeOff();
                else if (which < 93) voidOne();
                else if (which < 96) writeOff();
                else if (which < 97) world.bean(PlayDays.class).setDate(today().plusDays(random.nextInt(1, 4)));
                else if (which < 99) closeMonth();
                else reopenMonth();
            } catch (Refusal refused) {
                told.add("refused " + refused.code());
            }
        }

        private LocalDate today() {
            return world.today();
        }

        private Money some() {
            return euro("%d.%02d".formatted(random.nextInt(1, 300), random.nextInt(100)));
        }

        private <T> Optional<T> any(List<T> from) {
            return from.isEmpty() ? Optional.empty() : Optional.of(from.get(random.nextInt(from.size())));
        }

        private void issue() {
            told.add("issue");
            invoices.add(world.invoice(customer, some().plain(), today()));
        }

        private void lineComes() {
            Money open = any(invoices).map(world::open).orElse(euro("0.00"));
            Money amount = switch (random.nextInt(4)) {
                case 0 -> open.isPositive() ? open : some();
                case 1 -> open.plus(euro("8.00"));
                case 2 -> some();
                default -> some().negated();
            };
            String says = any(invoices).map(Document::number).orElse("hello");
            told.add("line of " + amount.plain());
            lines.add(world.bankLine(amount.plain(), customer.name(), says + " " + sales, "", today()));
        }

        private Optional<BankLine> openLine() {
            return any(lines.stream()
                    .map(l -> world.bean(FindBankLines.class)
                            .find(world.moorings, l)
                            .orElseThrow())
                    .filter(l -> !l.isMatched())
                    .toList());
        }

        private void matchBest() {
            openLine().ifPresent(line -> {
                Proposed proposed = world.bean(ProposeMatches.class)
                        .propose(world.moorings, List.of(line))
                        .getFirst();
                if (proposed.best() == null) return;
                told.add("match " + proposed.best().words());
                world.bean(Match.class)
                        .match(
                                world.moorings,
                                new LineRef.OfBank(line.id()),
                                proposed.best().parts().stream().map(this::part).toList());
            });
        }

        private Part part(Proposal.Part part) {
            return switch (part) {
                case Proposal.Part.ForClaim p ->
                    new Part.Payment(
                            p.customer(),
                            p.amount(),
                            new Policy.Chosen(List.of(Policy.Part.of(p.claim(), p.amount()))));
                case Proposal.Part.IsWaiting p -> new Part.Waiting(p.item(), p.amount());
                case Proposal.Part.OnAccount p -> new Part.Payment(p.customer(), p.amount(), new Policy.OnAccount());
                case Proposal.Part.ComesBack p -> new Part.Return(p.means(), p.amount());
                case Proposal.Part.GivesBack p -> new Part.Refund(p.means(), p.amount());
                case Proposal.Part.OwnTransfer p -> new Part.OwnTransfer(p.amount());
                case Proposal.Part.ByRule p -> throw new IllegalStateException("there are no rules");
                case Proposal.Part.BankCharge p -> new Part.ToAccount(new AccountCode("5010"), p.amount());
            };
        }

        private void matchToAccountOrReturn() {
            openLine().ifPresent(line -> {
                Money left = line.left();
                var payments = world.bean(FindPayments.class).ofCustomer(world.moorings, customer.id(), 10);
                Part part = new Part.ToAccount(new AccountCode("4000"), left);
                if (random.nextBoolean() && left.isPositive()) {
                    part = new Part.Payment(customer.id(), left, new Policy.DueOrder());
                } else if (random.nextBoolean() && !payments.isEmpty()) {
                    var payment = payments.get(random.nextInt(payments.size())).payment();
                    Money most = payment.amount().min(left.abs()).negated();
                    part = random.nextBoolean()
                            ? new Part.Return(payment.id(), most)
                            : new Part.Refund(payment.id(), most);
                }
                told.add("match as " + part);
                world.bean(Match.class).match(world.moorings, new LineRef.OfBank(line.id()), List.of(part));
            });
        }

        private void undo() {
            any(lines).ifPresent(id -> {
                var ref = new LineRef.OfBank(id);
                any(world.bean(FindMatches.class).ofLine(world.moorings, ref)).ifPresent(m -> {
                    told.add("undo " + m.words());
                    world.bean(UndoMatch.class).undo(world.moorings, ref, m.id());
                });
            });
        }

        private void recordByHand() {
            var record = world.bean(RecordPayment.class);
            Money amount = some();
            told.add("by hand " + amount.plain());
            var made = record.record(
                    world.moorings,
                    new RecordPayment.ByHand(
                            customer.id(),
                            today(),
                            Channel.CHEQUE,
                            amount,
                            random.nextBoolean() ? euro("0.00") : euro("0.50"),
                            null,
                            NewPayment.Said.NOTHING,
                            random.nextBoolean() ? new Policy.DueOrder() : new Policy.OnAccount(),
                            false));
            if (random.nextInt(4) == 0) {
                told.add("taken out again");
                record.takeOut(world.moorings, made);
            }
        }

        private void card() {
            any(invoices.stream().filter(i -> world.open(i).isPositive()).toList())
                    .ifPresent(invoice -> {
                        CardProcessor.Page page = world.desk.cardPage(invoice);
                        String sale = "sa_" + seed + "_" + sales.size();
                        Money amount = Money.of("EUR", page.amount).plus(euro(random.nextBoolean() ? "0.00" : "1.00"));
                        told.add("card " + amount.plain());
                        world.desk.sale(sale, page.reference, amount.plain(), "0.30");
                        sales.add(sale + ":" + amount.plain());
                    });
        }

        private void payout() {
            if (sales.isEmpty() || random.nextInt(3) == 0) {
                any(payouts).ifPresent(p -> {
                    told.add("book fees");
                    world.bean(MatchPayout.class).bookFees(world.moorings, p);
                    assertThat(world.bean(FindPayouts.class).find(world.moorings, p))
                            .isPresent();
                });
                return;
            }
            told.add("payout");
            String fee = random.nextBoolean() ? ":0.30" : ":0.80";
            payouts.add(world.desk.payout(
                    "po_" + seed + "_" + payouts.size(), any(sales).orElseThrow() + fee, "sa_none:5.00:0.10"));
        }

        private void useOrTakeOff() {
            any(invoices).ifPresent(invoice -> {
                var settled = world.bean(FindPayments.class).settledOn(world.moorings, invoice.id());
                if (random.nextBoolean() && !settled.isEmpty()) {
                    var s = settled.get(random.nextInt(settled.size()));
                    told.add("take off");
                    world.bean(UseCredit.class).takeOff(world.moorings, s.means(), s.claim(), s.amount());
                    return;
                }
                told.add("use credit");
                world.bean(UseCredit.class)
                        .use(world.moorings, customer.id(), invoice.id(), invoice.number(), Optional.empty());
            });
        }

        private void voidOne() {
            any(invoices).ifPresent(invoice -> {
                told.add("void " + invoice.number());
                world.bean(VoidDocument.class).voidIt(world.moorings, invoice.id(), false);
            });
        }

        private void writeOff() {
            any(world.bean(FindClaims.class).openOf(world.moorings, customer.id()))
                    .ifPresent(open -> {
                        told.add("write off");
                        world.bean(TransactionTemplate.class)
                                .executeWithoutResult(s -> world.bean(Settle.class)
                                        .writeOff(world.moorings, open.claim(), today(), "Gone"));
                    });
        }

        private void closeMonth() {
            YearMonth last = YearMonth.from(today()).minusMonths(1);
            told.add("close " + last);
            world.bean(ClosePeriod.class).close(world.moorings, last);
        }

        private void reopenMonth() {
            YearMonth through =
                    world.bean(FindBooks.class).periods(world.moorings).closedThrough();
            if (through == null) return;
            told.add("reopen " + through);
            world.bean(ClosePeriod.class).reopen(world.moorings, through, "ada", "a random history");
        }

        boolean isSummed() {
            return seed % 6 == 0;
        }

        /** Sums of days are kept meanwhile, of which what comes later lets some no longer stand. */
        void keepSums() {
            world.bean(DaySums.class).keepAll(world.moorings, today().plusDays(random.nextInt(0, 2)));
        }

        /** Whatever must agree with the books does: as of today and a day before, and of the days between them. */
        void reportsAgree() {
            Business business = world.bean(FindBusinesses.class).get(world.moorings);
            LocalDate then = today().minusDays(random.nextInt(1, 20));
            for (ReportKind report : world.all(ReportKind.class)) {
                for (LocalDate until : List.of(then, today())) {
                    var asked = new Asked(then, until, report.what().bys().getFirst(), null, null, null, "", "");
                    assertThat(world.bean(MakeReports.class)
                                    .page(report, business, asked, Slice.first(1))
                                    .checks())
                            .as("%s %s to %s", report.what().name(), then, until)
                            .allMatch(Check::agrees);
                }
            }
            if (isSummed()) sameWithoutKeptSums(business, then);
            for (ReportKind report : world.all(ReportKind.class)) {
                if (random.nextInt(3) > 0) continue;
                List<String> bys = report.what().bys();
                String by = bys.get(random.nextInt(bys.size()));
                var asked = new Asked(then, today(), by, null, null, null, "", "");
                pageHasAll(report, business, asked);
                opensIntoWhatMakesItUp(report, business, asked);
            }
        }

        /** What a row leads to has the rows that come to it. */
        private void opensIntoWhatMakesItUp(ReportKind report, Business business, Asked asked) {
            List<Line> rows = world.bean(MakeReports.class)
                    .page(report, business, asked, Slice.first(100))
                    .lines();
            if (rows.isEmpty()) return;
            Line row = rows.get(random.nextInt(rows.size()));
            String href = row.cells().getFirst().href();
            if (href == null
                    || !href.startsWith("/reports/%s?".formatted(report.what().name()))) return;
            Asked inside = ReportAddress.asked(href);
            pageHasAll(report, business, inside);
            List<Line> totals = world.bean(MakeReports.class)
                    .page(report, business, inside, Slice.first(1))
                    .totals();
            List<String> columns = names(report.columns(asked));
            List<String> within = names(report.columns(inside));
            for (int i = 0; i < columns.size(); i++) {
                Money amount = row.cells().get(i).amount();
                int same = within.indexOf(columns.get(i));
                if (amount == null || same < 0 || report.standings(inside).contains(same)) continue;
                assertThat(summed(totals, row.currency(), same, amount))
                        .as(
                                "%s of %s in %s",
                                columns.get(i), row.cells().getFirst().text(), href)
                        .isEqualTo(amount);
            }
        }

        private static List<String> names(List<Column> columns) {
            return columns.stream().map(Column::name).toList();
        }

        /** A page shows the rows that a file has, and its totals are what they come to, however little of them it reads. */
        private void pageHasAll(ReportKind report, Business business, Asked asked) {
            var page = world.bean(MakeReports.class).page(report, business, asked, Slice.first(10_000));
            var rows = new ArrayList<Line>();
            report.each(business, asked, rows::add);
            assertThat(page.lines().stream().map(History::plain))
                    .as("%s by %s", report.what().name(), asked.by())
                    .containsExactlyInAnyOrderElementsOf(
                            rows.stream().map(History::plain).toList());
            assertThat(page.count()).isEqualTo(rows.size());
            for (Line total : page.totals())
                for (int i = 0; i < total.cells().size(); i++) {
                    Money amount = total.cells().get(i).amount();
                    if (amount != null)
                        assertThat(summed(rows, total.currency(), i, amount)).isEqualTo(amount);
                }
        }

        private static Money summed(List<Line> rows, String currency, int column, Money like) {
            return Money.sum(
                    like.currency(),
                    rows.stream()
                            .filter(l -> l.currency().equals(currency))
                            .map(l -> l.cells().get(column).amount())
                            .filter(Objects::nonNull)
                            .toList());
        }

        private void sameWithoutKeptSums(Business business, LocalDate then) {
            List<MakeReports.Page> kept = summed(business, then);
            world.asOwner("delete from day_summed");
            List<MakeReports.Page> anew = summed(business, then);
            for (int i = 0; i < kept.size(); i++) {
                assertThat(plain(kept.get(i))).isEqualTo(plain(anew.get(i)));
                assertThat(kept.get(i).totals()).isEqualTo(anew.get(i).totals());
            }
        }

        private List<MakeReports.Page> summed(Business business, LocalDate then) {
            return world.all(ReportKind.class).stream()
                    .filter(report -> SUMMED.contains(report.what().name()))
                    .flatMap(report -> report.what().bys().stream()
                            .map(by -> world.bean(MakeReports.class)
                                    .page(
                                            report,
                                            business,
                                            new Asked(then, today(), by, null, null, null, "", ""),
                                            Slice.first(100))))
                    .toList();
        }

        private static List<List<String>> plain(MakeReports.Page page) {
            return page.lines().stream().map(History::plain).toList();
        }

        private static List<String> plain(Line line) {
            return line.cells().stream().map(Cell::plain).toList();
        }
    }
}
