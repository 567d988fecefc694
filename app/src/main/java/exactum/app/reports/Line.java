package exactum.app.reports;

import java.util.List;

/**
 * A row of a report.
 *
 * @param currency of its money, by which it is added up
 */
public record Line(String currency, List<Cell> cells) {
    static Line of(String currency, Cell... cells) {
        return new Line(currency, List.of(cells));
    }
}
