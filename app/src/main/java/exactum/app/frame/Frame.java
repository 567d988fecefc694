package exactum.app.frame;

import java.time.LocalDate;
import java.util.List;

/**
 * What stands around every page.
 *
 * @param stations the line
 * @param siding the pages of the station one is at
 * @param date the business date, in words
 * @param day the business date
 * @param movable whether the date can be moved forward
 * @param movingTo the day it is on its way to, in words, or null while it stands
 * @param problem why it stopped on its way, or null
 * @param path the address of this page
 */
public record Frame(
        List<Station> stations,
        List<Side> siding,
        String date,
        LocalDate day,
        boolean movable,
        String movingTo,
        String problem,
        String path,
        String initials,
        String name,
        boolean mayWrite,
        boolean singleKeys) {

    /** A station of the line with the number of decisions that wait there. */
    public record Station(String name, String href, int waiting, boolean here, int key) {}

    /** A page of the siding. */
    public record Side(String name, String href, boolean here) {}
}
