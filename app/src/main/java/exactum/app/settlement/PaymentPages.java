package exactum.app.settlement;

import exactum.app.attachments.Attachments;
import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FreeAccounts;
import exactum.app.web.Pager;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import exactum.core.text.TextKind;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Payments: the list, and recording one by hand. */
@Controller
class PaymentPages {
    private static final int FOUND = 8;
    private static final String AT_ONCE = "send";
    private static final String EDITED = "edit";
    private static final List<Channel> BY_HAND =
            List.of(Channel.TRANSFER, Channel.CASH, Channel.CHEQUE, Channel.CARD, Channel.OTHER);
    private final FindPayments payments;
    private final FindClaims claims;
    private final FindCustomers customers;
    private final FreeAccounts accounts;
    private final RecordPayment record;
    private final Attachments attachments;
    private final BusinessClock clock;

    PaymentPages(
            FindPayments payments,
            FindClaims claims,
            FindCustomers customers,
            FreeAccounts accounts,
            RecordPayment record,
            Attachments attachments,
            BusinessClock clock) {
        this.payments = payments;
        this.claims = claims;
        this.customers = customers;
        this.accounts = accounts;
        this.record = record;
        this.attachments = attachments;
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
        var key = new MeansId(Ids.next());
        model.addAttribute("key", key);
        model.addAttribute("attached", PaymentAttachmentPages.files(attachments, business.id(), key));
        model.addAttribute("channels", BY_HAND);
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
        boolean first = fields.getOrDefault("confirmation", "").equals(EDITED);
        return "redirect:/payments/" + made + (first ? "#confirmation" : "");
    }

    private void show(Business business, Customer customer, Map<String, String> fields, Model model) {
        model.addAttribute("customer", customer);
        model.addAttribute("fields", fields);
        model.addAttribute("today", clock.today(business.id()));
        model.addAttribute("accounts", accounts.forMoney(business.id()));
        if (customer == null) return;
        List<FindClaims.Open> open = claims.openOf(business.id(), customer.id());
        List<FindPayments.Credit> credit = payments.creditOf(business.id(), customer.id());
        model.addAttribute("open", open);
        model.addAttribute("credit", credit);
        model.addAttribute("asked", asked(customer.currency(), open, credit));
    }

    /** What is to be asked for once credit on account is counted, in words; null where one of the two is nothing. */
    private static String asked(Currency currency, List<FindClaims.Open> open, List<FindPayments.Credit> credit) {
        Money owed = sum(currency, open.stream().map(FindClaims.Open::left));
        Money there = sum(currency, credit.stream().map(FindPayments.Credit::left));
        if (!owed.isPositive() || !there.isPositive()) return null;
        return "Of %s that is open, %s is left to ask for."
                .formatted(owed.withCurrency(), owed.minus(there.min(owed)).withCurrency());
    }

    private static Money sum(Currency currency, Stream<Money> amounts) {
        return Money.sum(
                currency, amounts.filter(m -> m.currency().equals(currency)).toList());
    }

    private RecordPayment.ByHand byHand(Business business, Customer customer, Map<String, String> fields) {
        return TypedForm.read(fields, f -> byHand(business, customer, f));
    }

    private RecordPayment.ByHand byHand(Business business, Customer customer, TypedForm f) {
        Currency currency = f.currency("currency", customer.currency());
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
                f.text("confirmation").equals(AT_ONCE));
    }

    /** As typed beside the open items; where nothing is typed, what is due first is paid first; what is paid ahead stays on account. */
    private Policy policy(BusinessId business, Customer customer, TypedForm f, Currency currency) {
        var parts = new ArrayList<Policy.Part>();
        for (FindClaims.Open open : claims.openOf(business, customer.id())) {
            String field = "part-" + open.claim();
            if (f.text(field).isEmpty()) continue;
            Money part = f.money(field, "amount for " + open.number(), currency);
            if (part.isPositive()) parts.add(Policy.Part.of(open.claim(), part));
        }
        if (f.has("ahead")) return new Policy.OnAccount();
        return parts.isEmpty() ? new Policy.DueOrder() : new Policy.Chosen(parts);
    }
}
