package exactum.core.text;

/** English ordinals of small numbers. */
public final class Ordinal {
    private Ordinal() {}

    /** {@code 1st}, {@code 22nd}. */
    public static String of(int number) {
        int last = number % 10;
        boolean teen = number / 10 % 10 == 1;
        String suffix = teen ? "th" : last == 1 ? "st" : last == 2 ? "nd" : last == 3 ? "rd" : "th";
        return number + suffix;
    }
}
