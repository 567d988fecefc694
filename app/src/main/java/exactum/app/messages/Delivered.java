package exactum.app.messages;

import java.util.List;

/**
 * What a mail server did with a message, address by address.
 *
 * @param sent those that it took it for
 * @param refused those that it will never take it for
 * @param later those that it may take it for, if it is tried again
 */
record Delivered(List<String> sent, List<Said> refused, List<Said> later) {

    /** What it said about one address. */
    record Said(String address, String code, String words) {}

    /** Whether every address that waited for it has it. */
    boolean isEverywhere() {
        return refused.isEmpty() && later.isEmpty();
    }

    /** In one line: why it did not arrive everywhere. */
    String problem() {
        return refused.isEmpty() && later.isEmpty()
                ? ""
                : (later.isEmpty() ? refused : later)
                        .stream()
                                .map(s -> "%s: %s %s".formatted(s.address(), s.code(), s.words()))
                                .findFirst()
                                .orElse("");
    }
}
