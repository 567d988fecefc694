package exactum.core.precedence;

/** Who says something that holds for a customer, the nearest first. */
public enum Level {
    CUSTOMER,
    GROUP,
    BUSINESS
}
