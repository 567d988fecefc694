package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.cards.PayWith;
import exactum.app.cards.StartCardPayment;
import exactum.app.cards.Wish;
import exactum.app.documents.Document;
import exactum.app.settlement.FindClaims;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The lines that a business card's statement names: 640.00 at 23 % and 40.12 at 13.5 % come to 832.74. */
@ExtendWith(RunningApp.class)
class LineDetailTest {
    @Test
    void the_lines_of_a_document_that_is_paid_in_full_travel_with_it_and_add_up(World world) {
        Document invoice = world.invoice();
        world.desk.cardPage(invoice);
        assertThat(world.processor.opened().getLast().asked)
                .contains("\"description\":\"Berth\"")
                .contains("\"net\":\"640.00\"")
                .contains("\"tax\":\"147.20\"")
                .contains("\"net\":\"40.12\"")
                .contains("\"tax\":\"5.42\"");
    }

    @Test
    void three_lines_of_one_rate_share_its_tax_to_the_cent(World world) {
        Document invoice = world.invoice(
                world.payer(),
                world.line("A crane lift with a name that is too long", "1", "0.10", "standard"),
                world.line("B", "1", "0.10", "standard"),
                world.line("C", "1", "0.10", "standard"));
        assertThat(invoice.gross()).isEqualTo(euro("0.37"));
        world.desk.cardPage(invoice);
        assertThat(world.processor.opened().getLast().asked)
                .contains("\"description\":\"A crane lift with a name t\"")
                .contains("\"tax\":\"0.02\"")
                .contains("\"tax\":\"0.03\"");
    }

    @Test
    void a_part_of_a_document_has_no_lines(World world) {
        Document invoice = world.invoice();
        var items = world.bean(FindClaims.class).openOf(world.moorings, invoice.id()).stream()
                .map(FindClaims.Open::claim)
                .toList();
        var wish = new Wish(items, euro("100.00"));
        world.bean(StartCardPayment.class).start(world.link(invoice), wish, PayWith.NEW_CARD, 10_000, "x");
        assertThat(world.processor.opened().getLast().asked).doesNotContain("\"lines\"");
    }
}
