package exactum.core.matching;

/** How good a proposal is. */
public enum Grade {
    /** May be applied without a second look. */
    CERTAIN,
    /** Says what it most probably is. */
    LIKELY,
    /** Something that a person should look at. */
    LOOK;

    /** The grade in small letters, as it is shown. */
    public String words() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }
}
