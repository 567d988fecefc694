package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.Discounts;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.HowBilled;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.app.setup.Tags;
import exactum.core.document.TaxRates;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.TermsId;
import exactum.core.price.Prices;
import exactum.core.price.Tariff;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What every paper is typed in, whether it is one document or what recurs. */
@Component
public class PaperSettings {
    private static final int SUGGESTED = 100;
    private final FindCustomers customers;
    private final BillingRules rules;
    private final FindSetup setup;
    private final FindCatalogue catalogue;
    private final Discounts discounts;
    private final Tags tags;
    private final BusinessClock clock;

    PaperSettings(
            FindCustomers customers,
            BillingRules rules,
            FindSetup setup,
            FindCatalogue catalogue,
            Discounts discounts,
            Tags tags,
            BusinessClock clock) {
        this.customers = customers;
        this.rules = rules;
        this.setup = setup;
        this.catalogue = catalogue;
        this.discounts = discounts;
        this.tags = tags;
        this.clock = clock;
    }

    /** The setting of a paper: the currency of the customer who stands on it, else the business's own. */
    public PaperForm.Setting of(Business business, Map<String, String> fields) {
        Optional<Customer> customer = customer(business, fields);
        Currency currency = currency(business, customer, fields);
        return new PaperForm.Setting(
                currency,
                business.currency(),
                setup.incomeAccount(business.id()),
                clock.today(business.id()),
                customer.isPresent(),
                stepped(business, fields),
                discounts.on(business.id(), day(business.id(), fields), currency),
                tags(business.id(), fields));
    }

    /** A paper that was saved may go on with tags that were retired since; a new one may not begin with them. */
    private List<String> tags(BusinessId business, Map<String, String> fields) {
        return fields.getOrDefault("id", "").isEmpty()
                ? tags.usable(business)
                : tags.all(business).stream().map(Tags.Tag::toString).toList();
    }

    private Optional<Customer> customer(Business business, Map<String, String> fields) {
        String named = fields.getOrDefault("customer", "");
        return named.isEmpty() ? Optional.empty() : customers.find(business.id(), CustomerId.valueOf(named));
    }

    /** To whom the paper sells, and when. */
    public Prices.Sale sale(Business business, Map<String, String> fields) {
        Optional<Customer> customer = customer(business, fields);
        return catalogue.sale(
                business.id(),
                customer.map(Customer::id).orElse(null),
                currency(business, customer, fields),
                day(business.id(), fields));
    }

    /** The currency that was chosen on the paper, else that of the customer, else the business's own. */
    private Currency currency(Business business, Optional<Customer> customer, Map<String, String> fields) {
        String chosen = fields.getOrDefault("currency", "");
        return setup.currencies(business.id()).stream()
                .filter(c -> c.getCurrencyCode().equals(chosen))
                .findFirst()
                .or(() -> customer.map(Customer::currency))
                .orElse(business.currency());
    }

    /** The date that is typed on the paper; today where none is, or none can be read. */
    public LocalDate day(BusinessId business, Map<String, String> fields) {
        LocalDate today = clock.today(business);
        try {
            return fields.getOrDefault("date", "").isBlank() ? today : TypedDate.parse(fields.get("date"), today);
        } catch (Refusal notYet) {
            return today;
        }
    }

    /** The items that stand on the paper. */
    public List<CatalogueItem> items(BusinessId business, Map<String, String> fields) {
        return catalogue.named(business, TypedLines.named(fields));
    }

    /** The first items of the catalogue, for the list that a line is typed from; more of it are found while typing. */
    public List<CatalogueItem> suggested(BusinessId business, String words) {
        return catalogue.list(business, words, Slice.first(SUGGESTED));
    }

    private Map<String, Tariff> stepped(Business business, Map<String, String> fields) {
        List<CatalogueItem> items = items(business.id(), fields);
        if (items.isEmpty()) return Map.of();
        Prices.Sale sale = sale(business, fields);
        var stepped = new HashMap<String, Tariff>();
        for (CatalogueItem item : items)
            item.prices()
                    .of(sale)
                    .map(p -> p.value().tariff())
                    .filter(t -> t instanceof Tariff.Graduated)
                    .ifPresent(t -> stepped.put(item.id().toString(), t));
        return stepped;
    }

    /** A customer who was just chosen brings their terms; terms that were chosen for this customer stay. */
    public void follow(Map<String, String> fields) {
        String before = fields.get("termsOf");
        String now = fields.getOrDefault("customer", "");
        if (before != null && !before.equals(now)) {
            fields.remove("terms");
            fields.remove("currency");
        }
        fields.put("termsOf", now);
    }

    /** How the customer on the paper is billed; none while nobody stands on it. */
    public Optional<HowBilled> billed(BusinessId business, PaperForm form) {
        return form.customer().map(c -> rules.of(business, c));
    }

    /** The terms that hold where the paper names none: those of the customer on it, else the chosen ones. */
    public TermsId usualTerms(BusinessId business, PaperForm form) {
        return billed(business, form)
                .map(b -> b.terms().value())
                .orElseGet(() -> setup.chosenTerms(business).id());
    }

    /** The terms that a paper names among those there are, else the ones that usually hold. */
    public KeptTerms terms(BusinessId business, PaperForm form, List<KeptTerms> all) {
        TermsId usual = usualTerms(business, form);
        return all.stream()
                .filter(t -> t.id().toString().equals(form.get("terms")))
                .findFirst()
                .or(() -> all.stream().filter(t -> t.id().equals(usual)).findFirst())
                .orElseGet(() -> setup.chosenTerms(business));
    }

    /** The rates as the customer on the paper is treated. */
    public TaxRates rates(BusinessId business, PaperForm form) {
        TaxRates rates = setup.taxRates(business);
        return billed(business, form)
                .map(b ->
                        rates.under(b.tax().value().treatment(), b.tax().value().reason()))
                .orElse(rates);
    }

    /** What the paper says of its terms: whose they are, or what they stand instead of; empty where nobody stands on it. */
    public String termsFrom(BusinessId business, PaperForm form, List<KeptTerms> all, KeptTerms chosen) {
        return billed(business, form)
                .map(b -> chosen.id().equals(b.terms().value())
                        ? switch (b.terms().said()) {
                            case CUSTOMER -> "as agreed with this customer";
                            case GROUP -> "as for their group";
                            case BUSINESS -> "as for everybody";
                        }
                        : "instead of " + name(all, b.terms().value()))
                .orElse("");
    }

    private static String name(List<KeptTerms> all, TermsId id) {
        return all.stream()
                .filter(t -> t.id().equals(id))
                .findFirst()
                .map(KeptTerms::name)
                .orElse("none");
    }
}
