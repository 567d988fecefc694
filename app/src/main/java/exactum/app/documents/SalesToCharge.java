package exactum.app.documents;

import exactum.core.ids.BusinessId;

/** Cash sales were issued that cards on file pay, in the transaction that is open. */
public record SalesToCharge(BusinessId business) {}
