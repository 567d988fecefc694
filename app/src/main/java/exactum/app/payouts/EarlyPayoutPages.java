package exactum.app.payouts;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Ids;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.EarlyPayoutId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A payout before its day: what would come, what it costs, and asking for it. */
@Controller
class EarlyPayoutPages {
    private final EarlyPayouts early;
    private final ImportPayouts imports;
    private final FindSetup setup;

    EarlyPayoutPages(EarlyPayouts early, ImportPayouts imports, FindSetup setup) {
        this.early = early;
        this.imports = imports;
        this.setup = setup;
    }

    @GetMapping("/payouts/early/{processor}")
    String page(BusinessId business, @PathVariable ProcessorId processor, Model model) {
        ProcessorAccount account = account(business, processor);
        model.addAttribute("processor", account);
        model.addAttribute("offer", early.offer(account).orElse(null));
        model.addAttribute("id", Ids.next());
        return "payouts/early";
    }

    @PostMapping("/payouts/early/{processor}")
    @Needs(Power.MATCHING)
    String ask(BusinessId business, @PathVariable ProcessorId processor, @RequestParam Map<String, String> fields) {
        ProcessorAccount account = account(business, processor);
        var f = new TypedForm(fields);
        EarlyPayoutId id = EarlyPayoutId.valueOf(f.required("id", "key of the form"));
        Money fee = f.money("fee", "fee", account.currency());
        ProcessorPort.EarlyOffer offer = early.offer(account)
                .filter(o -> o.fee().equals(fee))
                .orElseThrow(() -> new Refusal(
                        "payout.offer",
                        "What would be sent, or its fee, is another by now. Nothing was asked for. Look again."));
        early.ask(account, id, offer);
        imports.fetch(account);
        return "redirect:/payouts";
    }

    private ProcessorAccount account(BusinessId business, ProcessorId processor) {
        return setup.processors(business).stream()
                .filter(p -> p.id().equals(processor))
                .findFirst()
                .orElseThrow(NotHere::new);
    }
}
