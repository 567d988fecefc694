package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.MatchCertain;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.ledger.FindAccounts;
import exactum.app.settlement.FindPayments;
import exactum.app.trail.TrailDrawing;
import exactum.app.trail.TrailOf;
import exactum.app.trail.Trails;
import exactum.core.ids.BankLineId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.settlement.Policy;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The trail from wherever one stands, drawn without overlap, told step by step, printable as proof. */
@ExtendWith(RunningApp.class)
class TrailTest {

    private static List<Document> threePaidTogether(World world, Customer customer) {
        var invoices = new ArrayList<Document>();
        for (String gross : List.of("100.00", "60.00", "40.00")) invoices.add(world.invoice(customer, gross, may(2)));
        world.payCash(customer, "200.00", new Policy.DueOrder());
        return invoices;
    }

    @Test
    void from_each_of_three_invoices_that_one_payment_settled_all_three_are_seen(World world, Trails trails) {
        for (Document invoice : threePaidTogether(world, world.payer())) {
            TrailDrawing trail = trails.ofDocument(world.moorings, invoice.id());
            TrailShape.holds(trail);
            assertThat(TrailShape.sum(trail, "settled by")).isEqualTo(euro("200.00"));
            assertThat(TrailShape.told(trail, "due as")).hasSize(3);
            assertThat(trail.text()).contains("Item, settled").contains("settled by Cash (");
        }
    }

    @Test
    void two_payments_of_one_invoice_are_both_seen_from_either(World world, Trails trails) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "100.00", june(20));
        world.payCash(customer, "30.00", new Policy.DueOrder());
        world.payCash(customer, "70.00", new Policy.DueOrder());
        MeansId first = world.bean(FindPayments.class)
                .ofCustomer(world.moorings, customer.id(), 10)
                .getLast()
                .payment()
                .id();
        TrailDrawing trail = trails.ofPayment(world.moorings, first);
        TrailShape.holds(trail);
        assertThat(TrailShape.sum(trail, "settled by")).isEqualTo(euro("100.00"));
        assertThat(trail.text())
                .isEqualTo(trails.ofDocument(world.moorings, invoice.id()).text());
    }

    @Test
    void from_customer_entry_and_bank_line_the_same_money_is_followed(World world, Trails trails) {
        Document invoice = world.invoice();
        BankLineId line = world.bankLine("832.74", "Écluse", invoice.number());
        world.bean(MatchCertain.class).matchAll(world.moorings);
        String fromLine = trails.ofBankLine(world.moorings, line).text();
        assertThat(fromLine).contains(invoice.number()).contains("landed as Bank line");
        List<EntryId> entries = world.bean(FindAccounts.class)
                .about(world.moorings, invoice.id().value(), 10);
        assertThat(entries).hasSizeGreaterThan(1);
        for (EntryId entry : entries)
            assertThat(trails.of(world.moorings, TrailOf.ENTRY, entry.value()).text())
                    .contains(invoice.number())
                    .contains("landed as Bank line");
        assertThat(trails.of(
                                world.moorings,
                                TrailOf.CUSTOMER,
                                invoice.customer().value())
                        .text())
                .contains(invoice.number());
        for (String number : List.of("customer/" + invoice.customer(), "invoice/" + invoice.id(), "bank-line/" + line))
            try (var otto = new Visitor(world, "otto")) {
                assertThat(otto.get("/trail/" + number).body())
                        .contains("Step by step")
                        .contains(invoice.number());
                assertThat(otto.get("/trail/" + number + "/proof.pdf").body()).startsWith("%PDF-");
            }
    }

    @Test
    void more_than_is_drawn_is_said(World world, Trails trails) {
        Customer customer = world.payer();
        for (int i = 1; i <= 14; i++) world.invoice(customer, "10.00", may(i));
        TrailDrawing trail =
                trails.of(world.moorings, TrailOf.CUSTOMER, customer.id().value());
        TrailShape.holds(trail);
        assertThat(trail.isCut()).isTrue();
        assertThat(TrailShape.told(trail, "due as")).hasSize(12);
    }

    @Test
    void what_is_not_there_is_not_found_and_nothing_of_another_business_is(World world, Trails trails) {
        Document invoice = world.invoice();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/trail/invoice/" + UUID.randomUUID()).statusCode())
                    .isEqualTo(404);
            assertThat(ada.get("/trail/weather/" + invoice.id()).statusCode()).isEqualTo(404);
        }
        assertThat(trails.of(world.north, TrailOf.INVOICE, invoice.id().value()).isEmpty())
                .isTrue();
        assertThat(trails.name(world.north, TrailOf.INVOICE, invoice.id().value()))
                .isEmpty();
    }
}
