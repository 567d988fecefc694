package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.MatchCertain;
import exactum.app.bank.Part;
import exactum.app.bank.ProposeMatches;
import exactum.app.cards.StartCardPayment;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.Drafts;
import exactum.app.documents.Standing;
import exactum.app.ledger.FindBooks;
import exactum.app.links.PaymentLinks;
import exactum.app.settlement.FindClaims;
import exactum.core.bank.StatementLine;
import exactum.core.document.Line;
import exactum.core.ledger.AccountCode;
import exactum.core.matching.Grade;
import exactum.core.matching.Proposal;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.math.BigDecimal;
import java.util.Currency;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** An owner who pays in dollars: billed at the day's rate, paid in euro at another, and the difference has a name. */
@ExtendWith(RunningApp.class)
class DollarsTest {
    private static final Currency USD = Currency.getInstance("USD");
    private static final Currency EUR = Currency.getInstance("EUR");

    private static Document billed(World world, Customer owner) {
        Line line = Line.of(
                "Berth", BigDecimal.ONE, "month", UnitPrice.of("USD", "100.00"), "zero", new AccountCode("4000"));
        var issued = world.bean(Drafts.class).issue(world.moorings, world.draft(owner, RunningApp.TODAY, line), false);
        return world.documents().get(world.moorings, issued.id());
    }

    private static Customer owner(World world) {
        return world.customer(world.moorings, "Dollar Owner", "d@lakeside.example", "USD");
    }

    private static void rate(World world, String perDollar, int day) {
        world.setUp()
                .saveRate(world.moorings, new ExchangeRate(USD, EUR, new BigDecimal(perDollar), june(day), "a test"));
    }

    @Test
    void without_a_rate_nothing_is_issued(World world) {
        Customer owner = owner(world);
        assertThatThrownBy(() -> billed(world, owner))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("USD");
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
    }

    @Test
    void where_no_connection_takes_dollars_the_page_offers_no_card_and_none_is_charged(
            World world, StartCardPayment start) {
        rate(world, "0.92", 1);
        Document invoice = billed(world, owner(world));
        String path = "~/pay/" + world.bean(PaymentLinks.class).token(world.link(invoice));
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path).body()).contains("Card payment is not offered at the moment.");
            assertThat(payer.post(path, payer.token("~/sign-in"), "shown=10000").body())
                    .doesNotContain("Paid. Thank you.");
        }
        assertThat(start.start(world.link(invoice), 10_000, "x"))
                .isInstanceOf(StartCardPayment.Outcome.Unreachable.class);
        assertThat(world.processor.opened()).isEmpty();
    }

    @Test
    void it_is_owed_in_dollars_and_worth_euro(World world) {
        rate(world, "0.92", 1);
        Document invoice = billed(world, owner(world));
        assertThat(invoice.gross()).isEqualTo(Money.of("USD", "100.00"));
        var balance = world.bean(FindBooks.class).trialBalance(world.moorings, june(1)).stream()
                .filter(b -> b.code().value().equals("1100"))
                .findFirst()
                .orElseThrow();
        assertThat(balance.balance()).isEqualTo(Money.of("USD", "100.00"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices/" + invoice.number()).body())
                    .contains("100.00")
                    .contains("USD");
            assertThat(ada.get("/ledger").body()).contains("$\u00a0100.00").contains("€\u00a092.00");
        }
    }

    @Test
    void paid_in_euro_it_is_settled_and_the_difference_of_the_rates_is_named(World world) {
        rate(world, "0.92", 1);
        Document invoice = billed(world, owner(world));
        var line = world.bankLine("93.00", "Dollar Owner", invoice.number());
        var claim = world.bean(FindClaims.class)
                .openOf(world.moorings, invoice.id())
                .getFirst()
                .claim();
        var across = Policy.Part.across(claim, Money.of("USD", "100.00"), euro("93.00"));
        world.bean(Match.class)
                .match(
                        world.moorings,
                        new LineRef.OfBank(line),
                        List.of(new Part.Payment(
                                invoice.customer(), euro("93.00"), new Policy.Chosen(List.of(across)))));
        assertThat(world.documents().standing(world.moorings, invoice.id(), RunningApp.TODAY))
                .isEqualTo(Standing.PAID);
        assertThat(world.balance("5050")).as("gained a euro").isEqualTo(euro("-1.00"));
        assertThat(world.balance("1010")).isEqualTo(euro("0.00"));
    }

    /** 92.40 came for 100.00 dollars at 0.92: the workplace proposes it, and one press settles it with its loss or gain. */
    @Test
    void the_line_proposes_what_it_settles_by_the_rate_of_the_day(World world) {
        rate(world, "0.92", 1);
        Document invoice = billed(world, owner(world));
        var line = world.bankLine("92.40", "Dollar Owner", invoice.number());
        Proposal best = best(world);
        assertThat(best.grade()).isEqualTo(Grade.LIKELY);
        assertThat(best.reasons()).anyMatch(r -> r.contains("comes to €\u00a092.00 at the rate of the day"));
        try (var ada = new Visitor(world, "ada")) {
            String page = ada.get("/bank-lines/" + line + "/opened").body();
            String shown = page.replaceFirst("(?s).*name=\"shown\" value=\"([^\"]+)\".*", "$1");
            assertThat(shown).contains("^USD10000=9240");
            ada.follow("/bank-lines/" + line + "/accept", "shown=" + Visitor.encoded(shown));
        }
        assertThat(world.documents().standing(world.moorings, invoice.id(), RunningApp.TODAY))
                .isEqualTo(Standing.PAID);
        assertThat(world.balance("5050")).isEqualTo(euro("-0.40"));
    }

    @Test
    void what_the_bank_says_was_sent_is_certain(World world) {
        rate(world, "0.92", 1);
        Document invoice = billed(world, owner(world));
        var sent = new StatementLine.Further(
                "", "", null, "", new StatementLine.Foreign(Money.of("USD", "100.00"), new BigDecimal("1.0989")));
        world.bankLine(
                world.bank,
                new StatementLine(
                        RunningApp.TODAY,
                        RunningApp.TODAY,
                        euro("91.00"),
                        "",
                        "",
                        "Dollar Owner",
                        invoice.number(),
                        "",
                        "",
                        sent));
        assertThat(best(world).grade()).isEqualTo(Grade.CERTAIN);
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isOne();
        assertThat(world.documents().standing(world.moorings, invoice.id(), RunningApp.TODAY))
                .isEqualTo(Standing.PAID);
        assertThat(world.balance("5050")).isEqualTo(euro("1.00"));
    }

    private static Proposal best(World world) {
        return world.bean(ProposeMatches.class)
                .unmatched(world.moorings, 1)
                .getFirst()
                .best();
    }
}
