package exactum.core.scheme;

/**
 * The reference by which creditor, payer and banks know a mandate; made by {@link SchemeRules#reference}.
 *
 * @param value in capitals, since two that differ by them only are the same
 */
public record MandateReference(String value) {
    @Override
    public String toString() {
        return value;
    }
}
