package exactum.standins.mailbox;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import org.subethamail.smtp.MessageHandler;

/** A mail while it comes over the line: for each of its recipients one is taken. */
final class Delivery implements MessageHandler {
    /** Takes a mail for one recipient. */
    interface Taker {
        void take(String sender, String recipient, byte[] mail);
    }

    private final Taker taker;
    private final List<String> recipients = new ArrayList<>();
    private String sender = "";

    Delivery(Taker taker) {
        this.taker = taker;
    }

    @Override
    public void from(String from) {
        sender = from;
    }

    @Override
    public void recipient(String recipient) {
        recipients.add(recipient);
    }

    @Override
    public String data(InputStream in) throws IOException {
        byte[] mail = in.readAllBytes();
        for (String recipient : recipients) taker.take(sender, recipient, mail);
        return null;
    }

    @Override
    public void done() {
        recipients.clear();
    }
}
