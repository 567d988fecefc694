package exactum.app.catalogue;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Groups;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.app.setup.FreeAccounts;
import exactum.app.setup.Tags;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.app.web.TypedForm;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.UnitPrice;
import exactum.core.price.Price;
import exactum.core.price.Prices;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What is sold, and what it costs whom and when. */
@Controller
class CataloguePages {
    private static final int NAMES = 20;
    private final CatalogueStore catalogue;
    private final SaveCatalogue save;
    private final FindSetup setup;
    private final Tags tags;
    private final FreeAccounts accounts;
    private final FindCustomers customers;
    private final Groups groups;
    private final BusinessClock clock;

    CataloguePages(
            CatalogueStore catalogue,
            SaveCatalogue save,
            FindSetup setup,
            Tags tags,
            FreeAccounts accounts,
            FindCustomers customers,
            Groups groups,
            BusinessClock clock) {
        this.catalogue = catalogue;
        this.save = save;
        this.setup = setup;
        this.tags = tags;
        this.accounts = accounts;
        this.customers = customers;
        this.groups = groups;
        this.clock = clock;
    }

    /** A row of the list: an item with its price for everybody today, if it has one. */
    record Row(CatalogueItem item, UnitPrice price, int prices) {}

    @GetMapping("/catalogue")
    String list(
            Business business,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        LocalDate today = clock.today(business.id());
        var sale = new Prices.Sale(null, null, business.currency(), today);
        Slice slice = Slice.page(from);
        List<CatalogueItem> items = catalogue.list(business.id(), q, slice);
        model.addAttribute("q", q);
        model.addAttribute("pager", Pager.of(slice, items.size(), catalogue.count(business.id(), q)));
        model.addAttribute(
                "rows",
                items.stream()
                        .map(i -> new Row(
                                i,
                                i.prices()
                                        .of(sale)
                                        .map(w -> w.value().tariff().first())
                                        .orElse(null),
                                i.prices().prices().size()))
                        .toList());
        choices(business, model);
        return "catalogue/list";
    }

    /** Names for the list that a line is typed from: asked while one types, with the text of the line under its field's name. */
    @GetMapping("/catalogue/names")
    String names(BusinessId business, @RequestParam Map<String, String> fields, Model model) {
        String typed = fields.entrySet().stream()
                .filter(e -> e.getKey().startsWith("text"))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse("");
        model.addAttribute("items", catalogue.list(business, typed, Slice.first(NAMES)));
        return "catalogue/list :: names";
    }

    private void choices(Business business, Model model) {
        LocalDate today = clock.today(business.id());
        model.addAttribute("kinds", ItemKind.values());
        model.addAttribute(
                "rates",
                setup.taxRates(business.id()).rates().stream()
                        .filter(r -> r.isValidOn(today))
                        .sorted(Comparator.comparing(TaxRate::percent).reversed())
                        .toList());
        List<Account> sales = accounts.forSales(business.id());
        model.addAttribute("accounts", sales);
        model.addAttribute(
                "usualAccount",
                sales.stream()
                        .filter(a -> a.kind().equals("income") && a.role() == null)
                        .findFirst()
                        .map(Account::code)
                        .orElse(null));
        model.addAttribute("currency", business.currency());
        model.addAttribute("tags", tags.usable(business.id()));
    }

    @PostMapping("/setup/items")
    @Needs(Power.CATALOGUE)
    String add(Business business, @RequestParam Map<String, String> fields) {
        UnitPrice[] price = new UnitPrice[1];
        CatalogueItem item = TypedForm.read(fields, f -> {
            price[0] = f.price("price", "price", business.currency());
            return typed(business.id(), f, new ItemId(Ids.next()), 1);
        });
        save.add(business.id(), item, price[0]);
        return "redirect:/catalogue";
    }

    /** Makes an item of a line that is typed on a paper; what the line leaves open is as for most items. */
    @PostMapping("/catalogue/from-line")
    @Needs(Power.CATALOGUE)
    String fromLine(Business business, @RequestParam Map<String, String> fields, Model model) {
        String i = fields.getOrDefault("line", "0");
        String customer = fields.getOrDefault("customer", "");
        Currency currency = customer.isEmpty()
                ? business.currency()
                : customers
                        .find(business.id(), CustomerId.valueOf(customer))
                        .orElseThrow(NotHere::new)
                        .currency();
        UnitPrice[] price = new UnitPrice[1];
        Typed typed = TypedForm.read(fields, f -> {
            price[0] = f.price("price" + i, "price", currency);
            return new Typed(
                    f.required("text" + i, "description", TextKind.NAME),
                    f.text("unit" + i, "piece"),
                    f.required("tax" + i, "tax rate", TextKind.CODE),
                    f.raw("account" + i).isBlank()
                            ? setup.incomeAccount(business.id())
                            : f.account("account" + i, "income account"));
        });
        if (!catalogue.named(business.id(), List.of(typed.name())).isEmpty())
            throw new Refusal("item.name", "There is an item of that name already. Nothing was saved.").at("text" + i);
        String code = catalogue.nextCode(business.id());
        save.addItem(business.id(), code, typed.name(), typed.unit(), price[0], typed.tax(), typed.account());
        model.addAttribute("made", typed.name());
        model.addAttribute("code", code);
        return "catalogue/list :: made";
    }

    /** A line as an item is made of it. */
    private record Typed(String name, String unit, String tax, AccountCode account) {}

    private CatalogueItem typed(BusinessId business, TypedForm f, ItemId id, int revision) {
        String unit = f.required("unit", "unit", TextKind.CODE);
        List<String> kinds =
                Arrays.stream(ItemKind.values()).map(ItemKind::words).toList();
        return new CatalogueItem(
                id,
                f.required("code", "code", TextKind.CODE),
                f.required("name", "name", TextKind.NAME),
                f.raw("kind").isBlank() ? ItemKind.suggestedBy(unit) : ItemKind.of(f.oneOf("kind", "kind", kinds)),
                unit,
                f.text("sentence", TextKind.LINE),
                f.required("taxCode", "tax rate", TextKind.CODE),
                f.account("incomeAccount", "income account"),
                tags(business, f),
                new Prices(List.of()),
                revision);
    }

    private List<String> tags(BusinessId business, TypedForm f) {
        if (f.raw("tags").isBlank()) return List.of();
        List<String> read = f.parsed("tags", "tags", t -> Tags.read(t, tags.usable(business)));
        return read == null ? List.of() : read;
    }

    /** A price with the name of the customer whose alone it is. */
    record Shown(Price price, String customer, String state) {}

    @GetMapping("/catalogue/{id}")
    String one(
            Business business,
            @PathVariable ItemId id,
            @RequestParam(defaultValue = "") String who,
            @RequestParam Map<String, String> fields,
            Model model) {
        CatalogueItem item = catalogue.find(business.id(), id).orElseThrow(NotHere::new);
        LocalDate today = clock.today(business.id());
        Map<CustomerId, String> names = catalogue.names(
                business.id(),
                item.prices().prices().stream()
                        .map(Price::customer)
                        .filter(Objects::nonNull)
                        .toList());
        model.addAttribute("item", item);
        model.addAttribute(
                "prices",
                item.prices().prices().stream()
                        .map(p -> new Shown(p, names.get(p.customer()), state(p, today)))
                        .toList());
        model.addAttribute("groups", groups.all(business.id()));
        model.addAttribute("today", today);
        ask(business, item, who, fields, model);
        choices(business, model);
        return "catalogue/one";
    }

    private static String state(Price price, LocalDate today) {
        return price.isValidOn(today) ? "holds" : price.validFrom().isAfter(today) ? "to come" : "over";
    }

    /** What somebody would pay on a day, and why. */
    private void ask(Business business, CatalogueItem item, String who, Map<String, String> fields, Model model) {
        LocalDate today = clock.today(business.id());
        var form = new TypedForm(fields);
        LocalDate day = form.raw("day").isBlank() ? today : form.date("day", "day", today);
        CustomerId customer = who.isBlank() ? null : named(business.id(), who);
        var currency = customer == null
                ? business.currency()
                : customers
                        .find(business.id(), customer)
                        .orElseThrow(NotHere::new)
                        .currency();
        model.addAttribute("who", who);
        model.addAttribute("day", day);
        model.addAttribute(
                "answer",
                item.prices()
                        .of(catalogue.sale(business.id(), customer, currency, day))
                        .orElse(null));
    }

    /** The one customer that a text names. */
    private CustomerId named(BusinessId business, String who) {
        var found = customers.search(business, who, 2);
        if (found.size() == 1) return found.getFirst().id();
        throw new Refusal(
                        "price.who",
                        found.isEmpty()
                                ? "Nobody is called “%s”. Nothing was saved.".formatted(who)
                                : "“%s” fits several customers. Nothing was saved. Write more of the name, or the code."
                                        .formatted(who))
                .at("who");
    }

    @PostMapping("/catalogue/{id}")
    @Needs(Power.CATALOGUE)
    String change(
            BusinessId business,
            @PathVariable ItemId id,
            @RequestParam int revision,
            @RequestParam Map<String, String> fields) {
        save.change(business, TypedForm.read(fields, f -> typed(business, f, id, revision)));
        return "redirect:/catalogue/" + id;
    }

    @PostMapping("/catalogue/{id}/retire")
    @Needs(Power.CATALOGUE)
    String retire(BusinessId business, @PathVariable ItemId id) {
        save.retire(business, id);
        return "redirect:/catalogue";
    }

    @PostMapping("/catalogue/{id}/prices")
    @Needs(Power.CATALOGUE)
    String addPrice(Business business, @PathVariable ItemId id, @RequestParam Map<String, String> fields) {
        Price price = TypedForm.read(fields, f -> price(f, business));
        save.addPrice(business.id(), id, price);
        return "redirect:/catalogue/" + id;
    }

    private Price price(TypedForm f, Business business) {
        LocalDate today = clock.today(business.id());
        var currency = f.raw("currency").isBlank() ? business.currency() : f.currency("currency");
        LocalDate from = f.date("validFrom", "first day", today);
        LocalDate last = f.dateOrNone("lastDay", "last day", today);
        if (last != null && last.isBefore(from)) {
            f.refuse("lastDay", "typed.days", "The last day is before the first. Nothing was saved.");
            last = null;
        }
        String who = f.text("who");
        UUID group = f.idOrNone("group");
        if (!who.isEmpty() && group != null) {
            f.refuse("who", "typed.who", "A price is for one customer or for a group. Nothing was saved.");
            group = null;
        }
        Optional<Groups.Group> known = group == null ? Optional.empty() : groups.find(business.id(), group);
        CustomerId customer = who.isEmpty() ? null : f.parsed("who", "customer", w -> named(business.id(), w));
        return new Price(
                Ids.next(),
                customer,
                group,
                known.map(Groups.Group::name).orElse(""),
                TypedTariff.read(f, currency),
                from,
                last == null ? null : last.plusDays(1));
    }

    @PostMapping("/catalogue/{id}/prices/{price}/remove")
    @Needs(Power.CATALOGUE)
    String removePrice(BusinessId business, @PathVariable ItemId id, @PathVariable UUID price) {
        save.removePrice(business, id, price);
        return "redirect:/catalogue/" + id;
    }
}
