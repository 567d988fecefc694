package exactum.app.customers;

import exactum.app.audit.Changes;
import exactum.app.web.Texts;
import exactum.formats.csv.CustomerColumn;
import exactum.formats.csv.CustomerCsv;
import java.util.List;
import java.util.UUID;

/**
 * A line of a file, read: what it says of a customer, with what is known where it says nothing.
 *
 * @param row the same as the row of a file of ours
 * @param group the group that they are to be in, or null
 * @param said how they are to be billed
 */
record Incoming(
        CustomerCsv.Row row, CustomerDraft draft, UUID group, HowBilled.Said said, List<Contacts.Contact> contacts) {
    String code() {
        return draft.code();
    }

    /** Whether it says what is known. */
    boolean says(CustomerRowStore.Known known) {
        return row.cells().equals(known.row().cells());
    }

    /** Whether it says of a column what is known. */
    boolean says(CustomerRowStore.Known known, CustomerColumn column) {
        return row.get(column).equals(known.row().get(column));
    }

    /** What it changes, column by column. */
    Changes changes(CustomerRowStore.Known known) {
        Changes changes = Changes.of();
        for (CustomerColumn c : CustomerColumn.values())
            if (c != CustomerColumn.TOWN)
                changes.and(c.label(), Texts.oneLine(known.row().get(c)), Texts.oneLine(row.get(c)));
        return changes;
    }
}
