package exactum.app.settlement;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.FindBooks;
import exactum.app.setup.FindSetup;
import exactum.app.setup.FreeAccounts;
import exactum.app.trail.Trails;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import exactum.core.text.TextKind;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Payments: the list, one with whatever became of it, and recording one by hand. */
@Controller
class PaymentPages {
    private static final int FOUND = 8;
    private static final List<Channel> BY_HAND =
            List.of(Channel.TRANSFER, Channel.CASH, Channel.CHEQUE, Channel.CARD, Channel.OTHER);
    private final FindPayments payments;
    private final FindClaims claims;
    private final FindCustomers customers;
    private final FindSetup setup;
    private final FreeAccounts accounts;
    private final FindBooks books;
    private final RecordPayment record;
    private final UseCredit useCredit;
    private final Trails trails;
    private final BusinessClock clock;

    PaymentPages(
            FindPayments payments,
            FindClaims claims,
            FindCustomers customers,
            FindSetup setup,
            FreeAccounts accounts,
            FindBooks books,
            RecordPayment record,
            UseCredit useCredit,
            Trails trails,
            BusinessClock clock) {
        this.payments = payments;
        this.claims = claims;
        this.customers = customers;
        this.setup = setup;
        this.accounts = accounts;
        this.books = books;
        this.record = record;
        this.useCredit = useCredit;
        this.trails = trails;
        this.clock = clock;
    }

    @GetMapping("/payments")
    String list(
            BusinessId business,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String method,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "") String account,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        var filter = new FindPayments.Filter(q, method, state, account);
        Slice slice = Slice.page(from);
        List<FindPayments.Listed> shown = payments.list(business, filter, slice);
        FindPayments.Totals totals = payments.totals(business, filter);
        model.addAttribute("payments", shown);
        model.addAttribute("totals", totals);
        model.addAttribute("pager", Pager.of(slice, shown.size(), totals.count()));
        model.addAttribute("filter", filter);
        model.addAttribute("channels", Channel.values());
        model.addAttribute("places", Place.values());
        model.addAttribute("accounts", accounts.forMoney(business));
        return "settlement/list";
    }

    @GetMapping("/payments/new")
    @Needs(Power.PAYMENTS)
    String fresh(
            Business business,
            @RequestParam Optional<CustomerId> customer,
            @RequestParam(defaultValue = "") String invoice,
            Model model) {
        model.addAttribute("invoice", invoice);
        model.addAttribute("key", Ids.next());
        model.addAttribute("channels", BY_HAND);
        model.addAttribute("today", Texts.day(clock.today(business.id())));
        show(business, customer.map(c -> customers.get(business.id(), c)).orElse(null), Map.of(), model);
        return "settlement/new";
    }

    /** Customers found while recording. */
    @GetMapping("/payments/customers")
    String findCustomer(BusinessId business, @RequestParam(name = "who", defaultValue = "") String words, Model model) {
        model.addAttribute("found", words.isBlank() ? List.of() : customers.search(business, words, FOUND));
        return "settlement/new :: found";
    }

    /** Each pause in typing comes here: what recording it would settle, and what would stay on account. */
    @PostMapping("/payments/typed")
    @Needs(Power.PAYMENTS)
    String typed(Business business, @RequestParam Map<String, String> fields, Model model) {
        model.addAttribute("invoice", fields.getOrDefault("invoice", ""));
        Customer customer = customers.get(business.id(), CustomerId.valueOf(fields.get("customer")));
        show(business, customer, fields, model);
        try {
            model.addAttribute("rehearsal", record.rehearse(business.id(), byHand(business, customer, fields)));
        } catch (Refusal notYet) {
            model.addAttribute("notYet", fields.getOrDefault("amount", "").isBlank() ? "" : notYet.sentence());
        }
        return "settlement/new :: items";
    }

    @PostMapping("/payments")
    @Needs(Power.PAYMENTS)
    String record(Business business, @RequestParam Map<String, String> fields) {
        String chosen = fields.getOrDefault("customer", "");
        if (chosen.isEmpty()) {
            throw new Refusal("payment.no-customer", "Choose whose payment it is. Nothing was recorded.");
        }
        Customer customer = customers.get(business.id(), CustomerId.valueOf(chosen));
        MeansId key = MeansId.valueOf(new TypedForm(fields).required("key", "key"));
        MeansId made = record.record(business.id(), key, byHand(business, customer, fields));
        return "redirect:/payments/" + made;
    }

    @GetMapping("/payments/{id}")
    String one(BusinessId business, @PathVariable MeansId id, Model model) {
        FindPayments.Payment payment = payments.find(business, id).orElseThrow(NotHere::new);
        List<FindPayments.Settlement> settled = payments.settledBy(business, id);
        List<FindPayments.Gone> gone = payments.goneOf(business, id);
        model.addAttribute("payment", payment);
        model.addAttribute("settled", settled);
        model.addAttribute("standing", standing(settled));
        model.addAttribute("gone", gone);
        model.addAttribute("trail", trails.ofPayment(business, id));
        model.addAttribute(
                "openOfCustomer",
                payment.left().isPositive() ? claims.openOf(business, payment.customer()) : List.of());
        model.addAttribute("byHand", payment.place() == Place.NOT_YET || payment.place() == Place.IN_HAND);
        model.addAttribute(
                "entries",
                books.of(
                        business,
                        Stream.concat(
                                        settled.stream().map(FindPayments.Settlement::entry),
                                        gone.stream().map(FindPayments.Gone::entry))
                                .filter(Objects::nonNull)
                                .distinct()
                                .map(EntryId.class::cast)
                                .toList()));
        if (payment.booked().fee() != null) {
            model.addAttribute(
                    "feeWorking",
                    setup.processor(business, payment.booked().processor())
                            .fees()
                            .on(payment.amount()));
        }
        return "settlement/one";
    }

    /** The open items that it settles as it stands, each by one allocation. */
    private static Set<ClaimId> standing(List<FindPayments.Settlement> settled) {
        Map<ClaimId, Long> net = new HashMap<>();
        settled.forEach(s -> net.merge(s.claim(), s.amount().minor(), Long::sum));
        return settled.stream()
                .filter(s -> net.get(s.claim()) == s.amount().minor())
                .map(FindPayments.Settlement::claim)
                .collect(Collectors.toSet());
    }

    @PostMapping("/payments/{id}/take-out")
    @Needs(Power.PAYMENTS)
    String takeOut(BusinessId business, @PathVariable MeansId id) {
        record.takeOut(business, id);
        return "redirect:/payments/" + id;
    }

    @PostMapping("/payments/{id}/take-off")
    @Needs(Power.PAYMENTS)
    String takeOff(
            BusinessId business, @PathVariable MeansId id, @RequestParam ClaimId claim, @RequestParam long minor) {
        FindPayments.Payment payment = payments.find(business, id).orElseThrow(NotHere::new);
        useCredit.takeOff(business, id, claim, payment.amount().withMinor(minor));
        return "redirect:/payments/" + id;
    }

    private void show(Business business, Customer customer, Map<String, String> fields, Model model) {
        model.addAttribute("customer", customer);
        model.addAttribute("fields", fields);
        model.addAttribute("accounts", accounts.forMoney(business.id()));
        if (customer == null) return;
        model.addAttribute("open", claims.openOf(business.id(), customer.id()));
        model.addAttribute("credit", payments.creditOf(business.id(), customer.id()));
    }

    private RecordPayment.ByHand byHand(Business business, Customer customer, Map<String, String> fields) {
        return TypedForm.read(fields, f -> byHand(business, customer, f));
    }

    private RecordPayment.ByHand byHand(Business business, Customer customer, TypedForm f) {
        Currency currency = f.text("currency").isEmpty() ? customer.currency() : f.currency("currency");
        Money amount = f.money("amount", "amount", currency);
        return new RecordPayment.ByHand(
                customer.id(),
                f.date("on", "date", clock.today(business.id())),
                f.text("method").isEmpty()
                        ? Channel.TRANSFER
                        : Channel.of(f.oneOf(
                                "method",
                                "method",
                                BY_HAND.stream().map(Channel::words).toList())),
                amount,
                f.text("charges").isEmpty() ? amount.withMinor(0) : f.money("charges", "bank charges", currency),
                f.text("account").isEmpty() ? null : f.account("account", "account"),
                new NewPayment.Said(f.text("reference", TextKind.NAME), f.text("note", TextKind.PARAGRAPHS)),
                policy(business.id(), customer, f, currency),
                f.has("confirmed"));
    }

    /** As typed beside the open items; where nothing is typed, what is due first is paid first. */
    private Policy policy(BusinessId business, Customer customer, TypedForm f, Currency currency) {
        var parts = new ArrayList<Policy.Part>();
        for (FindClaims.Open open : claims.openOf(business, customer.id())) {
            String field = "part-" + open.claim();
            if (f.text(field).isEmpty()) continue;
            Money part = f.money(field, "amount for " + open.number(), currency);
            if (part.isPositive()) parts.add(Policy.Part.of(open.claim(), part));
        }
        return parts.isEmpty() ? new Policy.DueOrder() : new Policy.Chosen(parts);
    }
}
