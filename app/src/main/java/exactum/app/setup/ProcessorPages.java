package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountRole;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Accounts at card processors. */
@Controller
class ProcessorPages {
    private final FindSetup setup;
    private final Tags tags;
    private final Processors save;
    private final PayersMay payersMay;
    private final ProcessorHealth health;
    private final TryProcessor tryProcessor;
    private final Checklist checklist;

    ProcessorPages(
            FindSetup setup,
            Processors save,
            PayersMay payersMay,
            ProcessorHealth health,
            TryProcessor tryProcessor,
            Checklist checklist,
            Tags tags) {
        this.payersMay = payersMay;
        this.health = health;
        this.tags = tags;
        this.setup = setup;
        this.save = save;
        this.tryProcessor = tryProcessor;
        this.checklist = checklist;
    }

    @GetMapping("/setup/cards")
    String page(Business business, Model model) {
        model.addAttribute("processors", setup.processors(business.id()));
        model.addAttribute("accounts", setup.accounts(business.id()));
        model.addAttribute("currency", business.currency());
        model.addAttribute("point", checklist.point(business.id(), SetupSection.CARDS));
        model.addAttribute("tags", tags.usable(business.id()));
        model.addAttribute("health", health.of(business.id()));
        model.addAttribute("payers", payersMay.of(business.id()));
        return "setup/cards";
    }

    /** What payers may do on their page. */
    @PostMapping("/setup/payers")
    @Needs(Power.SETUP)
    String payers(BusinessId business, @RequestParam Map<String, String> fields) {
        payersMay.save(business, TypedForm.read(fields, f -> {
            int days = f.whole("codeAfterDays");
            if (days > PayerRules.MOST_DAYS)
                f.refuse("codeAfterDays", "payers.days", "A link lives 90 days. Nothing was saved.");
            return new PayerRules(f.has("extra"), days);
        }));
        return "redirect:/setup/cards";
    }

    /** A processor as it is typed for the first time. */
    private record Fresh(
            String name,
            ProcessorAccount.Access access,
            Currency currency,
            ProcessorAccount.Booking booking,
            FeeRule fees,
            boolean isTest) {}

    @PostMapping("/setup/processors")
    @Needs(Power.SETUP)
    String add(Business business, @RequestParam Map<String, String> fields) {
        Fresh p = TypedForm.read(fields, f -> fresh(f, business));
        save.addProcessor(business.id(), p.name(), p.access(), p.currency(), p.booking(), p.fees(), p.isTest());
        return "redirect:/setup/cards";
    }

    private Fresh fresh(TypedForm f, Business business) {
        Currency currency = f.currency("currency", business.currency());
        Account payouts = setup.accounts(business.id()).stream()
                .filter(a -> a.role() == AccountRole.PAYOUTS)
                .findFirst()
                .orElseThrow();
        Money fixed = f.money("feeFixed", "fee a sale", currency);
        if (fixed.isNegative()) f.refuse("feeFixed", "typed.negative", "A fee is zero or more. Nothing was saved.");
        return new Fresh(
                f.required("name", "name", TextKind.NAME),
                new ProcessorAccount.Access(
                        f.required("address", "address"),
                        f.required("key", "key", TextKind.SECRET),
                        f.required("signingSecret", "signing secret", TextKind.SECRET)),
                currency,
                new ProcessorAccount.Booking(
                        f.account("clearing", "clearing account"),
                        f.account("feeAccount", "fee account"),
                        payouts.code()),
                new FeeRule(f.percent("feePercent", "percentage"), fixed.isNegative() ? Money.zero(currency) : fixed),
                !f.text("mode", "test").equals("live"));
    }

    @PostMapping("/setup/processors/{id}/keys")
    @Needs(Power.SETUP)
    String keys(BusinessId business, @PathVariable ProcessorId id, @RequestParam Map<String, String> fields) {
        String[] typed = TypedForm.read(fields, f -> new String[] {
            f.required("key", "key", TextKind.SECRET), f.required("signingSecret", "signing secret", TextKind.SECRET)
        });
        save.changeProcessorKeys(business, id, typed[0], typed[1]);
        return "redirect:/setup/cards";
    }

    @PostMapping("/setup/processors/{id}/switch")
    @Needs(Power.SETUP)
    String switchOn(BusinessId business, @PathVariable ProcessorId id, @RequestParam boolean on) {
        save.switchProcessor(business, id, on);
        return "redirect:/setup/cards";
    }

    @PostMapping("/setup/processors/{id}/first")
    @Needs(Power.SETUP)
    String first(BusinessId business, @PathVariable ProcessorId id) {
        save.putFirst(business, id);
        return "redirect:/setup/cards";
    }

    @PostMapping("/setup/processors/{id}/mode")
    @Needs(Power.SETUP)
    String mode(BusinessId business, @PathVariable ProcessorId id, @RequestParam(name = "on") boolean test) {
        save.setTest(business, id, test);
        return "redirect:/setup/cards";
    }

    @PostMapping("/setup/processors/{id}/tags")
    @Needs(Power.SETUP)
    String feeTags(BusinessId business, @PathVariable ProcessorId id, @RequestParam Map<String, String> fields) {
        save.setFeeTags(
                business,
                id,
                TypedForm.read(
                        fields,
                        f -> f.raw("tags").isBlank()
                                ? List.of()
                                : f.parsed("tags", "tags", t -> Tags.read(t, tags.usable(business)))));
        return "redirect:/setup/cards";
    }

    @PostMapping("/setup/processors/{id}/try")
    @Needs(Power.SETUP)
    String tryIt(BusinessId business, @PathVariable ProcessorId id, Model model) {
        model.addAttribute("result", tryProcessor.tryIt(setup.processor(business, id)));
        return "setup/cards :: tried";
    }
}
