package exactum.app.setup;

import java.util.List;
import org.springframework.stereotype.Component;

/** What is missing in the set-up, and what that stops. */
@Component
public class Checklist {
    private final SetupStore setup;

    Checklist(SetupStore setup) {
        this.setup = setup;
    }

    /** One point; {@code section} is its place on the set-up page. */
    public record Point(String what, String stops, String section, boolean done) {}

    public List<Point> points() {
        boolean business = setup.findBusiness().isPresent();
        return List.of(
                new Point("Who we are", "everything else", "identity", business),
                new Point(
                        "A tax rate",
                        "invoices",
                        "tax",
                        !setup.taxRates().rates().isEmpty()),
                new Point("Terms", "invoices", "terms", !setup.terms().isEmpty()),
                new Point(
                        "A catalogue item",
                        "nothing; lines can be typed freely",
                        "catalogue",
                        !setup.items().isEmpty()),
                new Point(
                        "A bank account",
                        "statements and tying out",
                        "bank",
                        !setup.bankAccounts().isEmpty()),
                new Point(
                        "A card processor",
                        "payment by card",
                        "processor",
                        !setup.processors().isEmpty()));
    }
}
