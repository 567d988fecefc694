package exactum.app.setup;

import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** What is missing in the set-up, and what that stops. */
@Component
public class Checklist {
    private final FindSetup setup;

    Checklist(FindSetup setup) {
        this.setup = setup;
    }

    /** One point; {@code section} is its place on the set-up page. */
    public record Point(String what, String stops, String section, boolean done) {}

    public List<Point> points(BusinessId business) {
        return List.of(
                new Point(
                        "A tax rate",
                        "invoices",
                        "tax",
                        !setup.taxRates(business).rates().isEmpty()),
                new Point("Terms", "invoices", "terms", !setup.terms(business).isEmpty()),
                new Point(
                        "A catalogue item",
                        "nothing; lines can be typed freely",
                        "catalogue",
                        !setup.items(business).isEmpty()),
                new Point(
                        "A bank account",
                        "statements and tying out",
                        "bank",
                        !setup.bankAccounts(business).isEmpty()),
                new Point(
                        "A card processor",
                        "payment by card",
                        "processor",
                        !setup.processors(business).isEmpty()));
    }
}
