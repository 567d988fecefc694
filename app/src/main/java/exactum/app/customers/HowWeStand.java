package exactum.app.customers;

import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.List;

/**
 * What a customer owes in one currency, split by when it is due, and what of theirs is here.
 *
 * @param due what is due today
 * @param inFlight what of it is on its way by card or debit
 * @param credit what of their money settles nothing yet
 * @param security what is held for them and is given back
 */
public record HowWeStand(Money overdue, Money due, Money notYetDue, Money inFlight, Money credit, Money security) {
    private static final int WIDTH = 1000;

    /** A stretch of the bar that draws it, its width in thousandths of all. */
    public record Stretch(String kind, String words, int from, int width, String amount) {}

    /** All that is owed. */
    public Money open() {
        return overdue.plus(due).plus(notYetDue);
    }

    /** What is left when their credit is set against it; below zero where they have more than they owe. */
    public Money balance() {
        return open().minus(credit);
    }

    /** The bar: what is owed from the left, oldest first, then what of theirs is here. Widths add up to what is drawn. */
    public List<Stretch> bar() {
        long all = open().plus(credit).plus(security).minor();
        var bar = new ArrayList<Stretch>();
        if (all == 0) return bar;
        long passed = 0;
        for (Part part : parts()) {
            if (part.amount().isZero()) continue;
            int from = (int) (passed * WIDTH / all);
            passed += part.amount().minor();
            int until = (int) (passed * WIDTH / all);
            bar.add(new Stretch(
                    part.kind(), part.words(), from, until - from, part.amount().withCurrency()));
        }
        return bar;
    }

    private record Part(String kind, String words, Money amount) {}

    private List<Part> parts() {
        return List.of(
                new Part("overdue", "overdue", overdue),
                new Part("due", "due today", due),
                new Part("later", "not yet due", notYetDue),
                new Part("credit", "credit on account", credit),
                new Part("security", "security held", security));
    }

    /** The bar in one sentence. */
    public String words() {
        return parts().stream()
                .filter(p -> !p.amount().isZero())
                .map(p -> p.amount().withCurrency() + " " + p.words())
                .reduce((a, b) -> a + ", " + b)
                .orElse("nothing is open");
    }
}
