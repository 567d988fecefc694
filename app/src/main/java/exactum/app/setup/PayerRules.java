package exactum.app.setup;

/**
 * What payers may do on their page.
 *
 * @param extra whether they may pay more than what is open; it stays on account
 * @param codeAfterDays how many days old a link is that shows history and saved ways to pay only after a code by e-mail
 */
public record PayerRules(boolean extra, int codeAfterDays) {
    /** As long as nothing was chosen. */
    public static final PayerRules FIRST = new PayerRules(false, 30);

    /** The most days that a link may go without a code. */
    public static final int MOST_DAYS = 90;
}
