package exactum.core.price;

import exactum.core.money.UnitPrice;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/**
 * How a quantity is priced. Each share of it becomes a line of its own, quantity × unit price, rounded half-up to the minor
 * unit once a line (common practice, no source). A quantity below zero, which gives something back, takes the first price.
 */
public sealed interface Tariff {

    /** A part of a quantity at one price; {@code words} says which part, empty for all of it. */
    record Share(BigDecimal quantity, UnitPrice price, String words) {}

    /** A step: its price holds up to and including a quantity, or for all above where that is null. */
    record Step(BigDecimal upTo, UnitPrice price) {}

    /** The shares of a quantity, in order; they add up to it. */
    List<Share> shares(BigDecimal quantity);

    /** The price of the first unit. */
    UnitPrice first();

    /** One price for every unit. */
    record Flat(UnitPrice price) implements Tariff {
        @Override
        public List<Share> shares(BigDecimal quantity) {
            return List.of(new Share(quantity, price, ""));
        }

        @Override
        public UnitPrice first() {
            return price;
        }
    }

    /** Each part of the quantity at the price of its own step: the first 100 at 0.34, what is above at 0.29. */
    record Graduated(List<Step> steps) implements Tariff {
        public Graduated {
            steps = checked(steps);
        }

        @Override
        public List<Share> shares(BigDecimal quantity) {
            if (quantity.signum() <= 0) return List.of(new Share(quantity, first(), ""));
            var shares = new ArrayList<Share>();
            BigDecimal from = BigDecimal.ZERO;
            for (Step step : steps) {
                BigDecimal until = step.upTo() == null ? quantity : step.upTo().min(quantity);
                if (until.compareTo(from) > 0)
                    shares.add(new Share(until.subtract(from), step.price(), words(from, step)));
                if (step.upTo() == null || quantity.compareTo(step.upTo()) <= 0) break;
                from = step.upTo();
            }
            return shares;
        }

        private static String words(BigDecimal from, Step step) {
            if (step.upTo() == null) return "above " + plain(from);
            return from.signum() == 0
                    ? "up to " + plain(step.upTo())
                    : "%s to %s".formatted(plain(from), plain(step.upTo()));
        }

        @Override
        public UnitPrice first() {
            return steps.getFirst().price();
        }
    }

    /** The whole quantity at the price of the step that it reaches: 118 at 0.29, since it is more than 100. */
    record ByReach(List<Step> steps) implements Tariff {
        public ByReach {
            steps = checked(steps);
        }

        @Override
        public List<Share> shares(BigDecimal quantity) {
            Step reached = steps.stream()
                    .filter(s -> s.upTo() == null || quantity.compareTo(s.upTo()) <= 0)
                    .findFirst()
                    .orElseThrow();
            return List.of(new Share(quantity, reached.price(), ""));
        }

        @Override
        public UnitPrice first() {
            return steps.getFirst().price();
        }
    }

    private static String plain(BigDecimal number) {
        return number.stripTrailingZeros().toPlainString();
    }

    private static List<Step> checked(List<Step> steps) {
        if (steps.isEmpty()) throw new IllegalArgumentException("a tariff has at least one step");
        BigDecimal before = BigDecimal.ZERO;
        for (int i = 0; i < steps.size(); i++) {
            BigDecimal upTo = steps.get(i).upTo();
            boolean last = i == steps.size() - 1;
            if (last != (upTo == null)) throw new IllegalArgumentException("the last step, and only that, has no end");
            if (upTo != null && upTo.compareTo(before) <= 0)
                throw new IllegalArgumentException("steps have to rise, but %s follows %s".formatted(upTo, before));
            if (upTo != null) before = upTo;
            if (!steps.get(i).price().currency().equals(steps.getFirst().price().currency()))
                throw new IllegalArgumentException("the steps of a tariff are in one currency");
        }
        return List.copyOf(steps);
    }
}
