package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.database.Ids;
import exactum.app.documents.CreditDocument;
import exactum.app.documents.Document;
import exactum.app.documents.Drafts;
import exactum.app.documents.EInvoices;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Standing;
import exactum.core.ids.DocumentId;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Credit notes in whole, by line and by amount, through the papers and the use cases. */
@ExtendWith(RunningApp.class)
class CreditNoteTest {

    /** Seven of 46.30 at 23 %: 398.64. */
    private static Document seven(World world) {
        return Papers.issued(
                world,
                "kind=INVOICE&customer=" + world.payer().id() + "&text0=Night&qty0=7&price0=46.30&tax0=standard");
    }

    private static Standing standing(World world, Document document) {
        return world.documents().standing(world.moorings, document.id(), RunningApp.TODAY);
    }

    /** Common practice, no source. */
    @Test
    void the_last_part_credit_takes_the_rest(World world, EInvoices eInvoices) {
        Document invoice = seven(world);
        Document four = Papers.issued(world, Papers.credits(invoice, "4"));
        assertThat(four.amounts().tax()).isEqualTo(euro("42.60"));
        assertThat(four.lines().getFirst().line().credits()).isEqualTo(1);
        try (var ada = new Visitor(world, "ada")) {
            String paper =
                    ada.get("/credit-notes/new?credits=" + invoice.number()).body();
            assertThat(paper).contains("170.84").contains("3 ").contains("value=\"3\"");
            assertThat(ada.post("/invoices/typed", Papers.credits(invoice, "4")).body())
                    .contains("3 piece is left, not 4");
        }
        Document three = Papers.issued(world, Papers.credits(invoice, "3"));
        assertThat(three.amounts().tax()).isEqualTo(euro("31.94"));
        assertThat(three.gross().plus(four.gross())).isEqualTo(invoice.gross());
        assertThat(standing(world, invoice)).isEqualTo(Standing.CREDITED);
        assertThat(standing(world, three)).isEqualTo(Standing.APPLIED);
        assertThat(new String(eInvoices.of(world.moorings, three), StandardCharsets.UTF_8))
                .contains("CreditNote")
                .contains(invoice.number());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices/" + invoice.number()).body())
                    .contains(four.number())
                    .contains(three.number());
            assertThat(ada.get("/invoices/" + four.number()).body()).contains(invoice.number());
        }
    }

    @Test
    void what_exceeds_what_is_open_is_on_account_or_refunded(World world) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "119.00");
        world.payCash(customer, "80.00", new exactum.core.settlement.Policy.DueOrder());
        Document note = Papers.issued(
                world, Papers.credits(invoice, "1").replace("qty0=1", "qty0=0") + "&byAmount=59.50&then=REFUND");
        assertThat(note.gross()).isEqualTo(euro("59.50"));
        assertThat(standing(world, note)).isEqualTo(Standing.ON_ACCOUNT);
        try (var ada = new Visitor(world, "ada")) {
            String day = ada.get("/day").body();
            assertThat(day).contains(note.number() + " is to be refunded");
            String held = day.replaceAll("(?s).*?(/held-money/[0-9a-f-]{36}).*", "$1");
            assertThat(ada.get(held).body()).contains("20.50");
            String means = held.substring(held.lastIndexOf('/') + 1);
            String wish = "means=%1$s&draw=rest:%1$s&amount=20.50&route=hand".formatted(means);
            assertThat(ada.get("/refunds/new?" + wish + "&look=yes").body())
                    .contains("What it would do")
                    .contains("20.50");
            ada.follow("/refunds", wish + "&id=" + Ids.next());
            assertThat(ada.post("/refunds", wish + "&id=" + Ids.next()).body()).contains("Nothing was refunded");
            assertThat(ada.get("/day").body()).doesNotContain(note.number() + " is to be refunded");
        }
        assertThat(standing(world, note)).isEqualTo(Standing.APPLIED);
    }

    @Test
    void kept_on_account_it_settles_nothing(World world) {
        Document invoice = world.invoice(world.payer(), "50.00");
        Document note = Papers.issued(world, Papers.credits(invoice, "1") + "&then=KEEP");
        assertThat(standing(world, note)).isEqualTo(Standing.ON_ACCOUNT);
        assertThat(standing(world, invoice)).isEqualTo(Standing.ISSUED);
    }

    /** Two of them at once over more than there is: one is issued, the other refused. */
    @Test
    void two_at_once_take_back_no_more_than_there_is(World world, CreditDocument credit, Drafts drafts)
            throws Exception {
        Document invoice = world.invoice(world.payer(), "70.00");
        List<DocumentId> both = List.of(
                credit.draftOfAll(world.moorings, invoice.id()), credit.draftOfAll(world.moorings, invoice.id()));
        try (var pool = Executors.newFixedThreadPool(2)) {
            var outcomes = pool.invokeAll(both.stream()
                    .map(id ->
                            (Callable<IssueDocuments.Issued>) () -> drafts.issueReviewed(world.moorings, id, 1, false))
                    .toList());
            assertThat(outcomes.stream()
                            .filter(f -> f.state() == java.util.concurrent.Future.State.SUCCESS)
                            .count())
                    .isEqualTo(1);
        }
        assertThat(standing(world, invoice)).isEqualTo(Standing.CREDITED);
    }

    @Test
    void one_that_credits_no_document_is_on_account(World world) {
        Document note = Papers.issued(world, Papers.typed("CREDIT_NOTE", world.payer(), "25"));
        assertThat(note.number()).startsWith("CN-");
        assertThat(standing(world, note)).isEqualTo(Standing.ON_ACCOUNT);
    }
}
