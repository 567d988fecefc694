package exactum.app.documents;

import exactum.core.ids.BusinessId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeSet;
import org.jooq.JSONB;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What stands on a form that is not saved yet, stored as it is typed, one for each person and form. */
@Component
public class FormDrafts {
    private static final TypeReference<Map<String, String>> FIELDS = new TypeReference<>() {};
    private static final Map<String, String> LABELS = labels();
    private final FormDraftStore store;
    private final JsonMapper json;

    FormDrafts(FormDraftStore store, JsonMapper json) {
        this.store = store;
        this.json = json;
    }

    @Transactional
    public void save(BusinessId business, String login, String form, Map<String, String> fields) {
        store.put(business, login, form, JSONB.valueOf(json.writeValueAsString(fields)));
    }

    public Optional<Map<String, String>> find(BusinessId business, String login, String form) {
        return store.find(business, login, form).map(f -> json.readValue(f.data(), FIELDS));
    }

    @Transactional
    public void drop(BusinessId business, String login, String form) {
        store.delete(business, login, form);
    }

    /**
     * A field that reads otherwise here than what is saved by now.
     *
     * @param field what it is called
     */
    public record Difference(String field, String here, String saved) {}

    /**
     * Where a form that was begun on an older revision differs from what a colleague saved since; nothing if it was begun on
     * the newest.
     */
    public static List<Difference> differences(Map<String, String> here, Map<String, String> saved, int revision) {
        if (Integer.toString(revision).equals(here.get("revision"))) return List.of();
        var names = new TreeSet<>(saved.keySet());
        names.addAll(here.keySet());
        return names.stream()
                .filter(name -> LABELS.containsKey(name.replaceAll("\\d+$", "")))
                .filter(name -> !Objects.equals(here.getOrDefault(name, ""), saved.getOrDefault(name, "")))
                .map(name -> new Difference(label(name), here.getOrDefault(name, ""), saved.getOrDefault(name, "")))
                .toList();
    }

    private static String label(String name) {
        String field = name.replaceAll("\\d+$", "");
        String index = name.substring(field.length());
        return LABELS.get(field) + (index.isEmpty() ? "" : " of line " + (Integer.parseInt(index) + 1));
    }

    private static Map<String, String> labels() {
        var labels = new LinkedHashMap<String, String>();
        labels.put("name", "Name");
        labels.put("date", "Date");
        labels.put("start", "From");
        labels.put("every", "Every");
        labels.put("before", "Made days before");
        labels.put("reference", "Their reference");
        labels.put("memo", "Memo");
        labels.put("text", "Description");
        labels.put("qty", "Quantity");
        labels.put("unit", "Unit");
        labels.put("price", "Price");
        labels.put("tax", "Tax");
        labels.put("mode", "Prices");
        labels.put("less", "Discount or surcharge");
        labels.put("adjust", "Discounts and surcharges of all");
        labels.put("footer", "Footer");
        labels.put("currency", "Currency");
        labels.put("terms", "Terms");
        labels.put("expires", "Open until");
        labels.put("asks", "Asked at acceptance");
        labels.put("paidBy", "Paid by");
        labels.put("layout", "Looks like");
        labels.put("byAmount", "Amount");
        labels.put("then", "Then");
        return labels;
    }
}
