package exactum.app.messages;

import java.util.Arrays;

/** What became of a message so far. */
public enum MessageState {
    /** There is no address to send it to. */
    HELD("held"),
    /** It is printed and posted by a person. */
    TO_POST("to post"),
    WAITING("waiting"),
    /** Somebody took it and has not said what became of it. */
    SENDING("sending"),
    SENT("sent"),
    /** A person has posted it. */
    POSTED("posted"),
    FAILED("failed"),
    /** It went out in another one. */
    JOINED("joined");

    private final String words;

    MessageState(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    static MessageState of(String words) {
        return Arrays.stream(values())
                .filter(s -> s.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
