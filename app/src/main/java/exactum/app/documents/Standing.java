package exactum.app.documents;

import exactum.core.document.DocumentKind;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;

/** How a document stands on a day: computed from its open items or from what became of it. With its word and the name of its mark. */
public enum Standing {
    DRAFT("draft", "draft", "draft"),
    ISSUED("issued", "issued", "issued"),
    PART_PAID("part-paid", "part", "part"),
    OVERDUE("overdue", "overdue", null),
    NOT_AT_BANK("paid, not yet at the bank", "flight", "not at the bank"),
    PAID("paid", "paid", "paid"),
    CREDITED("credited", "back", "credited"),
    /** A credit note that settled something with all of it. */
    APPLIED("applied", "paid", "applied"),
    /** A credit note of which something is left. */
    ON_ACCOUNT("on account", "part", "on account"),
    /** A quote that waits for the customer's answer. */
    OPEN("waiting for an answer", "issued", "open"),
    ACCEPTED("accepted", "paid", "accepted"),
    DECLINED("declined", "back", "declined"),
    EXPIRED("expired", "overdue", null),
    REPLACED("replaced", "draft", "replaced"),
    WITHDRAWN("withdrawn", "draft", "withdrawn"),
    VOID("void", "draft", "void");

    private final String words;
    private final String mark;
    private final String stored;

    Standing(String words, String mark, String stored) {
        this.words = words;
        this.mark = mark;
        this.stored = stored;
    }

    public String words() {
        return words;
    }

    public String mark() {
        return mark;
    }

    /** The stored names of it; what depends on the day has those that it can come from. */
    List<String> stored() {
        return switch (this) {
            case OVERDUE -> List.of(ISSUED.stored, PART_PAID.stored);
            case EXPIRED -> List.of(OPEN.stored);
            default -> List.of(stored);
        };
    }

    /** Whether its open day is past; null where the day does not matter. */
    Boolean isPast() {
        return switch (this) {
            case OVERDUE, EXPIRED -> true;
            case ISSUED, PART_PAID, OPEN -> false;
            default -> null;
        };
    }

    /** Whether nothing of it is open. */
    boolean isSettled() {
        return switch (this) {
            case NOT_AT_BANK, PAID, CREDITED, VOID -> true;
            default -> false;
        };
    }

    /** Whether a document of the kind can stand so. */
    public boolean isOf(DocumentKind kind) {
        return switch (this) {
            case DRAFT -> true;
            case OPEN, ACCEPTED, DECLINED, EXPIRED, REPLACED, WITHDRAWN -> kind == DocumentKind.QUOTE;
            case APPLIED, ON_ACCOUNT -> kind == DocumentKind.CREDIT_NOTE;
            default -> kind == DocumentKind.INVOICE || kind == DocumentKind.CASH_SALE;
        };
    }

    /**
     * How it stands on the day. Overdue is what is open and past its due day, however little was paid late.
     *
     * @param openDay when the earliest of what is open falls due, or a quote expires; null for nothing
     */
    static Standing of(String stored, LocalDate openDay, LocalDate today) {
        boolean past = openDay != null && openDay.isBefore(today);
        return Arrays.stream(values())
                .filter(s -> s.stored().contains(stored))
                .filter(s -> s.isPast() == null || s.isPast() == past)
                .findFirst()
                .orElseThrow();
    }
}
