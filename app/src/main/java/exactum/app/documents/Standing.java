package exactum.app.documents;

import exactum.core.document.DocumentState;
import java.time.LocalDate;

/** How a document stands on a day: computed from its open items, never stored. With its word and the name of its mark. */
public enum Standing {
    DRAFT("draft", "draft"),
    ISSUED("issued", "issued"),
    PART_PAID("part-paid", "part"),
    OVERDUE("overdue", "overdue"),
    NOT_AT_BANK("paid, not yet at the bank", "flight"),
    PAID("paid", "paid"),
    CREDITED("credited", "back"),
    VOID("void", "draft");

    private final String words;
    private final String mark;

    Standing(String words, String mark) {
        this.words = words;
        this.mark = mark;
    }

    public String words() {
        return words;
    }

    public String mark() {
        return mark;
    }

    /**
     * What the database says of a document's claims.
     *
     * @param openDue when the earliest of what is open falls due, or null where nothing is open
     * @param notAtBank whether money that settled it has not reached the bank
     * @param credited whether a credit note settled all of it
     */
    public record Claims(long openMinor, long settledMinor, LocalDate openDue, boolean notAtBank, boolean credited) {}

    /** How it stands on the day. Overdue is what is open and past its due day, however little was paid late. */
    public static Standing of(DocumentState state, Claims claims, LocalDate today) {
        if (state == DocumentState.DRAFT) return DRAFT;
        if (state == DocumentState.VOID) return VOID;
        if (claims.openMinor() > 0) {
            if (claims.openDue().isBefore(today)) return OVERDUE;
            return claims.settledMinor() > 0 ? PART_PAID : ISSUED;
        }
        if (claims.credited()) return CREDITED;
        return claims.notAtBank() ? NOT_AT_BANK : PAID;
    }
}
