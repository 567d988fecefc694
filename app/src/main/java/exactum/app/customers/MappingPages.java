package exactum.app.customers;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.formats.csv.CsvMapping;
import exactum.formats.csv.CsvShape;
import exactum.formats.csv.CustomerColumn;
import exactum.formats.csv.CustomerCsv;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What the columns of a file of customers are that is not of our making: proposed from its head line, and chosen. */
@Controller
class MappingPages {
    private final ImportCustomers imports;

    MappingPages(ImportCustomers imports) {
        this.imports = imports;
    }

    /**
     * A column of the file with what it is read as.
     *
     * @param samples its first cells
     */
    record Column(int index, String head, List<String> samples, CustomerColumn as) {}

    /** The file as it looks in a shape, and what its columns are or most likely are. */
    @GetMapping("/customers/import/{id}/mapping")
    @Needs(Power.CUSTOMERS)
    String mapping(Business business, @PathVariable UUID id, @RequestParam Map<String, String> fields, Model model) {
        show(business, id, fields, model);
        return "customers/mapping";
    }

    /** The same in another shape, as it is chosen. */
    @GetMapping("/customers/import/{id}/columns")
    @Needs(Power.CUSTOMERS)
    String columns(Business business, @PathVariable UUID id, @RequestParam Map<String, String> fields, Model model) {
        show(business, id, fields, model);
        return "customers/mapping :: columns";
    }

    private void show(Business business, UUID id, Map<String, String> fields, Model model) {
        ImportCustomers.Rehearsal rehearsal = imports.get(business.id(), id);
        CsvMapping chosen = imports.mapping(business.id(), id).orElse(null);
        CsvShape shape = fields.containsKey("encoding") ? shape(fields) : chosen == null ? null : chosen.shape();
        CustomerCsv.Look look = imports.look(business.id(), id, shape);
        boolean keeps =
                chosen != null && chosen.columns().size() == look.heads().size() && !fields.containsKey("encoding");
        var columns = new ArrayList<Column>();
        for (int i = 0; i < look.heads().size(); i++) {
            int at = i;
            columns.add(new Column(
                    i,
                    look.heads().get(i),
                    look.samples().stream()
                            .map(row -> at < row.size() ? row.get(at) : "")
                            .toList(),
                    keeps ? chosen.columns().get(i) : look.proposed().get(i)));
        }
        model.addAttribute("rehearsal", rehearsal);
        model.addAttribute("encoding", look.shape().charset().name());
        model.addAttribute(
                "encodings", CsvShape.CHARSETS.stream().map(Charset::name).toList());
        model.addAttribute("separator", CsvShape.name(look.shape().separator()));
        model.addAttribute(
                "separators", CsvShape.SEPARATORS.stream().map(CsvShape::name).toList());
        model.addAttribute("columns", columns);
        model.addAttribute("all", CustomerColumn.values());
        model.addAttribute(
                "country",
                always(chosen, CustomerColumn.COUNTRY, business.identity().country()));
        model.addAttribute(
                "currency",
                always(chosen, CustomerColumn.CURRENCY, business.currency().getCurrencyCode()));
    }

    private static String always(CsvMapping chosen, CustomerColumn column, String otherwise) {
        return chosen == null ? otherwise : chosen.always().getOrDefault(column, otherwise);
    }

    @PostMapping("/customers/import/{id}/mapping")
    @Needs(Power.CUSTOMERS)
    String map(BusinessId business, @PathVariable UUID id, @RequestParam Map<String, String> fields) {
        imports.get(business, id);
        var columns = new ArrayList<CustomerColumn>();
        for (int i = 0; fields.containsKey("column" + i); i++) columns.add(column(fields.get("column" + i)));
        var always = new EnumMap<CustomerColumn, String>(CustomerColumn.class);
        TypedForm.read(fields, f -> {
            put(always, columns, CustomerColumn.COUNTRY, f.text("country"));
            put(always, columns, CustomerColumn.CURRENCY, f.text("currency"));
            return always;
        });
        imports.map(business, id, new CsvMapping(shape(fields), columns, always));
        return "redirect:/customers/import/" + id;
    }

    private static void put(
            Map<CustomerColumn, String> always, List<CustomerColumn> columns, CustomerColumn column, String text) {
        if (!columns.contains(column) && !text.isEmpty()) always.put(column, text);
    }

    private static CustomerColumn column(String head) {
        if (head.isEmpty()) return null;
        for (CustomerColumn c : CustomerColumn.values()) if (c.head().equals(head)) return c;
        throw new Refusal("customers.column", "There is no column “%s”. Nothing was stored.".formatted(head));
    }

    private static CsvShape shape(Map<String, String> fields) {
        Charset charset = CsvShape.CHARSETS.stream()
                .filter(c -> c.name().equals(fields.get("encoding")))
                .findFirst()
                .orElse(CsvShape.OURS.charset());
        char separator = CsvShape.SEPARATORS.stream()
                .filter(s -> CsvShape.name(s).equals(fields.get("separator")))
                .findFirst()
                .orElse(CsvShape.OURS.separator());
        return new CsvShape(charset, separator);
    }
}
