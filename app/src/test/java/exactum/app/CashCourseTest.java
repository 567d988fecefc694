package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.daysheet.CashCourse;
import exactum.app.documents.Invoice;
import exactum.app.statements.TakeInStatements;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The cash course: what landed, what is expected, in its place and as wide as its words say. */
@ExtendWith(RunningApp.class)
class CashCourseTest {
    private static final LocalDate FAR = LocalDate.of(2027, 3, 10);

    @Test
    void money_that_landed_stands_on_its_day_and_money_that_is_due_on_its_due_day(
            World world, CashCourse course, TakeInStatements intake) {
        LocalDate landed = FAR.minusDays(5);
        intake.fromFile(
                "s.xml",
                new ByteArrayInputStream(BankFiles.camt(
                        "S-CC",
                        world.bankAccount(),
                        landed,
                        "100.00",
                        BankFiles.line(landed, "250.00", "A", "x", "PMNT/RCDT/ESCT"),
                        BankFiles.line(landed, "-40.00", "B", "y", "PMNT/ICDT/ESCT"))));
        var drawing = course.draw(FAR, "EUR");
        assertThat(drawing.bars()).singleElement().satisfies(bar -> {
            assertThat(bar.expected()).isFalse();
            assertThat(bar.kind()).isEqualTo("other");
            assertThat(bar.words()).isEqualTo("Fri 5 Mar: €\u00a0250.00 landed");
            assertThat(bar.href()).startsWith("/statements/");
            assertThat(bar.x()).isBetween(0, drawing.todayX());
        });
        assertThat(drawing.landed()).isEqualTo("€\u00a0250.00");
        assertThat(drawing.expected()).isEqualTo("€\u00a00.00");
        assertThat(drawing.text()).contains("250.00 landed");
        assertThat(drawing.scale()).hasSize(3);
    }

    @Test
    void a_due_day_leads_to_what_is_due(World world, CashCourse course) {
        Invoice invoice = world.invoice();
        var drawing = course.draw(RunningApp.TODAY, "EUR");
        assertThat(drawing.bars())
                .filteredOn(b -> b.href().equals("/invoices?due=" + invoice.dueDate()))
                .singleElement()
                .satisfies(bar -> {
                    assertThat(bar.expected()).isTrue();
                    assertThat(bar.words()).startsWith("Mon 15 Jun").endsWith("expected, due on invoices");
                    assertThat(bar.height()).isBetween(2, 130);
                });
        assertThat(drawing.shut()).isNotEmpty();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices?due=" + invoice.dueDate()).body()).contains(invoice.number());
            assertThat(ada.get("/").body()).contains("due=" + invoice.dueDate());
        }
    }
}
