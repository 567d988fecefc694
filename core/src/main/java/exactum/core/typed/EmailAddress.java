package exactum.core.typed;

import java.util.regex.Pattern;

/**
 * What can be mailed to by any mail server: a dot-atom of plain letters, an @, and a name of at least two labels (RFC 5321
 * and RFC 5322 without quoted local parts, literal addresses and RFC 6531).
 */
public final class EmailAddress {
    private static final int MOST = 254;
    private static final String ATOM = "[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+";
    private static final String LABEL = "[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?";
    private static final Pattern ADDRESS = Pattern.compile(
            "(?=.{1,64}@)%s(?:\\.%s)*@(?:%s\\.)+[A-Za-z][A-Za-z0-9-]{0,61}[A-Za-z0-9]".formatted(ATOM, ATOM, LABEL));

    private EmailAddress() {}

    /** Whether the text is one address and nothing else. */
    public static boolean isOne(String text) {
        return text.length() <= MOST && ADDRESS.matcher(text).matches();
    }
}
