package exactum.core.working;

/**
 * A result with its derivation.
 *
 * @param value the result
 * @param working how it came about
 */
public record Worked<T>(T value, Working working) {}
