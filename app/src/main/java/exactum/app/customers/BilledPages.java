package exactum.app.customers;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.Days;
import exactum.app.web.Figures;
import exactum.app.web.TypedForm;
import exactum.core.document.TaxTreatment;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.TermsId;
import exactum.core.text.TextKind;
import java.util.Arrays;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Saving how a customer, a group or everybody is billed. */
@Controller
class BilledPages {
    private final BillingRules rules;

    BilledPages(BillingRules rules) {
        this.rules = rules;
    }

    @PostMapping("/customers/{id}/billed")
    @Needs(Power.CUSTOMERS)
    String customer(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        rules.say(business, Whose.of(id), typed(fields));
        return "redirect:/customers/" + id + "#billed";
    }

    @PostMapping("/customers/groups/{id}/billed")
    @Needs(Power.CUSTOMERS)
    String group(BusinessId business, @PathVariable UUID id, @RequestParam Map<String, String> fields) {
        rules.say(business, Whose.of(id), typed(fields));
        return "redirect:/customers/groups";
    }

    @PostMapping("/customers/everybody/billed")
    @Needs(Power.SETUP)
    String everybody(BusinessId business, @RequestParam Map<String, String> fields) {
        rules.say(business, Whose.EVERYBODY, typed(fields));
        return "redirect:/customers/groups";
    }

    private static HowBilled.Said typed(Map<String, String> fields) {
        return TypedForm.read(fields, f -> {
            UUID terms = f.idOrNone("terms");
            TaxTreatment treatment = choice(f, "treatment", TaxTreatment.values(), TaxTreatment::words);
            String reason = f.text("treatmentReason", TextKind.LINE);
            if (treatment == null && !reason.isEmpty())
                f.refuse(
                        "treatmentReason",
                        "billed.reason",
                        "A reason goes with a tax treatment that is chosen here. Nothing was saved.");
            return new HowBilled.Said(
                    choice(f, "language", Language.values(), Language::code),
                    terms == null ? null : new TermsId(terms),
                    treatment == null ? null : new HowBilled.Tax(treatment, reason),
                    choice(f, "delivery", Delivery.values(), Delivery::code),
                    choice(f, "paysBy", PaysBy.values(), PaysBy::code),
                    f.idOrNone("layout"),
                    f.idOrNone("rhythm"),
                    new HowBilled.Written(
                            choice(f, "figures", Figures.values(), Figures::code),
                            choice(f, "days", Days.values(), Days::code)),
                    f.whole("revision", 9));
        });
    }

    /** One of a few by its stored name; null where none was chosen. */
    private static <T> T choice(TypedForm f, String field, T[] all, Function<T, String> name) {
        if (f.raw(field).isBlank()) return null;
        String chosen = f.oneOf(field, field, Arrays.stream(all).map(name).toList());
        return Arrays.stream(all)
                .filter(a -> name.apply(a).equals(chosen))
                .findFirst()
                .orElseThrow();
    }
}
