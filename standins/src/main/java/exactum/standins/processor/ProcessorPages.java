package exactum.standins.processor;

import exactum.core.money.Money;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;

/** The page where a payer enters a card, and the desk where a person looks at the processor and turns its knobs. */
@Controller
@RequestMapping("/processor")
class ProcessorPages {
    private final Checkouts checkouts;
    private final Sales sales;
    private final KeptCards kept;
    private final Payouts payouts;
    private final Refunds refunds;
    private final Chargebacks chargebacks;
    private final Reserves reserves;
    private final Notices notices;
    private final Desk desk;

    ProcessorPages(
            Checkouts checkouts,
            Sales sales,
            KeptCards kept,
            Payouts payouts,
            Refunds refunds,
            Chargebacks chargebacks,
            Reserves reserves,
            Notices notices,
            Desk desk) {
        this.refunds = refunds;
        this.chargebacks = chargebacks;
        this.reserves = reserves;
        this.sales = sales;
        this.kept = kept;
        this.checkouts = checkouts;
        this.payouts = payouts;
        this.notices = notices;
        this.desk = desk;
    }

    @GetMapping("/checkouts/{id}")
    String card(@PathVariable String id, Model model) {
        Checkout checkout = checkouts.find(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        if (checkout.isDone()) return "redirect:" + checkout.returnTo();
        return show(checkout, model);
    }

    @PostMapping("/checkouts/{id}")
    String pay(
            @PathVariable String id,
            @RequestParam(defaultValue = "") String number,
            @RequestParam(defaultValue = "12/29") String expiry,
            Model model) {
        Checkout checkout = checkouts.find(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return switch (checkouts.enter(id, number, expiry)) {
            case Checkouts.Answer.Done done -> "redirect:" + checkout.returnTo();
            case Checkouts.Answer.Declined declined -> {
                model.addAttribute("problem", "Not accepted: " + declined.reason() + ". Nothing was charged.");
                model.addAttribute(
                        "advice",
                        declined.hard()
                                ? "This card cannot be used here. Please take another one."
                                : "You can try again later, or take another card now.");
                yield show(checkout, model);
            }
            case Checkouts.Answer.Closed closed -> show(checkout, model);
            case Checkouts.Answer.Mistyped mistyped -> {
                model.addAttribute("problem", mistyped.what());
                yield show(checkout, model);
            }
        };
    }

    @GetMapping
    String desk(Model model) {
        model.addAttribute("accounts", desk.accounts());
        model.addAttribute("sales", sales.newest().stream().limit(60).toList());
        model.addAttribute("payouts", payouts.newest().stream().limit(60).toList());
        model.addAttribute("refunds", refunds.newest().stream().limit(60).toList());
        model.addAttribute(
                "chargebacks", chargebacks.newest().stream().limit(60).toList());
        model.addAttribute("notices", notices.newest());
        model.addAttribute("cards", TestCard.values());
        model.addAttribute("kept", kept.all());
        return "processor";
    }

    /** The keys, as a merchant would copy them from the desk. */
    @GetMapping("/keys")
    @ResponseBody
    Map<String, String> keys(@RequestParam(defaultValue = "EUR") String currency) {
        Desk.Account account = desk.account(currency);
        return Map.of("key", account.apiKey(), "signing_secret", account.signingSecret());
    }

    @PostMapping("/odd-fee")
    String oddFee(
            @RequestParam(defaultValue = "EUR") String currency, @RequestParam String fee, @RequestParam String name) {
        String amount = Money.of(currency, fee).plain();
        desk.change(currency, a -> a.oddFee(amount, name));
        return "redirect:/processor";
    }

    @PostMapping("/swallow")
    String swallow(@RequestParam(defaultValue = "EUR") String currency, @RequestParam int notices) {
        desk.change(currency, a -> a.swallow(notices));
        return "redirect:/processor";
    }

    @PostMapping("/faults")
    String faults(
            @RequestParam(defaultValue = "EUR") String currency,
            @RequestParam(defaultValue = "0") int lost,
            @RequestParam(defaultValue = "0") int failing,
            @RequestParam(defaultValue = "0") int limited,
            @RequestParam(defaultValue = "0") int slowSeconds,
            @RequestParam(defaultValue = "0") int noticeDelaySeconds,
            @RequestParam(defaultValue = "false") boolean reordered,
            @RequestParam(defaultValue = "0") int lostEvery) {
        var faults = new Faults(lost, failing, limited, slowSeconds, noticeDelaySeconds, reordered, lostEvery);
        desk.change(currency, a -> a.with(faults));
        return "redirect:/processor";
    }

    @PostMapping("/notices-to")
    String noticesTo(@RequestParam(defaultValue = "EUR") String currency, @RequestParam String address) {
        desk.change(currency, a -> a.noticesTo(address.strip()));
        return "redirect:/processor";
    }

    @PostMapping("/sales/{id}/again")
    String chargeAgain(@PathVariable String id, @RequestParam(defaultValue = "") String amount) {
        sales.takeAgain(id, amount);
        return "redirect:/processor";
    }

    /** A card is taken at a counter: the merchant's books do not know it before its payout. */
    @PostMapping("/in-person")
    String inPerson(
            @RequestParam(defaultValue = "EUR") String currency,
            @RequestParam String amount,
            @RequestParam String reference) {
        sales.inPerson(currency, amount, reference);
        return "redirect:/processor";
    }

    /** How it holds back and gives back from now on. */
    @PostMapping("/manner")
    String manner(
            @RequestParam(defaultValue = "EUR") String currency,
            @RequestParam(defaultValue = "0") int reservePercent,
            @RequestParam(defaultValue = "0") int refusedRefunds,
            @RequestParam(defaultValue = "false") boolean givesFeesBack) {
        var manner = new Manner(reservePercent, refusedRefunds, givesFeesBack);
        desk.change(currency, a -> a.with(manner));
        return "redirect:/processor";
    }

    @PostMapping("/reserve/release")
    String releaseReserve(@RequestParam(defaultValue = "EUR") String currency) {
        reserves.releaseAll(currency);
        return "redirect:/processor";
    }

    /** The card's bank sends a refund back. */
    @PostMapping("/refunds/{id}/fail")
    String failRefund(@PathVariable String id, @RequestParam(defaultValue = "the account is closed") String reason) {
        refunds.fail(id, reason);
        return "redirect:/processor";
    }

    /** A merchant gives money back at the desk: its books do not know it before the payout. */
    @PostMapping("/sales/{id}/give-back")
    String giveBack(@PathVariable String id, @RequestParam(defaultValue = "") String amount) {
        refunds.atDesk(id, amount);
        return "redirect:/processor";
    }

    /** A cardholder contests a sale. */
    @PostMapping("/sales/{id}/contest")
    String contest(
            @PathVariable String id,
            @RequestParam(defaultValue = "") String amount,
            @RequestParam(defaultValue = "services not received") String reason) {
        chargebacks.open(id, amount, reason);
        return "redirect:/processor";
    }

    @PostMapping("/chargebacks/{id}/decide")
    String decide(@PathVariable String id, @RequestParam boolean won) {
        chargebacks.decide(id, won);
        return "redirect:/processor";
    }

    /** The issuer sends the cardholder a new card in the place of a kept one. */
    @PostMapping("/cards/{token}/renew")
    String renew(@PathVariable String token, @RequestParam String expires) {
        kept.renew(token, expires);
        return "redirect:/processor";
    }

    @PostMapping("/notices/{id}/again")
    String again(@PathVariable String id) {
        notices.again(id);
        return "redirect:/processor";
    }

    @GetMapping(value = "/payouts/{id}.csv")
    ResponseEntity<String> csv(@PathVariable String id) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, "text/csv")
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + id + ".csv\"")
                .body(ProcessorApi.csv(payouts, id));
    }

    private String show(Checkout checkout, Model model) {
        model.addAttribute("checkout", checkout);
        model.addAttribute(
                "sum", Money.of(checkout.currency(), checkout.amount()).withCurrency());
        model.addAttribute(
                "back", checkout.returnTo() + (checkout.returnTo().contains("?") ? "&" : "?") + "outcome=left");
        model.addAttribute("cards", TestCard.values());
        model.addAttribute("wallet", TestCard.WALLET.number());
        return "card";
    }
}
