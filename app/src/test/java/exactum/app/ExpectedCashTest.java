package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.daysheet.ExpectedCash;
import exactum.app.documents.Document;
import exactum.core.ids.MeansId;
import java.time.LocalDate;
import java.util.Currency;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class ExpectedCashTest {
    private static final Currency EUR = Currency.getInstance("EUR");

    private static ExpectedCash.Drawing draw(World world, LocalDate day) {
        return world.bean(ExpectedCash.class).draw(world.moorings, day, EUR).getFirst();
    }

    @Test
    void money_that_landed_stands_on_its_day(World world) {
        world.bankLine("250.00", "A", "x");
        world.bankLine("-40.00", "B", "y");
        var drawing = draw(world, RunningApp.TODAY.plusDays(5));
        assertThat(drawing.bars()).singleElement().satisfies(bar -> {
            assertThat(bar.expected()).isFalse();
            assertThat(bar.words()).isEqualTo("Mon 1 Jun: €\u00a0250.00 landed");
            assertThat(bar.x()).isBetween(0, drawing.todayX());
        });
        assertThat(drawing.landed()).isEqualTo(World.euro("250.00"));
        assertThat(drawing.expected().isZero()).isTrue();
        assertThat(drawing.text()).contains("250.00 landed");
        assertThat(drawing.scale()).hasSize(3);
    }

    @Test
    void what_came_back_is_crossed_below_the_line_on_its_day(World world) {
        Document invoice = CardSales.sold(world, "sa_1", "80.00", "2.17");
        MeansId paid = CardSales.payment(world, invoice);
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/payments/" + paid + "/return", "on=1+Jun+2026&reason=not+covered");
        }
        var drawing = draw(world, world.today());
        assertThat(drawing.bars())
                .filteredOn(ExpectedCash.Bar::isBack)
                .singleElement()
                .satisfies(bar -> {
                    assertThat(bar.words()).isEqualTo("Mon 1 Jun: €\u00a080.00 came back");
                    assertThat(bar.href()).isEqualTo("/payments/" + paid);
                    assertThat(bar.y()).isGreaterThan(158);
                    assertThat(drawing.foot()).isGreaterThan(bar.y() + bar.height());
                });
        assertThat(drawing.back()).isEqualTo(World.euro("80.00"));
        assertThat(drawing.text()).contains("80.00 came back");
    }

    @Test
    void a_due_day_leads_to_what_is_due_and_the_other_business_has_its_own(World world) {
        Document invoice = world.invoice();
        assertThat(draw(world, RunningApp.TODAY).bars())
                .filteredOn(b -> b.href().contains("due=2026-06-15"))
                .singleElement()
                .satisfies(bar -> {
                    assertThat(bar.expected()).isTrue();
                    assertThat(bar.words()).startsWith("Mon 15 Jun").endsWith("expected, due on invoices");
                    assertThat(bar.height()).isBetween(2, 130);
                });
        assertThat(draw(world, RunningApp.TODAY).shut()).isNotEmpty();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices?due=2026-06-15").body()).contains(invoice.number());
            assertThat(ada.get("/day").body()).contains("due=2026-06-15");
            assertThat(ada.get("~/north-shore/day").body()).doesNotContain("due=2026-06-15");
        }
    }
}
