package exactum.app.cards;

import exactum.core.card.Decline;

/** A card on file was refused, in the transaction that is open; nothing was charged. */
public record CardRefused(Collection collection, Decline why) {}
