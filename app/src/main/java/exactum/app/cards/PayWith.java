package exactum.app.cards;

import exactum.core.ids.CardId;

/**
 * The card that a payer takes.
 *
 * @param card one that is kept, or null where one is entered
 * @param consent what they agreed to if the one that they enter is to be kept, or null
 */
public record PayWith(CardId card, String consent) {
    /** One that is entered and not kept. */
    public static final PayWith NEW_CARD = new PayWith(null, null);
}
