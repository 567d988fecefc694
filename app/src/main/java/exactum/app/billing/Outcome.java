package exactum.app.billing;

import exactum.core.ids.DocumentId;

/** What became of an item: the document it made, or why it was left out. */
record Outcome(int itemNo, DocumentId document, String reason) {
    static Outcome leftOut(PlannedItem item, String reason) {
        return new Outcome(item.itemNo(), null, reason);
    }
}
