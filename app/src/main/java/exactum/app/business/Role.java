package exactum.app.business;

import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.Set;

/** The work that a person does in a business; somebody may have several. What each may do stands in {@link Power}. */
public enum Role {
    ADMINISTRATOR("administrator", "Administrator", "sets the business up and may do everything"),
    BILLING("billing", "Billing", "agrees, makes and sends what is billed"),
    COLLECTIONS("collections", "Collections", "sees to it that what is billed gets paid"),
    RECONCILIATION("reconciliation", "Reconciliation", "matches what the bank and the processors say"),
    APPROVER("approver", "Approver", "gives the second yes, and changes nothing"),
    AUDITOR("auditor", "Auditor", "reads everything and changes nothing");

    private final String words;
    private final String title;
    private final String about;

    Role(String words, String title, String about) {
        this.words = words;
        this.title = title;
        this.about = about;
    }

    /** The stored name. */
    public String words() {
        return words;
    }

    public String title() {
        return title;
    }

    /** What the role is for, in a few words. */
    public String about() {
        return about;
    }

    /** The role of a stored name; an {@link IllegalArgumentException} if there is none. */
    public static Role of(String words) {
        return Arrays.stream(values())
                .filter(r -> r.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no role " + words));
    }

    /** The roles of stored names. */
    public static Set<Role> ofAll(Collection<String> words) {
        Set<Role> roles = EnumSet.noneOf(Role.class);
        words.forEach(w -> roles.add(of(w)));
        return roles;
    }
}
