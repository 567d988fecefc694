package exactum.formats.mail;

import exactum.core.text.CleanText;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The part {@code message/delivery-status} of a report (RFC 3464): fields about the message, then a group of fields for each recipient,
 * with blank lines between.
 */
public final class DeliveryStatus {
    private static final int MOST_RECIPIENTS = 1_000;
    private static final int LONGEST = 300;

    private DeliveryStatus() {}

    /**
     * What became of it at one address.
     *
     * @param address where it was to go, as it was asked or as the server knows it
     * @param action {@code failed}, {@code delayed}, {@code delivered}, {@code relayed} or {@code expanded}
     * @param status the code of RFC 3463, as {@code 5.1.1}; empty where there is none
     * @param words what the server that refused it said; empty for nothing
     */
    public record AtAddress(String address, String action, String status, String words) {
        /** Whether it will never arrive there. */
        public boolean isFailed() {
            return action.equals("failed");
        }
    }

    /** The recipients that it speaks of; groups that name none are left out. */
    public static List<AtAddress> read(String text) {
        var found = new ArrayList<AtAddress>();
        for (Map<String, String> group : groups(text)) {
            String address = typed(group.getOrDefault("original-recipient", group.getOrDefault("final-recipient", "")));
            String action = group.getOrDefault("action", "").toLowerCase(Locale.ROOT);
            if (address.isEmpty() || action.isEmpty() || found.size() == MOST_RECIPIENTS) continue;
            String status = group.getOrDefault("status", "").replaceFirst("^([245]\\.\\d{1,3}\\.\\d{1,3})?.*$", "$1");
            found.add(new AtAddress(
                    address,
                    action,
                    status,
                    CleanText.harmless(typed(group.getOrDefault("diagnostic-code", "")), LONGEST)));
        }
        return found;
    }

    /** Fields by their names in small letters; a line that begins with a blank goes on the one before (RFC 5322, 2.2.3). */
    private static List<Map<String, String>> groups(String text) {
        var groups = new ArrayList<Map<String, String>>();
        Map<String, String> group = new LinkedHashMap<>();
        String name = null;
        for (String line : text.split("\\r?\\n", -1)) {
            if (line.isBlank()) {
                if (!group.isEmpty()) groups.add(group);
                group = new LinkedHashMap<>();
                name = null;
            } else if (Character.isWhitespace(line.charAt(0)) && name != null) {
                group.merge(name, " " + line.strip(), String::concat);
            } else if (line.indexOf(':') > 0) {
                name = line.substring(0, line.indexOf(':')).strip().toLowerCase(Locale.ROOT);
                group.putIfAbsent(name, line.substring(line.indexOf(':') + 1).strip());
            }
        }
        if (!group.isEmpty()) groups.add(group);
        return groups;
    }

    /** What follows the type of an address or a code: {@code rfc822; ada@lake.example}. */
    private static String typed(String value) {
        int semicolon = value.indexOf(';');
        return (semicolon < 0 ? value : value.substring(semicolon + 1)).strip();
    }
}
