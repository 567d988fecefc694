package exactum.app.messages;

import java.util.List;

/**
 * A message as it is sent.
 *
 * @param sender who it comes from
 */
public record Letter(Sender sender, String subjectLine, String body, List<Attachment> attachments) {
    public Letter {
        attachments = List.copyOf(attachments);
    }

    /** What it says. */
    public record Words(String subjectLine, String body) {}

    /** The same letter in other words. */
    public Letter saying(Words words) {
        return new Letter(sender, words.subjectLine(), words.body(), attachments);
    }

    /** The same letter without its files. */
    Letter bare() {
        return new Letter(sender, subjectLine, body, List.of());
    }

    /** Name and address that it comes from. */
    public record Sender(String name, String address) {}

    /**
     * A file that goes with it.
     *
     * @param keptAsPaper whether these bytes are kept anyhow, as the paper of a document
     */
    public record Attachment(String name, String type, byte[] content, boolean keptAsPaper) {
        public Attachment(String name, String type, byte[] content) {
            this(name, type, content, false);
        }

        /** What is kept of it with a message; null where its digest names it. */
        byte[] toKeep() {
            return keptAsPaper ? null : content;
        }
    }
}
