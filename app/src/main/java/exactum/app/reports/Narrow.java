package exactum.app.reports;

/** By what a report can be narrowed. */
public enum Narrow {
    CUSTOMER,
    GROUP,
    ITEM,
    TAG
}
