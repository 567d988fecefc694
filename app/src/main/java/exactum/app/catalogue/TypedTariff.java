package exactum.app.catalogue;

import exactum.app.web.TypedForm;
import exactum.core.money.UnitPrice;
import exactum.core.price.Tariff;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedAmount;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;

/** A tariff as it is typed: one price, or steps, each on a line: {@code 100: 0.34}, {@code 500: 0.29}, {@code above: 0.2575}. */
final class TypedTariff {
    private static final int MOST_STEPS = 50;

    private TypedTariff() {}

    static Tariff read(TypedForm f, Currency currency) {
        String kind = f.text("tariff", "flat");
        if (kind.equals("flat")) return new Tariff.Flat(f.price("price", "price", currency));
        List<Tariff.Step> steps = f.parsed("steps", "steps", text -> steps(text, currency));
        if (steps == null) return new Tariff.Flat(new UnitPrice(currency, BigDecimal.ZERO));
        return kind.equals("graduated") ? new Tariff.Graduated(steps) : new Tariff.ByReach(steps);
    }

    /** The steps of a text. */
    static List<Tariff.Step> steps(String text, Currency currency) {
        var steps = new ArrayList<Tariff.Step>();
        for (String part : text.split("[;\\n]")) {
            if (part.isBlank()) continue;
            String[] sides = part.split(":", 2);
            if (sides.length != 2 || steps.size() == MOST_STEPS) throw wrong(part.strip());
            boolean last = sides[0].strip().equalsIgnoreCase("above");
            BigDecimal upTo = last ? null : TypedAmount.parse(sides[0].strip());
            steps.add(new Tariff.Step(upTo, price(sides[1].strip(), currency)));
        }
        try {
            return new Tariff.Graduated(steps).steps();
        } catch (IllegalArgumentException notSteps) {
            throw new Refusal(
                    "typed.steps",
                    "The steps have to rise, and the last one is “above”: 100: 0.34; 500: 0.29; above: 0.2575. Nothing was saved.");
        }
    }

    private static UnitPrice price(String text, Currency currency) {
        BigDecimal price = TypedAmount.parse(text);
        if (price.stripTrailingZeros().scale() <= UnitPrice.DECIMALS) return new UnitPrice(currency, price);
        throw new Refusal(
                "typed.decimals",
                "“%s” has more than %d decimals. Nothing was saved.".formatted(text, UnitPrice.DECIMALS));
    }

    private static Refusal wrong(String part) {
        return new Refusal(
                "typed.steps",
                "“%s” is not a step. Write them like 100: 0.34; 500: 0.29; above: 0.2575. Nothing was saved."
                        .formatted(part));
    }
}
