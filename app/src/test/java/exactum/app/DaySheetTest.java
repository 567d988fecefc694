package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.arrears.Arrears;
import exactum.app.customers.Customer;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.Decisions;
import exactum.app.daysheet.PutAside;
import exactum.app.daysheet.Sheet;
import exactum.app.daysheet.Station;
import exactum.app.documents.Document;
import exactum.app.documents.Drafts;
import exactum.core.settlement.Policy;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What waits for a person, at the station where it is done, under a key that stays the same. */
@ExtendWith(RunningApp.class)
class DaySheetTest {
    private static Stream<Decision> all(World world) {
        return world.bean(Decisions.class).sheet(world.moorings, "ada").shown();
    }

    private static List<Decision> at(World world, Station station) {
        return all(world).filter(d -> d.station() == station).toList();
    }

    private static void everythingThatWaits(World world) {
        Customer silent = world.customer("");
        world.berth(silent);
        world.bill(RunningApp.TODAY);
        world.invoice(world.payer(), "50.00", may(1));
        world.berth(world.payer());
        world.bean(Drafts.class).save(world.moorings, world.draft(world.payer(), RunningApp.TODAY, world.power()));
        world.bankLine("4321.00", "Nobody", "out of the blue");
        Document sold = world.invoice(world.payer(), "118.08");
        world.desk.sale("sa_1", world.desk.cardPage(sold).reference, "118.08", "3.08");
        world.desk.payout("po_1", "sa_1:118.08:3.08", ":0.00:12.40");
        Customer rich = world.payer();
        world.payCash(rich, "30.00", new Policy.OnAccount());
        world.invoice(rich, "70.00");
    }

    @Test
    void each_kind_of_work_stands_at_its_station_with_its_next_step(World world) {
        everythingThatWaits(world);
        assertThat(at(world, Station.AGREE))
                .singleElement()
                .satisfies(d -> assertThat(d.words()).contains("No e-mail"));
        assertThat(at(world, Station.BILL))
                .extracting(Decision::words)
                .satisfiesExactlyInAnyOrder(
                        w -> assertThat(w).contains("draft"), w -> assertThat(w).contains("to be made"));
        assertThat(at(world, Station.COLLECT))
                .extracting(Decision::words)
                .anySatisfy(w -> assertThat(w).contains("days overdue"));
        assertThat(at(world, Station.COLLECT))
                .extracting(Decision::words)
                .anySatisfy(w -> assertThat(w).contains("30.00 on account"));
        assertThat(at(world, Station.BANK))
                .extracting(Decision::words)
                .anySatisfy(w -> assertThat(w).contains("out of the blue"));
        assertThat(at(world, Station.BANK))
                .extracting(Decision::words)
                .anySatisfy(w -> assertThat(w).contains("po_1"));
        assertThat(all(world)).allSatisfy(d -> assertThat(d.step()).isNotNull());
    }

    @Test
    void keys_are_unique_and_stay_and_the_counts_agree_with_the_sheet(World world) {
        everythingThatWaits(world);
        List<String> keys = all(world).map(Decision::key).toList();
        assertThat(keys).doesNotHaveDuplicates();
        assertThat(all(world).map(Decision::key)).containsExactlyElementsOf(keys);
        var counts = world.bean(Decisions.class).counts(world.moorings, "ada");
        for (Station station : Station.values())
            assertThat(counts.get(station))
                    .as(station.title())
                    .isEqualTo(at(world, station).size());
        assertThat(world.bean(Decisions.class).sheet(world.north, "ada").groups())
                .isEmpty();
    }

    @Test
    void what_is_disputed_promised_or_put_aside_is_not_counted_as_overdue(World world) {
        Arrears arrears = world.bean(Arrears.class);
        Document asked = world.invoice(world.payer(), "50.00", may(1));
        Document disputed = world.invoice(world.payer(), "60.00", may(1));
        Document promised = world.invoice(world.payer(), "70.00", may(1));
        Document snoozed = world.invoice(world.payer(), "80.00", may(1));
        assertThat(at(world, Station.COLLECT)).hasSize(4);
        arrears.dispute(world.moorings, disputed, euro("60.00"), "not theirs");
        arrears.dispute(world.moorings, promised, euro("10.00"), "too dear");
        arrears.promise(world.moorings, promised, euro("70.00"), RunningApp.TODAY.plusDays(3), "");
        world.bean(PutAside.class).snooze(world.moorings, "overdue/" + snoozed.id(), RunningApp.TODAY.plusDays(3), "");
        List<Decision> waiting = at(world, Station.COLLECT);
        assertThat(waiting)
                .filteredOn(d -> d.key().startsWith("overdue/"))
                .singleElement()
                .satisfies(d -> assertThat(d.words()).contains(asked.number()));
        assertThat(world.bean(Decisions.class).counts(world.moorings, "ada"))
                .containsEntry(Station.COLLECT, waiting.size());
    }

    @Test
    void most_money_comes_first_and_every_step_leads_somewhere(World world) {
        everythingThatWaits(world);
        for (Sheet.Group group :
                world.bean(Decisions.class).sheet(world.moorings, "ada").groups()) {
            assertThat(group.rows())
                    .extracting(Sheet.Row::decision)
                    .filteredOn(d -> d.amount() != null)
                    .extracting(d -> d.amount().abs().minor())
                    .isSortedAccordingTo(Comparator.reverseOrder());
        }
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            for (Decision d : all(world).toList())
                assertThat(ada.get(d.href()).statusCode()).as(d.words()).isEqualTo(200);
            String sheet = otto.get("/day").body();
            assertThat(sheet).contains("out of the blue").doesNotContain("<button class=\"act\" data-step");
        }
    }
}
