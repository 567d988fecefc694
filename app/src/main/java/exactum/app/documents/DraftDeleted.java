package exactum.app.documents;

import exactum.core.ids.BusinessId;

/**
 * A draft is deleted in the transaction that is open.
 *
 * @param again whether what it came from may be billed again; else its date is left out
 */
public record DraftDeleted(BusinessId business, Draft draft, boolean again) {}
