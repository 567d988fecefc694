package exactum.app.messages;

import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;

/**
 * A message to be sent.
 *
 * @param subject what it is about; with kind and day it is sent once
 * @param sendOn the business day from which it goes
 * @param about the documents that it speaks of
 * @param addresses none where there is none: the message is held
 * @param onPaper whether it is printed and posted instead
 * @param own a person's own words in the place of ours, or null
 * @param bare whether it goes without its papers, which are linked
 */
public record NewMessage(
        MessageKind kind,
        CustomerId customer,
        UUID subject,
        LocalDate sendOn,
        List<DocumentId> about,
        List<String> addresses,
        boolean onPaper,
        Letter.Words own,
        boolean bare) {
    public NewMessage {
        about = List.copyOf(about);
        addresses = List.copyOf(addresses);
    }

    /** In our words. */
    public NewMessage(
            MessageKind kind,
            CustomerId customer,
            UUID subject,
            LocalDate sendOn,
            List<DocumentId> about,
            List<String> addresses,
            boolean onPaper) {
        this(kind, customer, subject, sendOn, about, addresses, onPaper, null, false);
    }

    /** To some addresses, or to none: then it is held. */
    public static NewMessage to(
            List<String> addresses,
            MessageKind kind,
            CustomerId customer,
            UUID subject,
            LocalDate sendOn,
            List<DocumentId> about) {
        return new NewMessage(kind, customer, subject, sendOn, about, addresses, false);
    }

    /** The same in a person's own words. */
    public NewMessage in(Letter.Words words) {
        return new NewMessage(kind, customer, subject, sendOn, about, addresses, onPaper, words, bare);
    }

    /** The same with its papers linked, or attached. */
    public NewMessage bare(boolean linked) {
        return new NewMessage(kind, customer, subject, sendOn, about, addresses, onPaper, own, linked);
    }
}
