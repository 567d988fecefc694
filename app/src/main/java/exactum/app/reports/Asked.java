package exactum.app.reports;

import exactum.app.web.Texts;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * What a report is asked for.
 *
 * @param from the first day, of a report between two days
 * @param until the last day, or the one as of whose end it tells
 * @param by how its rows are gathered
 * @param customer only theirs, or null
 * @param group only those of its customers, or null
 * @param item only documents that have it, or null
 * @param tag only documents that have it, such as {@code Harbour: Reedharbour}, or empty
 * @param which a choice of the report's own, such as the rate or the state, or empty
 */
public record Asked(
        LocalDate from,
        LocalDate until,
        String by,
        CustomerId customer,
        UUID group,
        ItemId item,
        String tag,
        String which) {

    /** All of some days. */
    static Asked ofAll(LocalDate from, LocalDate until) {
        return new Asked(from, until, "", null, null, null, "", "");
    }

    /** Whether only some customers, items or tags are asked for. */
    boolean isNarrowed() {
        return customer != null || group != null || item != null || !tag.isEmpty();
    }

    /** Whether all is asked for, so that it must agree with the books. */
    public boolean isWhole() {
        return !isNarrowed() && which.isEmpty();
    }

    /** The same of other days. */
    Asked between(LocalDate first, LocalDate last) {
        return new Asked(first, last, by, customer, group, item, tag, which);
    }

    Asked with(String otherBy, CustomerId one, String choice) {
        return new Asked(from, until, otherBy, one == null ? customer : one, group, item, tag, choice);
    }

    /** As an address carries it. */
    public String query() {
        var fields = new LinkedHashMap<String, String>();
        fields.put("from", Texts.day(from));
        fields.put("until", Texts.day(until));
        fields.put("by", by);
        if (customer != null) fields.put("customer", customer.toString());
        if (group != null) fields.put("group", group.toString());
        if (item != null) fields.put("item", item.toString());
        if (!tag.isEmpty()) fields.put("tag", tag);
        if (!which.isEmpty()) fields.put("which", which);
        return fields.entrySet().stream()
                .map(e -> e.getKey() + "=" + URLEncoder.encode(e.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
    }
}
