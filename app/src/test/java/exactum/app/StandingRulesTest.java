package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.FindBankLines;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.MatchCertain;
import exactum.app.bank.MatchSettings;
import exactum.app.bank.Part;
import exactum.app.bank.ProposeMatches;
import exactum.app.bank.SelfMatching;
import exactum.app.bank.StandingRules;
import exactum.core.ids.BankLineId;
import exactum.core.ledger.AccountCode;
import exactum.core.matching.StandingRule;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Lines that repeat, differences that are let go, certain lines by themselves. */
@ExtendWith(RunningApp.class)
class StandingRulesTest {
    private static final AccountCode CHARGES = new AccountCode("5010");
    private static final StandingRule.When WATER = new StandingRule.When(null, false, "Lake Water", "", null, null);

    private static void book(World world, BankLineId line, String account) {
        Money left = world.bean(FindBankLines.class)
                .find(world.moorings, line)
                .orElseThrow()
                .left();
        world.bean(Match.class)
                .match(
                        world.moorings,
                        new LineRef.OfBank(line),
                        List.of(new Part.ToAccount(new AccountCode(account), left)));
    }

    @Test
    void a_rule_is_offered_after_the_second_like_line_and_tried_over_past_ones(World world) {
        var rules = world.bean(StandingRules.class);
        book(world, world.bankLine("-86.40", "Lake Water Authority", "water april"), "5010");
        assertThat(rules.offers(world.moorings, 5)).isEmpty();
        book(world, world.bankLine("-86.40", "LAKE WATER AUTHORITY", "water may"), "5010");
        assertThat(rules.offers(world.moorings, 5)).singleElement().satisfies(o -> {
            assertThat(o.like()).isEqualTo(2);
            assertThat(o.account()).isEqualTo(CHARGES);
        });
        book(world, world.bankLine("-9.00", "Lake Water Authority", "advice"), "4000");
        assertThat(rules.tried(world.moorings, WATER, CHARGES, 10))
                .extracting(StandingRules.Past::agrees)
                .containsExactly(false, true, true);
        rules.keep(world.moorings, "water", WATER, CHARGES, "EUR");
        assertThat(rules.offers(world.moorings, 5)).isEmpty();
        assertThatThrownBy(() -> rules.keep(world.moorings, "water", WATER, CHARGES, "EUR"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("such a rule already");
    }

    @Test
    void the_first_rule_counts_is_counted_and_does_nothing_once_it_is_retired(World world) {
        var rules = world.bean(StandingRules.class);
        var any = new StandingRule.When(null, false, "", "water", null, null);
        UUID later = rules.keep(world.moorings, "any water", any, new AccountCode("4000"), "EUR");
        UUID first = rules.keep(world.moorings, "the authority", WATER, CHARGES, "EUR");
        rules.before(world.moorings, first);
        BankLineId line = world.bankLine("-86.40", "Lake Water Authority", "water june");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(world.balance("5010").plain()).isEqualTo("86.40");
        assertThat(rules.inForce(world.moorings))
                .extracting(k -> k.rule().name() + " " + k.used())
                .containsExactly("the authority 1", "any water 0");
        rules.retire(world.moorings, first);
        rules.retire(world.moorings, later);
        world.bankLine("-86.40", "Lake Water Authority", "water july");
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isZero();
        assertThat(rules.retired(world.moorings)).hasSize(2);
        assertThat(world.bean(FindBankLines.class)
                        .find(world.moorings, line)
                        .orElseThrow()
                        .isMatched())
                .isTrue();
    }

    @Test
    void a_rule_that_any_line_would_meet_or_that_books_to_what_is_open_is_refused(World world) {
        var rules = world.bean(StandingRules.class);
        assertThatThrownBy(() -> rules.keep(
                        world.moorings, "all", new StandingRule.When(null, true, " ", "", null, null), CHARGES, "EUR"))
                .hasMessageContaining("every line would meet it");
        assertThatThrownBy(() -> rules.keep(world.moorings, "owed", WATER, new AccountCode("1100"), "EUR"))
                .hasMessageContaining("cannot be booked to account 1100");
        assertThat(rules.inForce(world.moorings)).isEmpty();
    }

    @Test
    void a_small_difference_is_let_go_where_that_is_switched_on_and_the_invoice_is_paid(World world) {
        var settings = world.bean(MatchSettings.class);
        assertThatThrownBy(() ->
                        settings.change(world.moorings, new MatchSettings.Setting(false, Money.of("EUR", "10.01"))))
                .hasMessageContaining("at most 10.00");
        settings.change(world.moorings, new MatchSettings.Setting(false, Money.of("EUR", "0.05")));
        var invoice = world.invoice(world.payer(), "50.00");
        world.bankLine("49.96", "Ada Quay", invoice.number());
        var best = world.bean(ProposeMatches.class)
                .unmatched(world.moorings, 1)
                .getFirst()
                .best();
        assertThat(best.words()).contains("of which 0.04 is let go");
        try (var ada = new Visitor(world, "ada")) {
            String page = ada.get("/unmatched").body();
            var shown = java.util.regex.Pattern.compile("name=\"shown\" value=\"([^\"]+)\"")
                    .matcher(page);
            assertThat(shown.find()).isTrue();
            var id = world.bean(FindBankLines.class)
                    .unmatched(world.moorings, 1)
                    .getFirst()
                    .id();
            ada.follow("/bank-lines/" + id + "/accept", "shown=" + Visitor.encoded(shown.group(1)));
        }
        assertThat(world.open(invoice).isZero()).isTrue();
        assertThat(world.balance("5040").plain()).isEqualTo("0.04");
        assertThat(world.balance("1100").isZero()).isTrue();
    }

    @Test
    void certain_lines_are_matched_by_themselves_only_where_that_is_switched_on_and_told_on_the_next_day(World world) {
        var invoice = world.invoice(world.payer(), "50.00");
        world.bankLine("50.00", "Écluse", invoice.number());
        var matching = world.bean(SelfMatching.class);
        matching.run(world.moorings, RunningApp.TODAY);
        assertThat(world.open(invoice).plain()).isEqualTo("50.00");
        world.bean(MatchSettings.class)
                .change(world.moorings, new MatchSettings.Setting(true, Money.of("EUR", "0.00")));
        matching.run(world.moorings, RunningApp.TODAY.minusDays(1));
        assertThat(world.open(invoice).isZero()).isTrue();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("1 line matched by itself on");
            assertThat(ada.get("/unmatched/by-themselves?day=" + RunningApp.TODAY.minusDays(1))
                            .body())
                    .contains(invoice.number());
        }
    }

    @Test
    void income_is_not_booked_while_an_open_item_fits(World world) {
        var invoice = world.invoice(world.payer(), "50.00");
        BankLineId line = world.bankLine("50.00", "Écluse", invoice.number());
        try (var ada = new Visitor(world, "ada")) {
            String form = "part0=account:4000&title0=Income&amount0=50.00";
            assertThat(ada.post("/bank-lines/" + line + "/match", form).body())
                    .contains("This would count the money twice")
                    .contains(invoice.number());
            assertThat(world.balance("4000").abs().plain()).isNotEqualTo("100.00");
            ada.follow("/bank-lines/" + line + "/match", form + "&sure=on");
        }
        assertThat(world.bean(FindBankLines.class)
                        .find(world.moorings, line)
                        .orElseThrow()
                        .isMatched())
                .isTrue();
    }
}
