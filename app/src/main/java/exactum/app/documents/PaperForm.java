package exactum.app.documents;

import exactum.app.catalogue.Discount;
import exactum.app.press.Faces;
import exactum.app.web.Texts;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.CustomerId;
import exactum.core.ids.Id;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.price.Tariff;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedAdjustments;
import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * What stands on a paper while it is typed: texts, and what they come to. Each problem belongs to a field and is shown
 * there; nothing typed is lost.
 */
public abstract class PaperForm {
    protected final Map<String, String> fields;
    protected final Map<String, String> problems = new LinkedHashMap<>();
    protected final Setting setting;
    private final TypedLines lines;

    /**
     * What a paper is typed in.
     *
     * @param currency of the paper
     * @param own of the business
     * @param income the account of what is sold without a catalogue item
     * @param isCustomerKnown whether the customer whom the fields name is there
     * @param stepped the tariffs in steps of items on the paper, by the item's id
     * @param discounts those that it may have on its date
     * @param tags those that its lines may have
     */
    public record Setting(
            Currency currency,
            Currency own,
            AccountCode income,
            LocalDate today,
            boolean isCustomerKnown,
            Map<String, Tariff> stepped,
            List<Discount> discounts,
            List<String> tags) {
        /** Of a customer who is there, with no price in steps and no discount. */
        public Setting(Currency currency, AccountCode income, LocalDate today) {
            this(currency, currency, income, today, true, Map.of(), List.of(), List.of());
        }
    }

    protected PaperForm(Map<String, String> fields, Setting setting) {
        this.fields = new LinkedHashMap<>(fields);
        this.setting = setting;
        lines = new TypedLines(
                this.fields, problems, setting.currency(), setting.income(), setting.stepped(), setting.tags());
    }

    /** The text of a field; empty where nothing was typed. */
    public String get(String field) {
        return fields.getOrDefault(field, "").strip();
    }

    public String get(String field, String otherwise) {
        String text = get(field);
        return text.isEmpty() ? otherwise : text;
    }

    /** The text of a field of its kind; what the kind cannot hold becomes the field’s problem. */
    protected String text(String field, TextKind kind) {
        return TypedLines.text(fields, problems, field, kind);
    }

    /** The id that a new one is saved under, however often it is sent; none where the page gave none. */
    public Optional<UUID> key() {
        return id("key");
    }

    /** The problem of a field, or null. */
    public String problem(String field) {
        return problems.get(field);
    }

    /** Notes a problem of a field. */
    public void problem(String field, String words) {
        problems.putIfAbsent(field, words);
    }

    public boolean hasProblems() {
        return !problems.isEmpty();
    }

    public Currency currency() {
        return setting.currency();
    }

    public Map<String, String> fields() {
        return fields;
    }

    /** Whether tax comes on top of the prices or is inside them. */
    public PriceMode mode() {
        return get("mode").equals(PriceMode.TAX_INCLUDED.words()) ? PriceMode.TAX_INCLUDED : PriceMode.PLUS_TAX;
    }

    /** How many line rows stand on the paper: those typed, and an empty one to go on with. */
    public int rows() {
        return lines.rows();
    }

    /** The lines that are typed; a line in trouble is left out and its problem kept. */
    public List<Line> lines() {
        return lines.lines();
    }

    /** The discounts that it may have; none where it is no document of its own. */
    public List<Discount> discounts() {
        return List.of();
    }

    /** What is less or more of all of it: what is typed, and the discount that is chosen, if it holds on the date. */
    public List<Adjustment> adjustments() {
        var all = new ArrayList<Adjustment>(chosenDiscount());
        try {
            all.addAll(TypedAdjustments.parse(get("adjust"), currency()));
        } catch (Refusal wrong) {
            problem("adjust", wrong.sentence());
        }
        return all;
    }

    private List<Adjustment> chosenDiscount() {
        String name = get("discount");
        if (name.isEmpty()) return List.of();
        List<Adjustment> chosen = discounts().stream()
                .filter(d -> d.name().equals(name))
                .map(Discount::adjustment)
                .toList();
        if (chosen.isEmpty()) problem("discount", "“%s” does not hold on this date.".formatted(name));
        return chosen;
    }

    /** Whether discounts and surcharges of all of it can be typed. */
    public boolean adjusts() {
        return false;
    }

    /** The tags that lines may have. */
    public List<String> tags() {
        return setting.tags();
    }

    /** The lines of a row, as far as it is typed: several where its price goes by steps. */
    protected List<Line> row(int i) {
        return lines.row(i);
    }

    /** What a row has beside what is typed: the time it is for. */
    public List<String> extras(int i) {
        var extras = new ArrayList<String>();
        ServicePeriod time = LineExtras.period(get("time" + i));
        if (time != null) extras.add(time.words());
        return extras;
    }

    /** What a row comes to on the document that the sums are of. */
    protected List<Line> billed(int i) {
        return row(i);
    }

    /** The line of a row as it is kept, whatever its price goes by; none where nothing is typed. */
    protected Optional<Line> rowOnce(int i) {
        return lines.line(i);
    }

    /** The customer that stands on it, if one does. */
    public Optional<CustomerId> customer() {
        return setting.isCustomerKnown() ? id("customer").map(CustomerId::new) : Optional.empty();
    }

    /** The terms that are chosen, or the ones that are meant where none are. */
    protected TermsId terms(TermsId otherwise) {
        return id("terms").map(TermsId::new).orElse(otherwise);
    }

    private Optional<UUID> id(String field) {
        String text = get(field);
        return text.isEmpty() ? Optional.empty() : Optional.of(Id.parse(text));
    }

    /** One of a few, by its name; another one where nothing, or nothing of them, was sent. */
    protected <E extends Enum<E>> E choice(String field, E otherwise) {
        return Arrays.stream(otherwise.getDeclaringClass().getEnumConstants())
                .filter(e -> e.name().equals(get(field)))
                .findFirst()
                .orElse(otherwise);
    }

    protected int whole(String field, int otherwise) {
        String text = get(field);
        if (text.isEmpty()) return otherwise;
        if (text.matches("-?\\d{1,3}")) return Integer.parseInt(text);
        problem(field, "“%s” is not a whole number.".formatted(text));
        return otherwise;
    }

    /** A whole number within bounds. */
    protected int whole(String field, int otherwise, int least, int most) {
        int number = whole(field, otherwise);
        if (number >= least && number <= most) return number;
        problem(field, "“%s” is not a number from %d to %d.".formatted(get(field), least, most));
        return otherwise;
    }

    protected LocalDate date(String field, LocalDate otherwise) {
        if (get(field).isEmpty()) return otherwise;
        try {
            return TypedDate.parse(get(field), setting.today());
        } catch (Refusal wrong) {
            problem(field, wrong.sentence());
            return otherwise;
        }
    }

    /** The letters of what is typed that no typeface of the papers has, for a note beside it; empty where all can be printed. */
    public String unprinted() {
        return String.join(" ", Faces.missing(String.join(" ", fields.values())));
    }

    /** A refusal that names every problem there is. */
    protected Refusal refused(String code) {
        return new Refusal(
                code, String.join(" ", problems.values()) + " Nothing was saved; what you typed still stands here.");
    }

    protected static String text(LocalDate date) {
        return date == null ? "" : Texts.day(date);
    }
}
