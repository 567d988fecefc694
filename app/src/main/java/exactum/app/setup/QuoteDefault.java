package exactum.app.setup;

/**
 * What a quote asks for, as long as nothing else is said on it.
 *
 * @param days how long it is open
 * @param signed whether a signature is asked for
 * @param asks what is to be paid as it is accepted: {@code nothing}, {@code first part} or {@code all}
 * @param byItself whether acceptance issues the invoice at once
 */
public record QuoteDefault(int days, boolean signed, String asks, boolean byItself) {
    static final QuoteDefault FIRST = new QuoteDefault(30, true, "nothing", false);
}
