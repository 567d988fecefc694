package exactum.app.setup;

/** The sections of the set-up, in the order of the work. */
public enum SetupSection {
    IDENTITY("Who we are", "/setup/identity"),
    TAX("Tax rates", "/setup/tax"),
    TERMS("Terms", "/setup/terms"),
    NUMBERS("Numbers", "/setup/numbers"),
    ACCOUNTS("Chart of accounts", "/setup/accounts"),
    TAGS("Tags", "/setup/tags"),
    CATALOGUE("Catalogue", "/catalogue"),
    BRAND("Brand", "/setup/brand"),
    LAYOUTS("Layouts", "/setup/layouts"),
    RHYTHMS("Rhythms of reminders", "/setup/rhythms"),
    BANK("Bank accounts", "/setup/bank"),
    CARDS("Card processors", "/setup/cards"),
    RATES("Exchange rates", "/setup/rates");

    private final String title;
    private final String path;

    SetupSection(String title, String path) {
        this.title = title;
        this.path = path;
    }

    public String title() {
        return title;
    }

    /** Its page. */
    public String path() {
        return path;
    }

    /** The section after it; null after the last. */
    public SetupSection next() {
        return ordinal() + 1 == values().length ? null : values()[ordinal() + 1];
    }
}
