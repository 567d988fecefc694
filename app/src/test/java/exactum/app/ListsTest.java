package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.ListDocuments.Column;
import exactum.app.documents.ListDocuments.Listed;
import exactum.app.documents.Standing;
import exactum.core.settlement.Policy;
import java.util.Comparator;
import java.util.List;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Lists as a person works with them: sorted, searched, kept, acted on, taken out as a file. */
@ExtendWith(RunningApp.class)
class ListsTest {
    private static Comparator<Listed> by(Column column) {
        return switch (column) {
            case NUMBER -> Comparator.comparing(Listed::number);
            case CUSTOMER -> Comparator.comparing(Listed::customerName);
            case DATE -> Comparator.comparing(Listed::date);
            case DUE -> Comparator.comparing(Listed::due);
            case AMOUNT -> Comparator.comparing(d -> d.gross().minor());
            case OPEN -> Comparator.comparing(d -> d.open().minor());
        };
    }

    @Test
    void each_column_sorts_both_ways_and_pages_go_on_where_the_last_ended(World world) {
        for (String amount : List.of("30.00", "10.00", "20.00", "50.00", "40.00"))
            world.invoice(world.payer(), amount, RunningApp.TODAY.minusDays(Long.parseLong(amount.substring(0, 2))));
        for (Column column : Column.values()) {
            for (boolean down : new boolean[] {false, true}) {
                var filter = new ListDocuments.Filter(
                        "", null, null, ListDocuments.Filter.ALL.kinds(), new ListDocuments.Order(column, down));
                List<Listed> all = world.lists().list(world.moorings, filter, RunningApp.TODAY, Slice.first(100));
                assertThat(all)
                        .as(column + " " + down)
                        .hasSize(5)
                        .isSortedAccordingTo(down ? by(column).reversed() : by(column));
                assertThat(world.lists().list(world.moorings, filter, RunningApp.TODAY, new Slice(4, 2)))
                        .isEqualTo(all.subList(3, 5));
            }
        }
    }

    @Test
    void what_is_paid_sorts_by_the_day_it_was_due(World world) {
        for (String amount : List.of("30.00", "10.00", "20.00")) {
            Document invoice = world.invoice(
                    world.payer(), amount, RunningApp.TODAY.minusDays(Long.parseLong(amount.substring(0, 2))));
            world.payCash(world.customer(invoice.customer()), amount, new Policy.OfDocument(invoice.id()));
        }
        for (Column column : List.of(Column.DUE, Column.OPEN)) {
            for (boolean down : new boolean[] {false, true}) {
                var filter = new ListDocuments.Filter(
                        "",
                        Standing.NOT_AT_BANK,
                        null,
                        ListDocuments.Filter.ALL.kinds(),
                        new ListDocuments.Order(column, down));
                assertThat(world.lists().list(world.moorings, filter, RunningApp.TODAY, Slice.first(10)))
                        .as(column + " " + down)
                        .hasSize(3)
                        .isSortedAccordingTo(down ? by(Column.DUE).reversed() : by(Column.DUE));
            }
        }
    }

    @Test
    void anything_that_is_printed_finds_it(World world) {
        Customer customer = world.payer();
        Document invoice = Papers.issued(
                world,
                Papers.typed("INVOICE", customer, "77.35").replace("Berth", "Anchor+chain") + "&memo=blue+buoy"
                        + "&reference=PO-4711");
        try (var ada = new Visitor(world, "ada")) {
            for (String words : List.of("anchor", "blue+buoy", "po-4711", "77.35", customer.code(), invoice.number()))
                assertThat(ada.get("/invoices?q=" + words).body()).as(words).contains(invoice.number());
            assertThat(ada.get("/invoices?q=no+such+thing").body()).contains("Nothing matches");
            String csv = ada.get("/invoices.csv?q=anchor").body();
            assertThat(csv).startsWith("number,kind,state,customer,date,due,currency,total,open");
            assertThat(csv).contains(invoice.number() + ",invoice,issued,").contains(",EUR,77.35,77.35");
        }
    }

    @Test
    void a_view_is_kept_by_who_made_it(World world) {
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(ada.post("/invoices/views", "name=&q=berth").body()).contains("A view needs a name");
            ada.follow("/invoices/views", "name=Late+berths&q=berth&standing=OVERDUE&sort=-amount");
            assertThat(ada.get("/invoices").body())
                    .contains("Late berths")
                    .contains("/invoices?q=berth&amp;standing=OVERDUE&amp;sort=-amount");
            assertThat(otto.get("/invoices").body()).doesNotContain("Late berths");
            ada.follow("/invoices/views/delete", "name=Late+berths");
            assertThat(ada.get("/invoices").body()).doesNotContain("Late berths");
        }
    }

    @Test
    void one_that_cannot_be_done_stops_none_of_the_others(World world) {
        Document open = world.invoice(world.payer(), "10.00");
        try (var ada = new Visitor(world, "ada")) {
            String first = ada.follow("/drafts", Papers.typed("INVOICE", world.payer(), "20"));
            String second = ada.follow("/drafts", Papers.typed("QUOTE", world.payer(), "30"));
            String ids = "ids=" + open.id() + "&ids=" + first.substring(8) + "&ids=" + second.substring(8);
            String outcome = ada.post("/invoices/selected", "act=ISSUE&" + ids).body();
            assertThat(outcome)
                    .contains("It is no draft")
                    .contains("issued as LW-2026-0002")
                    .contains("issued as QUO-2026-0001");
            assertThat(ada.post("/invoices/selected", "act=CREDIT&ids=" + open.id())
                            .body())
                    .contains("credited by a draft");
            assertThat(ada.post("/invoices/selected", "act=SEND").body()).contains("Nothing is selected");
            assertThat(ada.post("/invoices/selected.csv", "ids=" + open.id()).body())
                    .contains(open.number());
        }
    }

    /** A long list is read from its other end where that is nearer: the rows are those of the whole list. */
    @Test
    void the_far_end_of_a_long_list_is_the_end_of_the_whole(World world, DSLContext db) {
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/drafts", Papers.typed("INVOICE", world.payer(), "20"));
        }
        db.execute("""
                insert into document select (jsonb_populate_record(d, jsonb_build_object('id', gen_random_uuid(), 'document_date', d.document_date - n % 700))).*
                  from document d, generate_series(1, 5999) n""");
        for (String words : List.of("", "berth")) {
            for (boolean down : new boolean[] {false, true}) {
                var filter = new ListDocuments.Filter(
                        words,
                        null,
                        null,
                        ListDocuments.Filter.ALL.kinds(),
                        new ListDocuments.Order(Column.DATE, down));
                List<Listed> all = world.lists().list(world.moorings, filter, RunningApp.TODAY, Slice.first(7_000));
                assertThat(all).as("%s %s", words, down).hasSize(6_000);
                for (int from : new int[] {5_001, 5_901, 5_950, 6_000, 6_001, 9_000})
                    assertThat(world.lists().list(world.moorings, filter, RunningApp.TODAY, Slice.page(from)))
                            .as("%s from %d, %s", words, from, down)
                            .isEqualTo(all.subList(Math.min(from - 1, 6_000), Math.min(from + 99, 6_000)));
            }
        }
    }
}
