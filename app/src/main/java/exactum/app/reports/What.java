package exactum.app.reports;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * What a report is.
 *
 * @param name as it is called in addresses and files
 * @param question what it answers
 * @param between whether it tells of the time between two days, rather than of the end of one
 * @param bys how its rows may be gathered, the usual way first
 * @param narrows by what it can be narrowed
 * @param choices of its own, such as states; none for most
 * @param inOrder whether its drawing keeps the order of the rows, as of months, and shows the first of them
 */
public record What(
        String name,
        String title,
        String question,
        boolean between,
        List<String> bys,
        Set<Narrow> narrows,
        List<String> choices,
        boolean inOrder) {

    /** One that tells of the time between two days. */
    static What between(String name, String title, String question, String... bys) {
        return new What(name, title, question, true, List.of(bys), EnumSet.allOf(Narrow.class), List.of(), false);
    }

    /** One that tells of the end of a day. */
    static What asOf(String name, String title, String question, String... bys) {
        return new What(name, title, question, false, List.of(bys), EnumSet.allOf(Narrow.class), List.of(), false);
    }

    What narrowedBy(Set<Narrow> only) {
        return new What(name, title, question, between, bys, only, choices, inOrder);
    }

    What choosing(String... some) {
        return new What(name, title, question, between, bys, narrows, List.of(some), inOrder);
    }

    What drawnInOrder() {
        return new What(name, title, question, between, bys, narrows, choices, true);
    }
}
