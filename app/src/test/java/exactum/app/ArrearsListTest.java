package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.arrears.Arrears;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.installation.PlayDays;
import exactum.app.ledger.ProveBooks;
import exactum.app.settlement.FindClaims;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Customers with something overdue, who follows that up, and arrangements over all of it. */
@ExtendWith(RunningApp.class)
class ArrearsListTest {
    @Test
    void what_is_overdue_is_listed_by_age_and_followed_up_by_somebody_on_a_day(World world, PlayDays play) {
        Customer owner = world.payer();
        world.invoice(owner, "100.00", may(1));
        world.invoice(owner, "70.00", june(1));
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            String list = otto.get("/arrears").body();
            assertThat(list).contains(owner.name(), "100.00", "1 invoice").doesNotContain("70.00", "Follow up");
            assertThat(ada.get("/arrears?band=OVER_90").body()).contains("Nobody is overdue here");
            assertThat(ada.get("/arrears?owner=").body()).contains(owner.name());
            String address = "/arrears/" + owner.id();
            assertThat(otto.post(address, "owner=ada").statusCode()).isEqualTo(403);
            assertThat(ada.get(address + "/follow-up").body()).contains("Followed up by", "ada");
            assertThat(ada.get("/arrears/" + world.payer().id() + "/follow-up").statusCode())
                    .isEqualTo(404);
            assertThat(ada.post(address, "owner=otto").body()).contains("does not follow anything up here");
            assertThat(ada.post(address, "owner=ada&action=call+them").body()).contains("A next action has a day");
            ada.follow(address, "owner=ada&action=call+them&on=5+Jun");
            assertThat(ada.get("/arrears?owner=").body()).doesNotContain(owner.name());
            assertThat(ada.get("/arrears?owner=ada&sort=action").body()).contains("call them, 5 Jun 2026");
            assertThat(ada.get("/day").body()).doesNotContain("call them");
            play.setDate(june(5));
            assertThat(ada.get("/day").body()).contains("call them, with ada");
            ada.follow(address, "owner=ada&action=&on=");
            assertThat(ada.get("/day").body()).doesNotContain("call them");
        }
    }

    @Test
    void all_that_is_overdue_becomes_an_arrangement_that_is_paid_off(World world, PlayDays play, ProveBooks prove) {
        Customer owner = world.payer();
        Document first = world.invoice(owner, "100.00", may(1));
        Document second = world.invoice(owner, "50.01", may(3));
        Document disputed = world.invoice(owner, "30.00", may(3));
        world.bean(Arrears.class).dispute(world.moorings, disputed, euro("30.00"), "not theirs");
        String address = "/arrears/" + owner.id() + "/arrangement";
        try (var ada = new Visitor(world, "ada")) {
            String shown = ada.get(address + "?parts=3&first=30+Jun+2026").body();
            assertThat(shown)
                    .contains("150.01", "50.01", "49.99", "30 Aug 2026")
                    .doesNotContain(disputed.number());
            assertThat(ada.post(address, "parts=3&first=30+Jun+2026&seen=150.00&cause=agreed")
                            .body())
                    .contains("150.01 is overdue now, not 150.00");
            assertThat(ada.post(address, "parts=3&first=1+May+2026&seen=150.01&cause=agreed")
                            .body())
                    .contains("falls due on a day to come");
            assertThat(ada.post(address, "parts=3&first=30+Jun+2026&seen=abc&cause=agreed")
                            .statusCode())
                    .isEqualTo(422);
            assertThat(ada.post(address, "parts=99&first=30+Jun+2026&seen=150.01&cause=agreed")
                            .body())
                    .contains("1 to 60 parts");
            ada.follow(address, "parts=3&first=30+Jun+2026&seen=150.01&cause=agreed+by+phone");
            assertThat(ada.post(address, "parts=3&first=30+Jun+2026&seen=150.01&cause=again")
                            .body())
                    .contains("Nothing is overdue that could be divided");
            assertThat(ada.get("/arrears").body()).contains("30.00").doesNotContain("150.01");
        }
        assertThat(world.bean(FindClaims.class).openOf(world.moorings, owner.id()))
                .extracting(c -> c.due() + " " + c.left().plain())
                .contains("2026-06-30 50.01", "2026-07-30 49.99", "2026-07-30 0.01", "2026-08-30 50.00");
        play.setDate(LocalDate.of(2026, 9, 1));
        try (var ada = new Visitor(world, "ada")) {
            world.payCash(owner, "50.01", new Policy.OfDocument(second.id()));
            world.payCash(owner, "100.00", new Policy.OfDocument(first.id()));
            assertThat(ada.get("/invoices/" + first.number()).body()).contains("paid");
        }
        assertThat(world.lists().list(world.moorings, List.of(first.id(), second.id()), world.today()))
                .allMatch(d -> d.open().isZero());
        assertThat(prove.disagreements(world.moorings)).isEmpty();
    }
}
