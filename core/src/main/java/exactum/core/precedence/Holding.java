package exactum.core.precedence;

import java.util.Objects;
import java.util.Optional;

/**
 * What holds for a customer, who says so, and what that overrides.
 *
 * @param value what holds
 * @param said who says so: the nearest of customer, group and business that says anything
 * @param beneath what the next wider one says, which would hold without it; none where nobody else says anything
 */
public record Holding<T>(T value, Level said, Optional<Holding<T>> beneath) {

    /**
     * What holds.
     *
     * @param customer what the customer's own page says, or null
     * @param group what their group says, or null
     * @param business what holds for everybody
     */
    public static <T> Holding<T> of(T customer, T group, T business) {
        Holding<T> holding = new Holding<>(business, Level.BUSINESS, Optional.empty());
        if (group != null) holding = new Holding<>(group, Level.GROUP, Optional.of(holding));
        if (customer != null) holding = new Holding<>(customer, Level.CUSTOMER, Optional.of(holding));
        return holding;
    }

    /** What would hold if those of the level said nothing. */
    public Holding<T> without(Level level) {
        return said == level && beneath.isPresent() ? beneath.get() : this;
    }

    /** Whether it differs from what would hold without it. */
    public boolean overrides() {
        return beneath.isPresent() && !Objects.equals(beneath.get().value(), value);
    }
}
