package exactum.app.daysheet;

/**
 * What the decisions of a source have in common.
 *
 * @param station the station that they belong to
 * @param prefix what their keys begin with
 * @param title what they are, in the plural
 */
public record DecisionKind(Station station, String prefix, String title) {}
