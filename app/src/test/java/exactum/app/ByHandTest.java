package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.documents.Document;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.ProveBooks;
import exactum.core.ledger.AccountCode;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Entries by hand wait for a second person; entries and accounts have pages that lead on; the journal can be taken along. */
@ExtendWith(RunningApp.class)
class ByHandTest {
    private static final String FEE =
            "day=31+May+2026&cause=terminal+rent+of+May&account0=5010&debit0=12.40&account1=4100&credit1=12.40";

    private static String approve(Visitor who, String page) {
        return page.replaceAll("(?s).*/approvals/([0-9a-f-]{36})/approve.*", "$1");
    }

    @Test
    void it_is_booked_at_somebody_elses_yes_and_taken_back_the_same_way(
            World world, Memberships memberships, ProveBooks prove) {
        memberships.join(world.moorings, "nils", Set.of(Role.APPROVER));
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            String address = ada.follow("/ledger/by-hand", FEE);
            assertThat(ada.get(address).body())
                    .contains("It is not booked yet", "Waits for a second person", "terminal rent of May");
            assertThat(world.balance("5010").isZero()).isTrue();
            nils.follow("/approvals/" + approve(nils, nils.get(address).body()) + "/approve", "");
            assertThat(world.balance("5010")).isEqualTo(euro("12.40"));
            assertThat(world.balance("4100")).isEqualTo(euro("-12.40"));
            assertThat(ada.get(address).body()).contains("It is booked", "Approved by nils");
            String back = ada.follow(address + "/undo", "cause=it+was+on+the+statement");
            String again = ada.follow(address + "/undo", "cause=asked+twice");
            assertThat(ada.get("/ledger/by-hand").body()).contains("booked", "waits for a second person");
            nils.follow("/approvals/" + approve(nils, nils.get(back).body()) + "/approve", "");
            assertThat(world.balance("5010").isZero()).isTrue();
            assertThat(nils.post("/approvals/" + approve(nils, nils.get(again).body()) + "/approve", "")
                            .body())
                    .contains("taken back already");
            assertThat(world.balance("5010").isZero()).isTrue();
            assertThat(ada.get("/ledger/by-hand").body()).contains("taken back");
            assertThat(ada.post(address + "/undo", "cause=again").body()).contains("taken back already");
            assertThat(ada.get("/ledger/entries").body()).contains("terminal rent of May", "booked by hand");
        }
        assertThat(prove.disagreements(world.moorings)).isEmpty();
    }

    @Test
    void what_is_wrong_is_said_and_nothing_is_asked_for(World world) {
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            for (String[] wrong : new String[][] {
                {FEE.replace("credit1=12.40", "credit1=12.39"), "differ by 0.01"},
                {FEE.replace("account1=4100", "account1=1100"), "On account 1100 every cent belongs"},
                {FEE.replace("account1=4100", "account1=1000"), "On account 1000 every cent belongs"},
                {FEE.replace("cause=terminal+rent+of+May", "cause="), "Why it is booked is missing"},
                {FEE.replace("account1=4100", "account1=9999"), "no account 9999"},
                {"day=&cause=x", "day"}
            })
                assertThat(ada.post("/ledger/by-hand", wrong[0]).body())
                        .as(wrong[0])
                        .contains(wrong[1]);
            assertThat(otto.post("/ledger/by-hand", FEE).statusCode()).isEqualTo(403);
            assertThat(ada.get("/ledger/by-hand").body())
                    .contains("Nothing was booked by hand yet")
                    .doesNotContain("value=\"1100\"");
        }
    }

    @Test
    void from_an_account_to_the_entry_to_the_invoice_and_back(World world) {
        Document invoice = world.invoice(world.payer(), "50.00");
        try (var otto = new Visitor(world, "otto")) {
            String balances = otto.get("/ledger?on=30+Jun+2026").body();
            assertThat(balances).contains("/ledger/accounts/1100?currency=EUR");
            String account = otto.get("/ledger/accounts/1100?currency=EUR&until=30+Jun+2026")
                    .body();
            assertThat(account)
                    .contains("At the end of 30 Jun 2026", "50.00", invoice.number(), "by customer and age")
                    .contains("/reports/aged?until=2026-06-30");
            String entry = account.replaceAll("(?s).*(/ledger/entries/[0-9a-f-]{36}).*", "$1");
            assertThat(otto.get(entry).body())
                    .contains(
                            "invoice issued", "/invoices/" + invoice.number(), "/ledger/accounts/1100", "4000 Income");
            assertThat(otto.get("/invoices/" + invoice.number()).body())
                    .contains("/ledger/entries?about=" + invoice.id());
            assertThat(otto.get("/ledger/entries?about=" + invoice.id()).body())
                    .contains(entry, "of what you came from");
            assertThat(otto.get("/ledger/accounts/1100?since=2+Jun+2026&until=1+Jun+2026")
                            .body())
                    .contains("The first day is after the last");
            assertThat(otto.get("/tie-out/1050/EUR").body()).contains("Agrees to the cent");
            assertThat(otto.get("/tie-out/1100/EUR").statusCode()).isEqualTo(404);
            assertThat(otto.get("/ledger/accounts/9999").statusCode()).isEqualTo(404);
            assertThat(otto.get("/ledger/accounts/1100?currency=XXXX").statusCode())
                    .isLessThan(500);
            assertThat(otto.get("~/north-shore" + entry).statusCode()).isEqualTo(404);
        }
    }

    @Test
    void the_balance_after_each_posting_runs_down_to_what_was_before(World world, FindBooks books) {
        for (int i = 1; i <= 3; i++) world.invoice(world.payer(), i + "0.00");
        try (var otto = new Visitor(world, "otto")) {
            String account = otto.get("/ledger/accounts/1100").body();
            assertThat(account).containsSubsequence("60.00", "30.00", "10.00");
        }
        assertThat(books.balance(world.moorings, new AccountCode("1100"), "EUR", LocalDate.of(2026, 6, 1)))
                .isEqualTo(euro("60.00"));
    }

    @Test
    void the_journal_goes_to_the_accountant_with_their_numbers(World world) {
        Document invoice = world.invoice(world.payer(), world.line("Berth", "1", "100.00", "standard"));
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            ada.follow("/ledger/journal/accounts", "account=4000&theirs=8400");
            assertThat(ada.post("/ledger/journal/accounts", "account=9999&theirs=1")
                            .body())
                    .contains("There is no account 9999");
            assertThat(otto.get("/ledger/journal?from=2026-06-01&until=2026-06-30")
                            .body())
                    .contains("8400", "123.00");
            List<String> rows = otto.get("/ledger/journal.csv?from=2026-06-01&until=2026-06-30")
                    .body()
                    .lines()
                    .toList();
            assertThat(rows).hasSize(4);
            assertThat(rows.get(1)).contains(",1100,Receivables,,EUR,123.00,,123.00,,", invoice.number());
            assertThat(rows.get(2)).contains(",4000,Income,8400,EUR,,100.00,,100.00,");
            JsonNode json = JsonMapper.shared()
                    .readTree(otto.get("/ledger/journal.json?from=2026-06-01&until=2026-06-30")
                            .body());
            assertThat(json.path("entries")).hasSize(1);
            JsonNode entry = json.path("entries").get(0);
            assertThat(entry.path("event").asString()).isEqualTo("invoice issued");
            assertThat(Arrays.stream(new int[] {0, 1, 2})
                            .mapToObj(i ->
                                    entry.path("postings").get(i).path("amount").asString()))
                    .containsExactlyInAnyOrder("123.00", "-100.00", "-23.00");
            ada.follow("/ledger/journal/accounts", "account=4000&theirs=");
            assertThat(ada.get("/ledger/journal").body()).doesNotContain("8400");
        }
    }
}
