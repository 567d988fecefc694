package exactum.app.payer;

import exactum.app.business.FindBusinesses;
import exactum.app.cards.CardOnFile;
import exactum.app.cards.FindCards;
import exactum.app.cards.PayWith;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.CardId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** The cards that a payer saved, shown only to whoever may see more than the link's document. */
@Component
class SavedMethods {
    private final FindCards cards;
    private final FindBusinesses businesses;
    private final Proof proof;
    private final PayerSentences sentences;
    private final BusinessClock clock;

    SavedMethods(
            FindCards cards, FindBusinesses businesses, Proof proof, PayerSentences sentences, BusinessClock clock) {
        this.cards = cards;
        this.businesses = businesses;
        this.proof = proof;
        this.sentences = sentences;
        this.clock = clock;
    }

    /** Puts what can be chosen into the model. */
    void put(Visit visit) {
        visit.model().addAttribute("kept", usable(visit));
        visit.model().addAttribute("consent", consent(visit));
    }

    /** Those that can be charged now. */
    List<CardOnFile> usable(Visit visit) {
        LocalDate today = clock.today(visit.business());
        return proof.isGiven(visit)
                ? cards.ofCustomer(visit.business(), visit.link().customer()).stream()
                        .filter(c -> c.isUsableOn(today))
                        .toList()
                : List.of();
    }

    /** What a payer agrees to who has a card saved. */
    String consent(Visit visit) {
        return sentences.say(
                visit,
                "payer.consent",
                businesses.get(visit.business()).identity().senderName());
    }

    /** The card that was chosen; a saved one only where it was shown. */
    PayWith chosen(Visit visit, String card, boolean keep) {
        if (card.isBlank()) return keep ? new PayWith(null, consent(visit)) : PayWith.NEW_CARD;
        CardId id = CardId.valueOf(card);
        return usable(visit).stream().anyMatch(c -> c.id().equals(id)) ? new PayWith(id, null) : PayWith.NEW_CARD;
    }
}
