package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.FindBankLines;
import exactum.app.bank.MatchCertain;
import exactum.app.bank.ProposeMatches;
import exactum.app.slips.FindSlips;
import exactum.app.slips.PayIn;
import exactum.app.slips.Slip;
import exactum.core.ids.BankLineId;
import exactum.core.ids.WaitingId;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Cash and cheques of several days, banked together as one line. */
@ExtendWith(RunningApp.class)
class SlipsTest {
    private static Set<WaitingId> five(World world) {
        for (String amount : List.of("20.00", "35.50", "640.00", "12.00", "92.50"))
            world.payCash(world.payer(), amount, new Policy.OnAccount());
        return unbanked(world);
    }

    private static Set<WaitingId> unbanked(World world) {
        return world.bean(FindSlips.class).unbanked(world.moorings).stream()
                .map(Slip.Item::waiting)
                .collect(Collectors.toSet());
    }

    @Test
    void five_payments_are_one_line_at_the_bank(World world) {
        Set<WaitingId> five = five(world);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("5 cash and cheque payments lie unbanked");
            String form = five.stream().map(w -> "payment=" + w).collect(Collectors.joining("&"));
            String slip = ada.follow("/slips", form + "&on=1+Jun+2026");
            assertThat(ada.get(slip).body()).contains("800.00").contains("SLIP-0001");
            assertThat(ada.get("/day").body()).doesNotContain("lie unbanked");
        }
        BankLineId line = world.bankLine("800.00", "", "EINZAHLUNG SLIP-0001");
        assertThat(world.bean(ProposeMatches.class)
                        .unmatched(world.moorings, 1)
                        .getFirst()
                        .best()
                        .words())
                .isEqualTo("paying-in slip SLIP-0001");
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isOne();
        assertThat(world.bean(FindBankLines.class)
                        .find(world.moorings, line)
                        .orElseThrow()
                        .isMatched())
                .isTrue();
        assertThat(world.bean(FindSlips.class)
                        .list(world.moorings, 1)
                        .getFirst()
                        .isBanked())
                .isTrue();
        assertThat(world.balance("1000").plain()).isEqualTo("900.00");
    }

    @Test
    void a_slip_is_banked_whole_or_says_what_is_missing(World world) {
        UUID slip = world.bean(PayIn.class).make(world.moorings, RunningApp.TODAY, five(world));
        BankLineId line = world.bankLine("790.00", "", "EINZAHLUNG");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post(
                                    "/bank-lines/" + line + "/match",
                                    "part0=waiting:" + slip + "&title0=slip&amount0=790.00")
                            .body())
                    .contains("SLIP-0001 comes to 800.00, and the bank has 790.00");
            ada.follow(
                    "/bank-lines/" + line + "/match",
                    "part0=waiting:" + slip
                            + "&title0=slip&amount0=800.00&part1=account:5010&title1=missing&amount1=-10.00");
        }
        assertThat(world.bean(FindSlips.class)
                        .find(world.moorings, slip)
                        .orElseThrow()
                        .isBanked())
                .isTrue();
        assertThat(world.balance("5010").plain()).isEqualTo("10.00");
        assertThatThrownBy(() -> world.bean(PayIn.class).undo(world.moorings, slip))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("The bank has this slip already");
    }

    @Test
    void a_payment_is_on_one_slip_however_many_make_one_at_once(World world) throws Exception {
        Set<WaitingId> five = five(world);
        var payIn = world.bean(PayIn.class);
        try (var pool = Executors.newFixedThreadPool(3)) {
            Callable<Boolean> once = () -> {
                try {
                    payIn.make(world.moorings, RunningApp.TODAY, new HashSet<>(five));
                    return true;
                } catch (Refusal taken) {
                    return false;
                }
            };
            int made = 0;
            for (var done : pool.invokeAll(Collections.nCopies(3, once))) made += done.get() ? 1 : 0;
            assertThat(made).isOne();
        }
        UUID slip =
                world.bean(FindSlips.class).list(world.moorings, 9).getFirst().id();
        payIn.undo(world.moorings, slip);
        assertThat(unbanked(world)).isEqualTo(five);
        assertThatThrownBy(() -> payIn.make(world.moorings, RunningApp.TODAY, Set.of()))
                .hasMessageContaining("Choose the payments");
        payIn.make(world.moorings, RunningApp.TODAY, five);
        assertThat(world.bean(FindSlips.class).list(world.moorings, 9))
                .extracting(Slip::state)
                .containsExactly("not yet at the bank", "undone");
    }
}
