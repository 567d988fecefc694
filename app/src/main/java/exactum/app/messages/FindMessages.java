package exactum.app.messages;

import exactum.app.database.Slice;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MessageId;
import exactum.core.money.Money;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Messages of a business. */
public interface FindMessages {

    /**
     * A message with the names that lists show.
     *
     * @param numbers of the documents it is about
     * @param amount what they come to, or null where they are of several currencies
     */
    record Listed(Message message, String customer, String customerEmail, String numbers, Money amount) {}

    Optional<Listed> find(BusinessId business, MessageId id);

    /** The newest in a state, or in any for null. */
    List<Listed> inState(BusinessId business, MessageState state, Slice slice);

    /** Those in a state, as decisions whose keys begin so. */
    List<Listed> inState(BusinessId business, MessageState state, Wanted wanted, String prefix);

    /** How many are in the state, or in any where it is null. */
    int count(BusinessId business, MessageState state);

    List<Listed> ofDocument(BusinessId business, DocumentId document);

    /** Those of a kind about one thing, the newest first. */
    List<Listed> ofSubject(BusinessId business, MessageKind kind, UUID subject);

    List<Listed> heldOf(BusinessId business, CustomerId customer);

    /** How many went out, or are about to, and did not arrive at an address, as decisions whose keys begin so. */
    int countLost(BusinessId business, Wanted wanted, String prefix);

    /** Those, the newest first. */
    List<Listed> lost(BusinessId business, Wanted wanted, String prefix);

    /** Of those, a part of the list. */
    List<Listed> lost(BusinessId business, Slice slice);

    int countLost(BusinessId business);

    /** A file that went with a message; its size in bytes. */
    record SentFile(int no, String name, String type, int bytes) {}

    /** The files that went with it. */
    List<SentFile> files(BusinessId business, MessageId id);

    /** The bytes of one of them, as they went. */
    Optional<byte[]> file(BusinessId business, MessageId id, int no);

    /** Whether a message waits whose day has come, in any business. */
    boolean isAnyWaiting();

    /** Whether a document was sent to anybody, or is about to be. */
    boolean wasSent(BusinessId business, DocumentId document);
}
