package exactum.app.documents;

import exactum.core.ids.BusinessId;

/**
 * A document became void, in the transaction that is open.
 *
 * @param again whether what it came from may be billed again
 */
public record DocumentVoided(BusinessId business, Document document, boolean again) {}
