package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.arrears.Arrears;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.installation.PlayDays;
import exactum.app.messages.FindMessages;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.messages.SendMessages;
import exactum.app.reminders.Reminders;
import exactum.app.settlement.Channel;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.core.ids.MeansId;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Payers are reminded by the rhythm that holds for them, once a step, and of nothing that something else takes care of. */
@ExtendWith(RunningApp.class)
class RemindersTest {
    /** A rhythm with the steps −7, 0, 4, 12 and 25, made and chosen as a person does it. */
    private static String rhythm(World world, String name) {
        try (var ada = new Visitor(world, "ada")) {
            String path = ada.follow("/setup/rhythms", "name=" + name);
            ada.follow(path + "/choose", "");
            return path;
        }
    }

    private static List<Message> told(World world, Document about) {
        return world.bean(FindMessages.class).ofDocument(world.moorings, about.id()).reversed().stream()
                .map(FindMessages.Listed::message)
                .filter(m -> m.kind() == MessageKind.PAYMENT_REMINDER)
                .toList();
    }

    private static void live(World world, LocalDate from, LocalDate until) {
        Reminders reminders = world.bean(Reminders.class);
        for (LocalDate day = from; !day.isAfter(until); day = day.plusDays(1)) reminders.day(world.moorings, day);
    }

    @Test
    void nobody_is_reminded_until_a_rhythm_is_chosen(World world) {
        Document invoice = world.invoice(world.payer(), "100");
        live(world, world.june(2), world.june(30));
        assertThat(told(world, invoice)).isEmpty();
    }

    @Test
    void five_steps_are_told_each_once_and_firmer(World world, SendMessages send, JavaMailSenderImpl mail) {
        rhythm(world, "Standard");
        Document invoice = world.invoice(world.payer(), "100");
        live(world, world.june(2), world.june(30).plusDays(30));
        assertThat(told(world, invoice))
                .extracting(Message::sendOn)
                .containsExactly(
                        world.june(8),
                        world.june(15),
                        world.june(19),
                        world.june(27),
                        world.june(30).plusDays(10));
        world.bean(DSLContext.class)
                .execute("update message set send_on = date '2026-06-01' where kind = 'payment reminder'");
        try (var server = new StubbornServer(mail)) {
            send.sendAll();
            var subjects = new ArrayList<String>();
            server.taken()
                    .forEach(t -> subjects.add(t.text().lines().findFirst().orElse("")));
            assertThat(subjects)
                    .contains("Falls due: " + invoice.number(), "Reminder: " + invoice.number())
                    .contains("Payment is overdue: " + invoice.number(), "Last reminder: " + invoice.number());
            assertThat(server.taken().getLast().text()).contains("?all").contains("€\u00a0100.00");
        }
    }

    @Test
    void several_open_items_of_one_customer_are_one_message_as_firm_as_the_firmest(World world) {
        rhythm(world, "Standard");
        Customer customer = world.payer();
        Document early = world.invoice(customer, "100");
        Document later = world.invoice(customer, "50", world.may(28));
        Reminders reminders = world.bean(Reminders.class);
        reminders.day(world.moorings, world.june(15));
        assertThat(told(world, early))
                .singleElement()
                .satisfies(m -> assertThat(m.about()).containsExactlyInAnyOrder(early.id(), later.id()));
    }

    @Test
    void payment_promise_dispute_and_pause_stop_it_and_it_goes_on_after_them(World world, Arrears arrears) {
        rhythm(world, "Standard");
        Document paid = world.invoice(world.payer(), "10");
        Document disputed = world.invoice(world.payer(), "20");
        Document promised = world.invoice(world.payer(), "30");
        Document paused = world.invoice(world.payer(), "40");
        world.as("ada", () -> {
            world.payCash(world.customer(paid.customer()), "10", new Policy.DueOrder());
            arrears.dispute(world.moorings, disputed, World.euro("20"), "too dear");
            arrears.promise(world.moorings, promised, World.euro("30"), world.june(20), "by phone");
            return null;
        });
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/customers/" + paused.customer() + "/reminders/pause", "until=2026-06-20&cause=Illness");
            assertThat(ada.get("/reminders?day=2026-06-15").body())
                    .contains("it is disputed")
                    .contains("it is promised until 20 Jun 2026")
                    .contains("their reminders are paused until 20 Jun 2026");
            assertThat(ada.get("/customers/" + paused.customer()).body()).contains("Their reminders are paused until");
        }
        live(world, world.june(2), world.june(30));
        assertThat(told(world, paid)).isEmpty();
        assertThat(told(world, disputed)).isEmpty();
        assertThat(told(world, promised)).extracting(Message::sendOn).containsExactly(world.june(21), world.june(27));
        assertThat(told(world, paused)).extracting(Message::sendOn).containsExactly(world.june(21), world.june(27));
    }

    @Test
    void what_opens_again_begins_afresh_with_another_day(World world) {
        rhythm(world, "Standard");
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "100");
        live(world, world.june(2), world.june(15));
        MeansId cheque = world.bean(RecordPayment.class)
                .record(
                        world.moorings,
                        new RecordPayment.ByHand(
                                customer.id(),
                                world.today(),
                                Channel.CHEQUE,
                                World.euro("100"),
                                World.euro("0.00"),
                                null,
                                new NewPayment.Said("cheque 7", ""),
                                new Policy.OfDocument(invoice.id()),
                                false));
        live(world, world.june(16), world.june(20));
        assertThat(told(world, invoice)).as("before it was paid").hasSize(2);
        world.bean(PlayDays.class).setDate(world.june(20));
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/payments/" + cheque + "/void", "note=lost+in+the+post");
            assertThat(ada.get("/invoices/" + invoice.number()).body()).contains("next: step 2");
        }
        live(world, world.june(21), world.june(30));
        live(world, LocalDate.of(2026, 7, 1), LocalDate.of(2026, 7, 31));
        assertThat(told(world, invoice).stream().skip(2))
                .as("to be paid by 27 June, seven days after it opened again")
                .extracting(Message::sendOn)
                .containsExactly(
                        world.june(27), LocalDate.of(2026, 7, 1), LocalDate.of(2026, 7, 9), LocalDate.of(2026, 7, 22));
    }

    @Test
    void the_last_step_that_brings_nothing_is_a_decision_a_week_later(World world) {
        rhythm(world, "Standard");
        Document invoice = world.invoice(world.payer(), "100");
        live(world, world.june(2), LocalDate.of(2026, 7, 10));
        String words = invoice.number() + " is open after the last reminder";
        try (var ada = new Visitor(world, "ada")) {
            world.bean(PlayDays.class).setDate(LocalDate.of(2026, 7, 16));
            assertThat(ada.get("/day").body()).doesNotContain(words);
            world.bean(PlayDays.class).setDate(LocalDate.of(2026, 7, 17));
            assertThat(ada.get("/day").body()).contains(words);
            world.as("ada", () -> {
                world.bean(Arrears.class)
                        .promise(world.moorings, invoice, World.euro("100"), LocalDate.of(2026, 7, 30), "by phone");
                return null;
            });
            assertThat(ada.get("/day").body()).doesNotContain(words);
        }
    }

    @Test
    void who_has_no_address_is_told_nothing_until_there_is_one(World world) {
        rhythm(world, "Standard");
        Customer without = world.customer("");
        Document invoice = world.invoice(without, "100");
        live(world, world.june(2), world.june(15));
        assertThat(told(world, invoice)).isEmpty();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/reminders?day=2026-06-15").body()).contains("no address of theirs is known");
        }
    }

    @Test
    void a_step_left_out_ahead_of_its_day_leaves_the_earlier_ones(World world) {
        rhythm(world, "Standard");
        Document invoice = world.invoice(world.payer(), "100");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/reminders/" + invoice.customer() + "/leave-out", "day=2026-06-27");
        }
        live(world, world.june(2), world.june(30).plusDays(10));
        assertThat(told(world, invoice))
                .extracting(Message::sendOn)
                .containsExactly(
                        world.june(8),
                        world.june(15),
                        world.june(19),
                        world.june(30).plusDays(10));
    }

    @Test
    void open_invoices_are_sent_once_however_often_it_is_pressed(World world) {
        Customer customer = world.payer();
        Document one = world.invoice(customer, "10");
        Document two = world.invoice(customer, "20");
        String form = "document=%s&document=%s&to=a@lakeside.example&subjectLine=Open&body=Please+pay"
                .formatted(one.id(), two.id());
        try (var ada = new Visitor(world, "ada")) {
            String at = "/customers/" + customer.id() + "/open-invoices";
            assertThat(ada.post(at, form + "&to=a%0D%0ABcc:b@x.example").body()).contains("is not an e-mail address");
            ada.follow(at, form);
            assertThat(ada.post(at, form).body()).contains("goes to the same addresses today already");
            ada.follow(at, form.replace("Please+pay", "Please+pay+now"));
        }
        assertThat(world.bean(FindMessages.class).ofDocument(world.moorings, two.id()))
                .filteredOn(m -> m.message().kind() == MessageKind.OPEN_INVOICES)
                .hasSize(2);
    }

    @Test
    void twice_at_once_is_told_once_and_what_is_left_out_stays_out(World world) throws Exception {
        rhythm(world, "Standard");
        Document invoice = world.invoice(world.payer(), "100");
        Document other = world.invoice(world.payer(), "200");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.ask("/reminders/" + other.customer() + "/letter?day=2026-06-15")
                            .body())
                    .contains("Falls due: " + other.number());
            ada.follow("/reminders/" + other.customer() + "/leave-out", "day=2026-06-15");
            assertThat(ada.post("/reminders/" + other.customer() + "/leave-out", "day=2026-06-15")
                            .body())
                    .contains("Nothing is told to them on that day any more");
        }
        Reminders reminders = world.bean(Reminders.class);
        try (var pool = Executors.newFixedThreadPool(4)) {
            Callable<Integer> day = () -> reminders.day(world.moorings, world.june(15));
            for (var done : pool.invokeAll(List.of(day, day, day, day))) done.get();
        }
        assertThat(told(world, invoice)).hasSize(1);
        assertThat(told(world, other)).isEmpty();
    }

    @Test
    void a_rhythm_is_changed_over_what_was_seen_and_unknown_names_are_refused(World world) {
        String path = rhythm(world, "Standard");
        try (var ada = new Visitor(world, "ada")) {
            String good = "name=Standard&payByDays=10&revision=1&days0=3&days1=9";
            assertThat(ada.post(path, good + "&body1-en=" + Papers.in("Pay {all}"))
                            .body())
                    .contains("{all} stands for nothing");
            assertThat(ada.post(path, good.replace("days1=9", "days1=3")).body())
                    .contains("Each step comes later");
            assertThat(ada.post(path, good.replace("days0=3", "days0=soon")).body())
                    .contains("is no number of days");
            assertThat(ada.follow(path, good + "&body1-en=" + Papers.in("<b>Pay</b> {open amount}: {items}")))
                    .isEqualTo(path);
            assertThat(ada.post(path, good).body()).contains("Somebody changed this rhythm meanwhile");
            assertThat(ada.get("/setup/rhythms").body()).contains("days: 3 after, 9 after");
        }
    }
}
