package exactum.app.web;

import exactum.app.database.Slice;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;
import org.springframework.web.util.UriComponents;

/**
 * Where a page of a list stands in the whole of it.
 *
 * @param before the address of the page before, or null on the first
 * @param after the address of the page after, or null on the last
 * @param words {@code 101 to 200 of 498}, or empty where all is shown
 */
public record Pager(String before, String after, String words) {

    private static final String FROM = "from";

    /** Of the page that is asked for now, with so many rows on it of so many in all. */
    public static Pager of(Slice slice, int shown, int all) {
        return of(slice, shown, all, FROM);
    }

    /** The same, where the address names the first row by another field. */
    public static Pager of(Slice slice, int shown, int all, String field) {
        int last = slice.skipped() + shown;
        boolean whole = slice.from() == 1 && last >= all;
        return new Pager(
                slice.from() == 1 ? null : address(field, Math.max(1, slice.from() - slice.most())),
                last >= all || shown == 0 ? null : address(field, last + 1),
                whole ? "" : "%,d to %,d of %,d".formatted(slice.from(), last, all));
    }

    /** Of the page that is asked for now, of a list whose end was not looked for. */
    public static Pager openEnded(Slice slice, int shown) {
        return openEnded(slice, shown, FROM);
    }

    /** The same, where the address names the first row by another field. */
    public static Pager openEnded(Slice slice, int shown, String field) {
        int last = slice.skipped() + shown;
        return new Pager(
                slice.from() == 1 ? null : address(field, Math.max(1, slice.from() - slice.most())),
                shown < slice.most() ? null : address(field, last + 1),
                "%,d to %,d of more than can be counted at once".formatted(slice.from(), last));
    }

    private static String address(String field, int from) {
        UriComponents here = ServletUriComponentsBuilder.fromCurrentRequest()
                .replaceQueryParam(field, from)
                .build();
        return here.getPath() + "?" + here.getQuery();
    }
}
