package exactum.app.daysheet;

/** The five stations, in the order of the work. */
public enum Station {
    AGREE("Agree", "promises that cannot be kept yet"),
    BILL("Bill", "to be made and sent"),
    COLLECT("Collect", "late"),
    BANK("Bank", "money that is not at rest"),
    BOOKS("Books", "to be proven");

    private final String title;
    private final String about;

    Station(String title, String about) {
        this.title = title;
        this.about = about;
    }

    public String title() {
        return title;
    }

    /** What its decisions have in common. */
    public String about() {
        return about;
    }
}
