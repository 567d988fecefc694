package exactum.standins.bank;

import java.time.LocalDate;
import java.util.List;

/**
 * A file of collections as the stand-in keeps it.
 *
 * @param digest of its bytes, by which it is known again
 * @param currency of the account into which it collects
 * @param state taken or withdrawn
 * @param reported whether its status report was written
 */
public record DebitFile(
        String reference,
        String message,
        String digest,
        String currency,
        LocalDate takenOn,
        String state,
        boolean reported,
        List<Group> groups) {

    /** What it books together. */
    public record Group(String reference, boolean batch, LocalDate on, List<Item> items) {}

    /**
     * A collection.
     *
     * @param fate what becomes of it, decided when the file is taken: a reason and when, or null
     * @param state taken, rejected, settled or returned
     */
    public record Item(
            String endToEnd,
            String amount,
            String mandate,
            String name,
            String iban,
            Fate fate,
            String state,
            LocalDate settledOn) {
        Item in(String other) {
            return new Item(endToEnd, amount, mandate, name, iban, fate, other, settledOn);
        }

        Item settled(LocalDate on) {
            return new Item(endToEnd, amount, mandate, name, iban, fate, "settled", on);
        }
    }

    DebitFile in(String other) {
        return new DebitFile(reference, message, digest, currency, takenOn, other, reported, groups);
    }

    DebitFile with(List<Group> other, boolean isReported) {
        return new DebitFile(reference, message, digest, currency, takenOn, state, isReported, other);
    }
}
