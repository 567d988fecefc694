package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.VoidDocument;
import exactum.app.installation.PlayDays;
import exactum.core.ids.DocumentId;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Interest and costs of late payment: off at first, by rule and contract, each day charged once; and arrears that are written off. */
@ExtendWith(RunningApp.class)
class InterestTest {

    private static void switchedOn(Visitor ada) {
        ada.follow("/setup/late-payment", "on=on&law=EU&points=8&fixed=on&account=4100");
        ada.follow("/setup/late-payment/rates", "from=1+Jan+2026&percent=2.15&source=the+central+bank");
    }

    private static String of(Customer customer) {
        return "/arrears/" + customer.id() + "/interest";
    }

    @Test
    void it_is_off_at_first_and_charges_businesses_or_who_agreed_to_it(World world) {
        Customer club = world.organisation("Yacht Club");
        Customer person = world.payer();
        world.invoice(club, "1000.00", may(1));
        world.invoice(person, "1000.00", may(1));
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(ada.get(of(club)).body()).contains("switched off");
            assertThat(ada.post(of(club), "seen=44.45").body()).contains("interest on late payment is switched off");
            assertThat(otto.post("/setup/late-payment", "on=on").statusCode()).isEqualTo(403);
            assertThat(ada.post("/setup/late-payment", "on=on&law=EU&points=8&account=1100")
                            .body())
                    .contains("no account that lines can be booked to");
            ada.follow("/setup/late-payment", "on=on&law=EU&points=8&fixed=on&account=4100");
            assertThat(ada.get(of(club)).body()).contains("No reference rate is known");
            switchedOn(ada);
            assertThat(otto.get(of(club)).body())
                    .as("17 days after 15 May at 10.15 %, and the fixed sum")
                    .contains("4.73", "40.00", "44.73", "17 / 365")
                    .doesNotContain("Make the draft");
            assertThat(ada.get(of(person)).body()).contains("they are a person, and nothing was agreed");
            assertThat(ada.post(of(person) + "/agreed", "charged=yes&why=").body())
                    .contains("Where that was agreed is missing");
            ada.follow(of(person) + "/agreed", "charged=yes&why=berth+contract,+section+7");
            assertThat(ada.get(of(person)).body()).contains("it was agreed: berth contract, section 7", "44.73");
            ada.follow(of(club) + "/agreed", "charged=no&why=patron+of+the+harbour");
            assertThat(ada.get(of(club)).body()).contains("They are not charged");
            ada.follow(of(club) + "/agreed", "charged=");
            assertThat(ada.get(of(club)).body()).contains("they are a business");
        }
    }

    @Test
    void each_day_is_charged_once_on_what_was_owed_then(World world, PlayDays play) {
        Customer club = world.organisation("Rowing Club");
        Document late = world.invoice(club, "1000.00", may(1));
        try (var ada = new Visitor(world, "ada")) {
            switchedOn(ada);
            assertThat(ada.post(of(club), "seen=1.00").body()).contains("It comes to 44.73 now, not 1.00");
            String draft = ada.follow(of(club), "seen=44.73");
            assertThat(ada.get(draft).body()).contains("Interest on " + late.number(), "Compensation for the recovery");
            assertThat(ada.post(of(club), "seen=44.73").body()).contains("not charged already");
            world.payCash(club, "400.00", new Policy.DueOrder());
            play.setDate(LocalDate.of(2026, 6, 11));
            assertThat(ada.get(of(club)).body())
                    .as("ten days more on 600 since the first of June; the fixed sum is not charged again")
                    .contains("1.67", "charged through 1 Jun 2026")
                    .doesNotContain("44.73");
            String id = draft.substring(draft.lastIndexOf('/') + 1);
            ada.follow("/drafts/" + id + "/delete", "again=true");
            assertThat(ada.get(of(club)).body())
                    .as("a deleted draft charges nothing")
                    .contains("46.40");
        }
    }

    @Test
    void a_void_invoice_of_interest_charges_nothing_and_interest_bears_none(World world) {
        Customer club = world.organisation("Sailing School");
        world.invoice(club, "1000.00", may(1));
        try (var ada = new Visitor(world, "ada")) {
            switchedOn(ada);
            String draft = ada.follow(of(club), "seen=44.73");
            String id = draft.substring(draft.lastIndexOf('/') + 1);
            Draft stored = world.bean(Drafts.class)
                    .find(world.moorings, new DocumentId(UUID.fromString(id)))
                    .orElseThrow();
            var issued = world.bean(Drafts.class).issue(world.moorings, stored, false);
            Document charged = world.bean(FindDocuments.class)
                    .find(world.moorings, issued.id())
                    .orElseThrow();
            assertThat(charged.gross()).isEqualTo(euro("44.73"));
            world.bean(PlayDays.class).setDate(LocalDate.of(2026, 7, 31));
            assertThat(ada.get(of(club)).body()).doesNotContain(charged.number());
            world.bean(VoidDocument.class).voidIt(world.moorings, charged.id(), false);
            assertThat(ada.get(of(club)).body()).contains("40.00").contains("due");
        }
    }

    @Test
    void what_is_chosen_is_written_off_for_one_cause_all_or_nothing(World world) {
        Customer gone = world.payer();
        Document first = world.invoice(gone, "100.00", may(1));
        Document second = world.invoice(gone, "60.00", may(2));
        Document other = world.invoice(world.payer(), "10.00", may(1));
        String address = "/arrears/" + gone.id() + "/write-off";
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(otto.get(address).body()).contains("160.00").doesNotContain("Write off what is chosen");
            assertThat(otto.post(address, "document=" + first.id() + "&cause=x").statusCode())
                    .isEqualTo(403);
            assertThat(ada.post(address, "cause=gone").body()).contains("No invoice is chosen");
            assertThat(ada.post(address, "document=" + first.id() + "&cause=").body())
                    .contains("cause is missing");
            assertThat(ada.post(address, "document=%s&document=%s&cause=gone".formatted(first.id(), other.id()))
                            .statusCode())
                    .isEqualTo(404);
            assertThat(world.open(first)).as("nothing of it was").isEqualTo(euro("100.00"));
            ada.follow(address, "document=%s&document=%s&cause=moved+away".formatted(first.id(), second.id()));
            assertThat(ada.get("/arrears").body()).doesNotContain(gone.name());
            assertThat(ada.get(address).body()).contains("Nothing in EUR is overdue of them");
        }
        assertThat(world.open(first).isZero() && world.open(second).isZero()).isTrue();
    }

    @Test
    void of_an_invoice_in_parts_all_that_is_open_is_shown_and_written_off(World world, PlayDays play) {
        Customer gone = world.payer();
        Document invoice = world.invoice(gone, "100.00", may(1));
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/arrears/" + gone.id() + "/arrangement", "parts=2&first=2+Jun+2026&seen=100.00&cause=agreed");
            play.setDate(LocalDate.of(2026, 6, 5));
            String address = "/arrears/" + gone.id() + "/write-off";
            assertThat(ada.get(address).body()).contains(">50.00<", ">100.00<");
            ada.follow(address, "document=" + invoice.id() + "&cause=moved+away");
        }
        assertThat(world.open(invoice).isZero()).isTrue();
    }

    @Test
    void the_customers_page_says_what_is_overdue_and_who_follows_it_up(World world) {
        Customer owner = world.payer();
        world.invoice(owner, "100.00", may(1));
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(ada.get("/customers/" + owner.id()).body()).contains("Nothing is planned next", "Follow up");
            ada.follow("/arrears/" + owner.id(), "owner=ada&action=call+them&on=5+Jun");
            assertThat(otto.get("/customers/" + owner.id()).body())
                    .contains("call them, 5 Jun 2026", "followed up by ada")
                    .doesNotContain("Follow up");
        }
    }
}
