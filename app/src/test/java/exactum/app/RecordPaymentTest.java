package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.FindBankLines;
import exactum.app.bank.MatchCertain;
import exactum.app.bank.ProposeMatches;
import exactum.app.customers.Customer;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.documents.Standing;
import exactum.app.settlement.Channel;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.Place;
import exactum.app.settlement.RecordPayment;
import exactum.core.ids.BankLineId;
import exactum.core.ids.MeansId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Money that a person records by hand. */
@ExtendWith(RunningApp.class)
class RecordPaymentTest {
    private static RecordPayment.ByHand typed(Customer customer, Channel channel, String amount, Policy policy) {
        return typed(customer, channel, amount, "0.00", june(1), null, policy);
    }

    private static RecordPayment.ByHand typed(
            Customer customer,
            Channel channel,
            String amount,
            String charges,
            LocalDate on,
            AccountCode account,
            Policy policy) {
        return new RecordPayment.ByHand(
                customer.id(),
                on,
                channel,
                euro(amount),
                euro(charges),
                account,
                new NewPayment.Said("slip 7", "at the counter"),
                policy,
                false);
    }

    private static Standing standing(World world, Document document) {
        return world.documents().standing(world.moorings, document.id(), RunningApp.TODAY);
    }

    @Test
    void what_is_due_first_is_paid_first_and_the_rest_is_on_account(
            World world, RecordPayment record, FindPayments payments) {
        Customer customer = world.payer();
        Document late = world.invoice(customer, "50.00", may(1));
        Document later = world.invoice(customer, "30.00", may(20));
        RecordPayment.ByHand typed = typed(customer, Channel.CASH, "100.00", new Policy.DueOrder());
        RecordPayment.Rehearsal rehearsal = record.rehearse(world.moorings, typed);
        assertThat(rehearsal.onAccount()).isEqualTo(euro("20.00"));
        assertThat(rehearsal.settles())
                .extracting(s -> s.number() + " " + s.amount().text())
                .containsExactly(late.number() + " 50.00", later.number() + " 30.00");
        assertThat(payments.list(world.moorings, new FindPayments.Filter("", "", "", ""), Slice.first(9)))
                .isEmpty();

        MeansId made = record.record(world.moorings, typed);
        FindPayments.Payment payment = payments.find(world.moorings, made).orElseThrow();
        assertThat(payment.left()).isEqualTo(euro("20.00"));
        assertThat(payment.place()).isEqualTo(Place.NOT_YET);
        assertThat(standing(world, late)).isEqualTo(Standing.NOT_AT_BANK);
        assertThat(world.balance("1020")).isEqualTo(euro("100.00"));
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("-20.00"));
    }

    @Test
    void money_recorded_by_hand_and_then_its_bank_line_are_joined_and_counted_once(
            World world, RecordPayment record, ProposeMatches propose, FindBankLines lines, MatchCertain certain) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "118.08");
        record.record(world.moorings, typed(customer, Channel.TRANSFER, "118.08", new Policy.OfDocument(invoice.id())));
        assertThat(standing(world, invoice)).isEqualTo(Standing.NOT_AT_BANK);
        BankLineId line = world.bankLine("118.08", customer.name(), invoice.number());
        var proposed = propose.propose(
                        world.moorings,
                        java.util.List.of(lines.find(world.moorings, line).orElseThrow()))
                .getFirst();
        assertThat(proposed.isCertain()).isTrue();
        assertThat(certain.matchAll(world.moorings)).isOne();
        assertThat(standing(world, invoice)).isEqualTo(Standing.PAID);
        assertThat(world.balance("1000")).isEqualTo(euro("218.08"));
        assertThat(world.balance("1020")).isEqualTo(euro("0.00"));
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
    }

    @Test
    void bank_charges_are_ours_and_the_invoice_is_paid_in_full(
            World world, RecordPayment record, FindBankLines lines, MatchCertain certain) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "100.00");
        record.record(
                world.moorings,
                typed(customer, Channel.TRANSFER, "100.00", "3.50", june(1), null, new Policy.DueOrder()));
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(world.balance("5010")).isEqualTo(euro("3.50"));
        assertThat(world.balance("1020")).isEqualTo(euro("96.50"));
        BankLineId line = world.bankLine("96.50", customer.name(), invoice.number());
        certain.matchAll(world.moorings);
        assertThat(lines.find(world.moorings, line).orElseThrow().isMatched()).isTrue();
        assertThat(world.balance("1020")).isEqualTo(euro("0.00"));
    }

    @Test
    void cash_in_a_box_of_its_own_never_waits_for_a_bank_line(
            World world, RecordPayment record, FindPayments payments) {
        world.setUp().addAccount(world.moorings, exactum.app.setup.Account.of("1005", "Cash box", "asset"));
        Customer customer = world.payer();
        world.invoice(customer, "40.00");
        MeansId made = record.record(
                world.moorings,
                typed(
                        customer,
                        Channel.CASH,
                        "40.00",
                        "0.00",
                        june(1),
                        new AccountCode("1005"),
                        new Policy.DueOrder()));
        assertThat(payments.find(world.moorings, made).orElseThrow().place()).isEqualTo(Place.IN_HAND);
        assertThat(world.balance("1005")).isEqualTo(euro("40.00"));
    }

    @Test
    void what_was_a_mistake_is_taken_out_and_both_entries_stand(
            World world, RecordPayment record, FindPayments payments) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "50.00");
        MeansId made = record.record(
                world.moorings, typed(customer, Channel.CASH, "60.00", "2.00", june(1), null, new Policy.DueOrder()));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.follow("/payments/" + made + "/take-out", "")).isEqualTo("/payments/" + made);
            assertThat(ada.post("/payments/" + made + "/take-out", "").body()).contains("Nothing was changed");
            assertThat(ada.get("/payments/" + made).body())
                    .contains("LW-2026-0001")
                    .contains("60.00");
        }
        assertThat(world.open(invoice)).isEqualTo(euro("50.00"));
        for (String account : new String[] {"1020", "2100", "5010"})
            assertThat(world.balance(account)).as(account).isEqualTo(euro("0.00"));
        assertThat(payments.settledBy(world.moorings, made)).hasSize(2);
    }

    @Test
    void once_the_bank_has_confirmed_it_stays(World world, RecordPayment record, MatchCertain certain) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "50.00");
        MeansId made = record.record(world.moorings, typed(customer, Channel.TRANSFER, "50.00", new Policy.DueOrder()));
        world.bankLine("50.00", customer.name(), invoice.number());
        certain.matchAll(world.moorings);
        assertThatThrownBy(() -> record.takeOut(world.moorings, made))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("the bank has confirmed it already");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "0.00|0.00|2026-06-01||above zero",
                "-5.00|0.00|2026-06-01||above zero",
                "5.00|5.00|2026-06-01||less than the amount",
                "5.00|-1.00|2026-06-01||less than the amount",
                "5.00|0.00|2026-06-02||not after today",
                "5.00|0.00|2026-06-01|1100|cannot be recorded on account 1100",
                "5.00|0.00|2026-06-01|1060|cannot be recorded on account 1060",
                "5.00|0.00|2026-06-01|9999|cannot be recorded on account 9999",
            })
    void what_makes_no_sense_is_refused_and_nothing_is_recorded(
            String amount,
            String charges,
            LocalDate on,
            String account,
            String sentence,
            World world,
            RecordPayment record,
            FindPayments payments) {
        var typed = typed(
                world.payer(),
                Channel.CASH,
                amount,
                charges,
                on,
                account == null ? null : new AccountCode(account),
                new Policy.DueOrder());
        assertThatThrownBy(() -> record.record(world.moorings, typed))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(sentence)
                .hasMessageContaining("Nothing was recorded");
        assertThat(payments.list(world.moorings, new FindPayments.Filter("", "", "", ""), Slice.first(9)))
                .isEmpty();
    }

    @Test
    void the_page_shows_what_it_would_do_and_records_as_typed_beside_the_open_items(
            World world, FindPayments payments) {
        Customer customer = world.payer();
        Document first = world.invoice(customer, "50.00");
        Document second = world.invoice(customer, "30.00");
        try (var ada = new Visitor(world, "ada")) {
            String page = ada.get("/payments/new?customer=" + customer.id()).body();
            assertThat(page).contains(first.number()).contains(second.number());
            var field = java.util.regex.Pattern.compile("name=\"(part-[0-9a-f-]{36})\"")
                    .matcher(page);
            assertThat(field.find()).isTrue();
            String form = "key=" + java.util.UUID.randomUUID() + "&customer=" + customer.id()
                    + "&on=1+Jun+2026&method=cash&amount=35.00&reference=R1&" + field.group(1) + "=20.00";
            assertThat(ada.post("/payments/typed", form).body())
                    .contains("20.00")
                    .contains("15.00")
                    .doesNotContain("<html");
            String made = ada.follow("/payments", form);
            assertThat(ada.get(made).body()).contains("35.00").contains("R1");
            assertThat(ada.post("/payments", "on=1+Jun+2026&method=cash&amount=1")
                            .body())
                    .contains("Choose whose payment it is");
        }
        Money open = world.open(first).plus(world.open(second));
        assertThat(open).isEqualTo(euro("60.00"));
        assertThat(payments.creditOf(world.moorings, customer.id()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("15.00")));
    }

    @Test
    void the_list_finds_by_number_reference_method_place_and_account(World world, RecordPayment record) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "50.00");
        record.record(world.moorings, typed(customer, Channel.CHEQUE, "50.00", new Policy.DueOrder()));
        String page = world.desk.cardPage(world.invoice(world.payer(), "10.00")).reference;
        world.desk.sale("sa_list", page, "10.00", "0.49");
        try (var ada = new Visitor(world, "ada")) {
            for (String found : new String[] {
                "?q=" + invoice.number(), "?q=slip", "?method=cheque", "?account=1020", "?q=" + customer.code()
            })
                assertThat(ada.get("/payments" + found).body())
                        .as(found)
                        .contains("50.00")
                        .doesNotContain("Visa ending");
            assertThat(ada.get("/payments?method=card").body())
                    .contains("Visa ending")
                    .doesNotContain("50.00");
            assertThat(ada.get("/payments?q=nothing").statusCode()).isEqualTo(200);
        }
    }

    @Test
    void a_confirmation_is_sent_where_it_was_asked_for_and_names_what_is_on_account(
            World world, RecordPayment record, exactum.app.messages.FindMessages messages) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "50.00");
        RecordPayment.ByHand t = typed(customer, Channel.CASH, "60.00", new Policy.DueOrder());
        record.record(
                world.moorings,
                new RecordPayment.ByHand(
                        t.customer(), t.on(), t.channel(), t.amount(), t.charges(), null, t.said(), t.policy(), true));
        var letter = messages.ofDocument(world.moorings, invoice.id()).getFirst();
        try (var server = new MailServer(world.bean(JavaMailSenderImpl.class))) {
            server.tryAgain(world);
            assertThat(messages.find(world.moorings, letter.message().id())
                            .orElseThrow()
                            .message()
                            .sent()
                            .body())
                    .contains("10.00")
                    .contains("left on your account");
        }
    }
}
