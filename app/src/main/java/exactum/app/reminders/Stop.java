package exactum.app.reminders;

/** Why an open item is not told of although a step has come. */
enum Stop {
    DISPUTED("it is disputed"),
    PROMISED("it is promised"),
    IN_FLIGHT("a collection is in flight"),
    COLLECTED("we collect it"),
    PAUSED("their reminders are paused"),
    NO_ADDRESS("no address of theirs is known");

    private final String words;

    Stop(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
