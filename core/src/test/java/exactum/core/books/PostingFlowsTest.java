package exactum.core.books;

import static exactum.core.books.TestBooks.eur;
import static exactum.core.books.TestBooks.own;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.WaitingKind;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Entry;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import exactum.core.settlement.MeansKind;
import exactum.core.settlement.Policy;
import exactum.core.settlement.Settling;
import exactum.core.settlement.TakeBack.Cause;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/**
 * The events of the money model worked as entries, in 22 flows that end where they should (common practice, no single
 * published source; tax relief on discounts and bad debts by Directive 2006/112/EC Art. 90 and national law).
 */
class PostingFlowsTest {
    private static final LocalDate DAY = LocalDate.of(2026, 3, 2);
    private static final Policy DUE = new Policy.DueOrder();
    private static final AccountCode UNPLACED = new AccountCode("1010");
    private final TestBooks books = new TestBooks();
    private final CustomerId customer = books.customer();

    @AfterEach
    void everything_agrees() {
        Proof.that(books);
    }

    private DocumentId invoice(String net, String taxPercent) {
        return books.invoice(customer, DAY, net, taxPercent);
    }

    /** The last entry says: debits | credits. */
    private void says(String wanted) {
        assertThat(EntryText.sides(last())).isEqualTo(EntryText.sides(wanted));
    }

    private Entry last() {
        return books.ledger.getLast().entry();
    }

    /** All balances that are not nothing, in euro. */
    private void ends(String wanted) {
        Map<String, Money> sums = new TreeMap<>();
        books.ledger.forEach(
                b -> b.entry().postings().forEach(p -> sums.merge(p.account().value(), p.own(), Money::plus)));
        String found = sums.entrySet().stream()
                .filter(e -> !e.getValue().isZero())
                .map(e -> e.getKey() + " " + e.getValue().text())
                .collect(Collectors.joining(", "));
        assertThat(found).isEqualTo(wanted);
    }

    private MeansId cardSale(DocumentId document, String gross, String fee) {
        MeansId receipt = books.receive(customer, DAY, own(gross), TestBooks.CLEARING, new Policy.OfDocument(document));
        books.waits(WaitingKind.CARD_SALE, TestBooks.CLEARING, DAY, own(gross).minus(own(fee)));
        if (!fee.equals("0.00"))
            books.book(books.bookings.processorFee(
                    receipt.value(), "Fee", DAY, own(fee), TestBooks.CARD_FEES, List.of(), TestBooks.CLEARING));
        return receipt;
    }

    private WaitingId waitingOf(WaitingKind kind) {
        return books.waiting.values().stream()
                .filter(w -> w.kind() == kind)
                .reduce((a, b) -> b)
                .orElseThrow()
                .id();
    }

    /** Paid by transfer: the bank line settles what is due first. */
    private MeansId paidByTransfer(String amount) {
        UUID line = books.bankLine(DAY, own(amount));
        return books.matches
                .get(books.matchReceipt(line, customer, eur(amount), DUE))
                .made();
    }

    @Test
    void a_transfer_that_nobody_recorded() {
        invoice("100.00", "19");
        says("1100 119.00 | 4000 100.00 · 2000 19.00");
        UUID line = books.bankLine(DAY, own("119.00"));
        says("1000 119.00 | 1010 119.00");
        books.matchReceipt(line, customer, eur("119.00"), DUE);
        says("1010 119.00 | 1100 119.00");
        ends("1000 119.00, 2000 −19.00, 4000 −100.00");
    }

    @Test
    void by_hand_300_less_4_20_of_charges() {
        invoice("300.00", "0");
        var charges = List.of(new Settling.Cost(books.account(AccountRole.BANK_CHARGES), own("4.20")));
        books.receive(customer, DAY, own("300.00"), books.account(AccountRole.RECEIVED), charges, DUE);
        says("1020 295.80 · 5010 4.20 | 1100 300.00");
        WaitingId waits = books.waits(WaitingKind.PAYMENT, books.account(AccountRole.RECEIVED), DAY, own("295.80"));
        UUID line = books.bankLine(DAY.plusDays(1), own("295.80"));
        says("1000 295.80 | 1010 295.80");
        books.matchWaiting(line, waits, eur("295.80"));
        says("1010 295.80 | 1020 295.80");
        ends("1000 295.80, 4000 −300.00, 5010 4.20");
    }

    @Test
    void paid_with_420_for_412_and_the_rest_used_next_time() {
        invoice("412.00", "0");
        UUID line = books.bankLine(DAY, own("420.00"));
        MeansId receipt = books.matches
                .get(books.matchReceipt(line, customer, eur("420.00"), DUE))
                .made();
        says("1010 420.00 | 1100 412.00 · 2100 8.00");
        invoice("100.00", "0");
        books.act(customer, p -> Settling.use(p, receipt, DUE, DAY.plusDays(3), "Credit used"));
        says("2100 8.00 | 1100 8.00");
        ends("1000 420.00, 1100 92.00, 4000 −512.00");
    }

    @Test
    void a_card_sale_its_fee_its_payout_and_a_fee_the_books_did_not_have() {
        DocumentId document = invoice("80.00", "0");
        cardSale(document, "80.00", "2.17");
        says("5000 2.17 | 1060 2.17");
        List<UUID> lines = books.payout(DAY, List.of(eur("77.83"), eur("-12.40")));
        says("1061 65.43 | 1060 65.43");
        books.matchWaiting(lines.getFirst(), waitingOf(WaitingKind.CARD_SALE), eur("77.83"));
        books.matchAccount(lines.getLast(), TestBooks.CARD_FEES, eur("-12.40"));
        says("5000 12.40 | 1060 12.40");
        UUID landed = books.bankLine(DAY.plusDays(2), own("65.43"));
        books.matchWaiting(landed, waitingOf(WaitingKind.PAYOUT), eur("65.43"));
        says("1010 65.43 | 1061 65.43");
        ends("1000 65.43, 4000 −80.00, 5000 14.57");
    }

    @Test
    void debits_of_which_one_is_rejected_late_so_that_the_batch_line_is_short() {
        DocumentId first = invoice("1319.05", "0");
        DocumentId second = invoice("49.90", "0");
        AccountCode clearing = books.account(AccountRole.DEBIT_CLEARING);
        books.receive(customer, DAY, own("1319.05"), clearing, new Policy.OfDocument(first));
        MeansId rejected = books.receive(customer, DAY, own("49.90"), clearing, new Policy.OfDocument(second));
        says("1050 49.90 | 1100 49.90");
        WaitingId batch = books.waits(WaitingKind.DEBIT_BATCH, clearing, DAY, own("1368.95"));
        books.takeBack(rejected, eur("49.90"), DAY.plusDays(1), Cause.REJECTED, clearing);
        books.less(batch, eur("49.90"));
        says("1100 49.90 | 1050 49.90");
        UUID line = books.bankLine(DAY.plusDays(1), own("1319.05"));
        books.matchWaiting(line, batch, eur("1319.05"));
        says("1010 1,319.05 | 1050 1,319.05");
        ends("1000 1,319.05, 1100 49.90, 4000 −1,368.95");
    }

    private MeansId collected119() {
        DocumentId document = invoice("119.00", "0");
        AccountCode clearing = books.account(AccountRole.DEBIT_CLEARING);
        MeansId receipt = books.receive(customer, DAY, own("119.00"), clearing, new Policy.OfDocument(document));
        WaitingId batch = books.waits(WaitingKind.DEBIT_BATCH, clearing, DAY, own("119.00"));
        books.matchWaiting(books.bankLine(DAY, own("119.00")), batch, eur("119.00"));
        return receipt;
    }

    @Test
    void a_debit_that_comes_back_the_notice_before_the_bank_line_its_fee_passed_on() {
        MeansId receipt = collected119();
        AccountCode clearing = books.account(AccountRole.DEBIT_CLEARING);
        books.takeBack(receipt, eur("119.00"), DAY.plusDays(5), Cause.RETURNED, clearing);
        says("1100 119.00 | 1050 119.00");
        WaitingId waits = books.waits(WaitingKind.RETURN, clearing, DAY.plusDays(5), own("-119.00"));
        UUID line = books.bankLine(DAY.plusDays(6), own("-119.00"));
        says("1010 119.00 | 1000 119.00");
        books.matchWaiting(line, waits, eur("-119.00"));
        says("1050 119.00 | 1010 119.00");
        UUID fee = books.bankLine(DAY.plusDays(6), own("-3.50"));
        says("1010 3.50 | 1000 3.50");
        books.matchAccount(fee, books.account(AccountRole.BANK_CHARGES), eur("-3.50"));
        says("5010 3.50 | 1010 3.50");
        passOn("3.50");
        says("1100 3.50 | 4100 3.50");
        ends("1000 −3.50, 1100 122.50, 4000 −119.00, 4100 −3.50, 5010 3.50");
    }

    private void passOn(String fee) {
        books.invoice(
                customer,
                DAY.plusDays(7),
                ExchangeRate.none(TestBooks.EUR, DAY),
                eur(fee),
                "0",
                books.account(AccountRole.RECHARGED_FEES),
                List.of(1),
                null);
    }

    @Test
    void a_debit_that_comes_back_the_bank_line_first() {
        MeansId receipt = collected119();
        UUID line = books.bankLine(DAY.plusDays(6), own("-119.00"));
        says("1010 119.00 | 1000 119.00");
        books.matchReturn(line, receipt, eur("-119.00"));
        says("1100 119.00 | 1010 119.00");
        ends("1100 119.00, 4000 −119.00");
    }

    @Test
    void a_paid_invoice_a_credit_note_over_a_part_refunded_to_the_card() {
        DocumentId document = invoice("100.00", "19");
        MeansId paid = cardSale(document, "119.00", "0.00");
        MeansId note = books.creditNote(customer, DAY.plusDays(1), document, "50.00", "9.50");
        says("4000 50.00 · 2000 9.50 | 2100 59.50");
        books.refund(note, paid, eur("59.50"), DAY.plusDays(1), TestBooks.CLEARING);
        books.waits(WaitingKind.REFUND, TestBooks.CLEARING, DAY.plusDays(1), own("-59.50"));
        says("2100 59.50 | 1060 59.50");
        ends("1060 59.50, 2000 −9.50, 4000 −50.00");
    }

    @Test
    void a_credit_note_on_an_invoice_that_is_paid_in_part() {
        DocumentId document = invoice("100.00", "19");
        paidByTransfer("80.00");
        books.creditNote(customer, DAY.plusDays(1), document, "50.00", "9.50");
        says("4000 50.00 · 2000 9.50 | 1100 39.00 · 2100 20.50");
        ends("1000 80.00, 2000 −9.50, 2100 −20.50, 4000 −50.00");
    }

    @Test
    void a_refund_of_8_of_credit_by_transfer() {
        UUID came = books.bankLine(DAY, own("8.00"));
        MeansId receipt = books.matches
                .get(books.matchReceipt(came, customer, eur("8.00"), new Policy.OnAccount()))
                .made();
        books.refund(receipt, receipt, eur("8.00"), DAY.plusDays(1), books.account(AccountRole.PAID_OUT));
        says("2100 8.00 | 1021 8.00");
        WaitingId waits =
                books.waits(WaitingKind.REFUND, books.account(AccountRole.PAID_OUT), DAY.plusDays(1), own("-8.00"));
        UUID line = books.bankLine(DAY.plusDays(2), own("-8.00"));
        says("1010 8.00 | 1000 8.00");
        books.matchWaiting(line, waits, eur("-8.00"));
        says("1021 8.00 | 1010 8.00");
        ends("");
    }

    private MeansId contested() {
        DocumentId document = invoice("80.00", "0");
        MeansId sale = cardSale(document, "80.00", "0.00");
        UUID chargeback = books.ids.next();
        books.book(books.bookings.chargebackOpened(chargeback, "Contested", DAY, own("80.00"), TestBooks.CLEARING));
        says("1070 80.00 | 1060 80.00");
        books.waits(WaitingKind.CHARGEBACK, TestBooks.CLEARING, DAY, own("-80.00"));
        books.waits(WaitingKind.CHARGEBACK, books.account(AccountRole.DISPUTED), DAY, own("80.00"));
        books.book(books.bookings.processorFee(
                chargeback, "Fee", DAY, own("15.00"), TestBooks.CARD_FEES, List.of(), TestBooks.CLEARING));
        books.waits(WaitingKind.CHARGEBACK, TestBooks.CLEARING, DAY, own("-15.00"));
        return sale;
    }

    private void nothingIsDisputedAnyMore() {
        books.waiting.values().stream()
                .filter(w -> w.account().equals(books.account(AccountRole.DISPUTED)))
                .toList()
                .forEach(w -> books.less(w.id(), w.left().amount()));
    }

    @Test
    void a_chargeback_that_is_lost() {
        MeansId sale = contested();
        books.takeBack(sale, eur("80.00"), DAY.plusDays(30), Cause.CHARGED_BACK, books.account(AccountRole.DISPUTED));
        nothingIsDisputedAnyMore();
        says("1100 80.00 | 1070 80.00");
        ends("1060 −15.00, 1100 80.00, 4000 −80.00, 5000 15.00");
    }

    @Test
    void a_chargeback_that_is_won() {
        contested();
        books.book(books.bookings.chargebackWon(
                books.ids.next(), "Won", DAY.plusDays(30), own("80.00"), TestBooks.CLEARING));
        nothingIsDisputedAnyMore();
        books.waits(WaitingKind.CHARGEBACK, TestBooks.CLEARING, DAY.plusDays(30), own("80.00"));
        says("1060 80.00 | 1070 80.00");
        ends("1060 65.00, 4000 −80.00, 5000 15.00");
    }

    @Test
    void an_early_settlement_discount_that_is_earned() {
        books.invoice(
                customer,
                DAY,
                ExchangeRate.none(TestBooks.EUR, DAY),
                eur("100.00"),
                "19",
                TestBooks.INCOME,
                List.of(1),
                new EarlySettlement(DAY.plusDays(8), eur("2.38")));
        paidByTransfer("116.62");
        says("1010 116.62 · 4080 2.00 · 2000 0.38 | 1100 119.00");
        ends("1000 116.62, 2000 −18.62, 4000 −100.00, 4080 2.00");
    }

    @Test
    void a_prepayment_by_card_used_at_issue() {
        MeansId prepaid = books.receive(customer, DAY, own("160.00"), TestBooks.CLEARING, new Policy.OnAccount());
        books.waits(WaitingKind.CARD_SALE, TestBooks.CLEARING, DAY, own("160.00"));
        says("1060 160.00 | 2100 160.00");
        DocumentId document = books.invoice(customer, DAY.plusDays(3), "1375.00", "0");
        books.act(
                customer,
                p -> Settling.use(p, prepaid, new Policy.OfDocument(document), DAY.plusDays(3), "Prepayment used"));
        says("2100 160.00 | 1100 160.00");
        ends("1060 160.00, 1100 1,215.00, 4000 −1,375.00");
    }

    @Test
    void a_security_deposit_billed_paid_used_in_part_and_the_rest_given_back() {
        books.deposit(customer, DAY, "500.00");
        says("1100 500.00 | 2110 500.00");
        MeansId paid = paidByTransfer("500.00");
        DocumentId damage = invoice("200.00", "0");
        MeansId deposit = books.means.values().stream()
                .filter(m -> m.kind() == MeansKind.DEPOSIT)
                .findFirst()
                .orElseThrow()
                .id();
        books.act(
                customer,
                p -> Settling.use(p, deposit, new Policy.OfDocument(damage), DAY.plusDays(9), "Deposit used"));
        says("2110 200.00 | 1100 200.00");
        books.refund(deposit, paid, eur("300.00"), DAY.plusDays(9), books.account(AccountRole.PAID_OUT));
        WaitingId waits =
                books.waits(WaitingKind.REFUND, books.account(AccountRole.PAID_OUT), DAY.plusDays(9), own("-300.00"));
        says("2110 300.00 | 1021 300.00");
        books.matchWaiting(books.bankLine(DAY.plusDays(10), own("-300.00")), waits, eur("-300.00"));
        says("1021 300.00 | 1010 300.00");
        ends("1000 200.00, 4000 −200.00");
    }

    @Test
    void a_write_off_with_tax_relief_that_is_recovered() {
        DocumentId document = invoice("100.00", "19");
        ClaimId claim = books.claimOf(document);
        books.act(
                customer,
                p -> Settling.writeOff(p, new MeansId(books.ids.next()), claim, DAY.plusDays(90), "Written off"));
        says("5030 100.00 · 2000 19.00 | 1100 119.00");
        UUID line = books.bankLine(DAY.plusDays(120), own("119.00"));
        books.matchReceipt(line, customer, eur("119.00"), DUE);
        Entry takenBack = books.ledger.get(books.ledger.size() - 2).entry();
        assertThat(EntryText.sides(takenBack)).isEqualTo(EntryText.sides("1100 119.00 | 5030 100.00 · 2000 19.00"));
        says("1010 119.00 | 1100 119.00");
        ends("1000 119.00, 2000 −19.00, 4000 −100.00");
    }

    @Test
    void two_hundredths_short_let_go() {
        DocumentId document = invoice("100.00", "19");
        UUID line = books.bankLine(DAY, own("118.98"));
        var part = new Policy.Part(books.claimOf(document), eur("118.98"), null, eur("0.05"));
        books.matchReceipt(line, customer, eur("118.98"), new Policy.Chosen(List.of(part)));
        says("1010 118.98 · 5040 0.02 | 1100 119.00");
        ends("1000 118.98, 2000 −19.00, 4000 −100.00, 5040 0.02");
    }

    @Test
    void five_payments_on_one_slip_of_which_a_cheque_comes_back() {
        AccountCode received = books.account(AccountRole.RECEIVED);
        MeansId cheque = null;
        for (String amount : List.of("640.00", "100.00", "80.00", "50.00", "30.00")) {
            DocumentId document = invoice(amount, "0");
            MeansId made = books.receive(customer, DAY, own(amount), received, new Policy.OfDocument(document));
            books.waits(WaitingKind.PAYMENT, received, DAY, own(amount));
            if (cheque == null) cheque = made;
        }
        UUID slip = books.bankLine(DAY.plusDays(1), own("900.00"));
        books.waiting.values().stream()
                .toList()
                .forEach(w -> books.matchWaiting(slip, w.id(), w.left().amount()));
        UUID back = books.bankLine(DAY.plusDays(30), own("-644.50"));
        says("1010 644.50 | 1000 644.50");
        books.matchReturn(back, cheque, eur("-640.00"));
        says("1100 640.00 | 1010 640.00");
        books.matchAccount(back, books.account(AccountRole.BANK_CHARGES), eur("-4.50"));
        says("5010 4.50 | 1010 4.50");
        passOn("4.50");
        says("1100 4.50 | 4100 4.50");
        ends("1000 255.50, 1100 644.50, 4000 −900.00, 4100 −4.50, 5010 4.50");
    }

    @Test
    void a_reserve_that_is_held_and_released() {
        DocumentId document = invoice("100.00", "0");
        cardSale(document, "100.00", "0.00");
        UUID held = books.payout(DAY, List.of(eur("-10.00"), eur("10.00"))).getFirst();
        UUID released = books.lines.keySet().stream().reduce((a, b) -> b).orElseThrow();
        books.matchToNewWaiting(held, WaitingKind.RESERVE, books.account(AccountRole.RESERVE), eur("-10.00"));
        says("1065 10.00 | 1060 10.00");
        books.matchWaiting(released, waitingOf(WaitingKind.RESERVE), eur("10.00"));
        says("1060 10.00 | 1065 10.00");
        ends("1060 100.00, 4000 −100.00");
    }

    @Test
    void an_own_transfer_between_two_accounts() {
        UUID out = books.bankLine(DAY, own("-1000.00"));
        says("1010 1,000.00 | 1000 1,000.00");
        books.matchToNewWaiting(
                out, WaitingKind.OWN_TRANSFER, books.account(AccountRole.OWN_TRANSFERS), eur("-1000.00"));
        says("1015 1,000.00 | 1010 1,000.00");
        UUID in = books.bankLine(DAY.plusDays(1), own("1000.00"));
        books.matchWaiting(in, waitingOf(WaitingKind.OWN_TRANSFER), eur("1000.00"));
        says("1010 1,000.00 | 1015 1,000.00");
        ends("");
    }

    @Test
    void the_void_of_an_unsent_invoice() {
        DocumentId document = invoice("100.00", "19");
        books.voidDocument(document, DAY.plusDays(1));
        says("4000 100.00 · 2000 19.00 | 1100 119.00");
        ends("");
    }

    @Test
    void dollars_invoiced_and_paid_in_euro_at_another_rate() {
        Currency usd = Currency.getInstance("USD");
        var rate = new ExchangeRate(usd, TestBooks.EUR, new BigDecimal("0.90"), DAY, "the example");
        DocumentId document =
                books.invoice(customer, DAY, rate, Money.of("USD", "120.00"), "0", TestBooks.INCOME, List.of(1), null);
        assertThat(EntryText.inOwn(last())).containsExactly("1100 120.00 USD 108.00", "4000 −120.00 USD −108.00");
        UUID line = books.bankLine(DAY.plusDays(20), own("110.40"));
        var part = Policy.Part.across(books.claimOf(document), Money.of("USD", "120.00"), eur("110.40"));
        books.matchReceipt(line, customer, eur("110.40"), new Policy.Chosen(List.of(part)));
        assertThat(EntryText.inOwn(last()))
                .containsExactlyInAnyOrder(
                        "1010 110.40 EUR 110.40",
                        "1090 −110.40 EUR −110.40",
                        "1090 120.00 USD 108.00",
                        "1100 −120.00 USD −108.00",
                        "1090 2.40 EUR 2.40",
                        "5050 −2.40 EUR −2.40");
        assertThat(books.balance(UNPLACED).isZero()).isTrue();
        ends("1000 110.40, 4000 −108.00, 5050 −2.40");
    }
}
