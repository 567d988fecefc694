package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.cards.WorkNotices;
import exactum.app.customers.Contacts;
import exactum.app.customers.Customer;
import exactum.app.customers.ImportCustomers;
import exactum.app.customers.MergeCustomers;
import exactum.app.documents.Document;
import exactum.app.ledger.FindBooks;
import exactum.core.settlement.Policy;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Two customers who are the same become one; the books agree with themselves after each of these. */
@ExtendWith(RunningApp.class)
class MergeTest {
    private static String form(Customer into, int revision, int other) {
        return "into=%s&revision=%d&otherRevision=%d".formatted(into.id(), revision, other);
    }

    private static String merge(Customer from) {
        return "/customers/" + from.id() + "/merge";
    }

    @Test
    void all_that_is_theirs_becomes_the_others_and_the_books_move_by_one_entry(
            World world, Contacts contacts, FindBooks books, DSLContext db) {
        Customer from = world.customer("one@lakeside.example");
        Customer into = world.customer("two@lakeside.example");
        world.berth(from);
        world.bill(RunningApp.TODAY);
        world.invoice(from, "96.00");
        world.payCash(from, "1000.00", new Policy.DueOrder());
        contacts.add(world.moorings, from.id(), "Porter", "porter@x.example", List.of("invoices"));
        contacts.add(world.moorings, from.id(), "Same", "two@x.example", List.of("reminders"));
        contacts.add(world.moorings, into.id(), "Same", "two@x.example", List.of());
        var before = books.trialBalance(world.moorings, LocalDate.of(2999, 12, 31));
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(ada.get(merge(from) + "?q=ecluse").body()).contains(into.code());
            assertThat(ada.get(merge(from) + "?into=" + into.id()).body())
                    .contains("2 documents")
                    .contains("1 payment")
                    .contains("1 recurring invoice")
                    .contains("Merge into");
            assertThat(otto.post(merge(from), form(into, 1, 1)).statusCode()).isEqualTo(403);
            for (int twice = 0; twice < 2; twice++)
                assertThat(ada.follow(merge(from), form(into, 1, 1))).isEqualTo("/customers/" + into.id());
            assertThat(ada.get("/customers/" + from.id())
                            .headers()
                            .firstValue("location")
                            .orElseThrow())
                    .endsWith("/customers/" + into.id());
            assertThat(ada.get("/customers/" + into.id()).body())
                    .contains("LW-2026-0001")
                    .contains("71.26")
                    .contains("porter@x.example");
            assertThat(ada.get("/audit?q=merged").body()).contains(from.code()).contains(into.code());
            assertThat(ada.post("/customers", "code=" + from.code() + "&name=Again&country=IE&currency=EUR")
                            .body())
                    .contains("was merged into " + into.code());
        }
        assertThat(books.trialBalance(world.moorings, LocalDate.of(2999, 12, 31)))
                .isEqualTo(before);
        assertThat(contacts.of(world.moorings, into.id())).hasSize(2);
        assertThat(db.fetchValue("select count(*) from entry where event = 'customers merged'"))
                .isEqualTo(1L);
        var imports = world.bean(ImportCustomers.class);
        String row = "code,name,country,currency\n" + from.code() + ",Again,IE,EUR\n";
        var rehearsal = imports.get(
                world.moorings,
                imports.rehearse(
                        world.moorings, "x.csv", new ByteArrayInputStream(row.getBytes(StandardCharsets.UTF_8))));
        assertThat(new String(rehearsal.badFile(), StandardCharsets.UTF_8))
                .contains("was merged into “" + into.code() + "”");
        world.bill(LocalDate.of(2026, 7, 1));
        assertThat(world.documents()
                        .findByNumber(world.moorings, "LW-2026-0003")
                        .orElseThrow()
                        .buyer()
                        .name())
                .isEqualTo(into.name());
    }

    @Test
    void what_is_in_flight_lands_at_the_other(World world) {
        Customer from = world.customer("one@lakeside.example");
        Customer into = world.customer("two@lakeside.example");
        Document invoice = world.invoice(from, "96.00");
        String checkout = world.desk.cardPage(invoice).reference;
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get(merge(from) + "?into=" + into.id()).body()).contains("1 collection in flight");
            ada.follow(merge(from), form(into, 1, 1));
            world.desk.sale("sa_1", checkout, "96.00", "1.00");
            assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
            assertThat(ada.get("/customers/" + into.id()).body()).contains("Payment");
        }
    }

    @Test
    void whoever_was_changed_or_is_the_same_is_not_merged(World world, MergeCustomers merge) {
        Customer from = world.customer("one@lakeside.example");
        Customer into = world.customer("two@lakeside.example");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post(merge(from), form(from, 1, 1)).body()).contains("That is the same customer");
            assertThat(ada.post(merge(from), form(into, 1, 7)).body()).contains("Somebody changed one of the two");
            assertThat(ada.get("/customers/" + from.id()).statusCode()).isEqualTo(200);
        }
        assertThat(merge.goneInto(world.moorings, from.id())).isEmpty();
    }

    @Test
    void two_who_merge_each_into_the_other_at_once_leave_one_of_them(World world) throws Exception {
        Customer one = world.customer("one@lakeside.example");
        Customer two = world.customer("two@lakeside.example");
        world.invoice(one, "10.00");
        world.invoice(two, "20.00");
        try (var ada = new Visitor(world, "ada");
                var pool = Executors.newFixedThreadPool(2)) {
            String token = ada.token("/day");
            Callable<Integer> first =
                    () -> ada.post(merge(one), token, form(two, 1, 1)).statusCode();
            Callable<Integer> second =
                    () -> ada.post(merge(two), token, form(one, 1, 1)).statusCode();
            var answers = pool.invokeAll(List.of(first, second));
            assertThat(List.of(answers.get(0).get(), answers.get(1).get())).contains(302);
        }
        assertThat(
                        world.bean(DSLContext.class)
                                .fetchValue(
                                        "select count(*) from customer where email in ('one@lakeside.example', 'two@lakeside.example')"))
                .isEqualTo(1L);
    }

    @Test
    void money_that_comes_while_two_are_merged_is_lost_by_nobody(World world) throws Exception {
        Customer from = world.customer("one@lakeside.example");
        Customer into = world.customer("two@lakeside.example");
        Document invoice = world.invoice(from, "96.00");
        String checkout = world.desk.cardPage(invoice).reference;
        try (var ada = new Visitor(world, "ada");
                var pool = Executors.newFixedThreadPool(2)) {
            String token = ada.token("/day");
            Callable<Object> merging =
                    () -> ada.post(merge(from), token, form(into, 1, 1)).statusCode();
            Callable<Object> paying = () -> world.desk.sale("sa_1", checkout, "96.00", "1.00");
            for (var done : pool.invokeAll(List.of(merging, paying))) done.get();
        }
        world.asOwner("update processor_event set tried_at = null");
        world.bean(WorkNotices.class).work();
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
    }
}
