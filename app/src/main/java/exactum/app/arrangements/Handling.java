package exactum.app.arrangements;

import exactum.app.documents.Draft;
import exactum.core.arrangement.WhenUnread;

/**
 * What happens to each invoice of an arrangement.
 *
 * @param reviewFirst whether a person looks at it as a draft before it is issued
 * @param sentAutomatically whether it is sent as it is issued
 * @param sending to whom and how, where that differs from the customer's usual way
 * @param unread what it does when readings are missing
 * @param isCashSale whether each is a cash sale, charged to the customer's card on file as it is made
 */
public record Handling(
        boolean reviewFirst, boolean sentAutomatically, Draft.Sending sending, WhenUnread unread, boolean isCashSale) {
    /** Issued and sent by itself, as the customer is usually sent to. */
    public static final Handling USUAL = new Handling(false, true, Draft.Sending.USUAL, WhenUnread.WAIT, false);
}
