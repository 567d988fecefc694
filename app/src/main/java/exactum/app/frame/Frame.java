package exactum.app.frame;

import exactum.app.business.Power;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What stands around every page.
 *
 * @param business the one that the page is in, or null
 * @param others the other ones that the person works for
 * @param stations the line
 * @param siding the pages of the station one is at
 * @param date the business date
 * @param path the address of this page within its business
 */
public record Frame(
        Place business,
        List<Place> others,
        List<Station> stations,
        List<Side> siding,
        Today date,
        String path,
        Person person) {

    /** A business, by its code in the address. */
    public record Place(String code, String name, String currency) {}

    /** A station of the line with the number of decisions that wait there. */
    public record Station(String name, String href, int waiting, boolean here, int key) {}

    /** A page of the siding. */
    public record Side(String name, String href, boolean here) {}

    /**
     * The business date.
     *
     * @param words in words
     * @param movable whether the person can move it forward
     * @param movingTo the day it is on its way to, in words, or null while it stands
     * @param problem why it stopped on its way, or null
     */
    public record Today(String words, LocalDate day, boolean movable, String movingTo, String problem) {}

    /** Who is signed in, and what they may do here. */
    public record Person(String login, String initials, String name, Set<Power> powers, boolean singleKeys) {}

    /** Whether the person has the power of that name in this business. */
    public boolean may(String power) {
        return may(Power.valueOf(power));
    }

    public boolean may(Power power) {
        return person.powers().contains(power);
    }

    /** Whether the person may make anything new here. */
    public boolean mayMake() {
        return Stream.of(Power.DOCUMENTS, Power.CUSTOMERS, Power.PAYMENTS, Power.MATCHING)
                .anyMatch(this::may);
    }

    public boolean singleKeys() {
        return person.singleKeys();
    }
}
