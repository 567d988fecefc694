package exactum.app.returns;

import exactum.app.bank.BankLine;
import exactum.app.bank.FindBankLines;
import exactum.app.bank.OtherAccount;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.ShowEntries;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.Place;
import exactum.app.setup.FreeAccounts;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A payment that did not hold: which of the two it is, what follows, and taking it in. */
@Controller
class ReturnPages {
    private static final int LINES = 200;
    private static final int SHOWN = 12;
    private final FindPayments payments;
    private final FindBankLines lines;
    private final OtherAccount otherAccount;
    private final FreeAccounts accounts;
    private final ReturnPayment returns;
    private final VoidPayment voidPayment;
    private final CashBasisOf cashBasis;
    private final ShowEntries entries;
    private final BusinessClock clock;

    ReturnPages(
            FindPayments payments,
            FindBankLines lines,
            OtherAccount otherAccount,
            FreeAccounts accounts,
            ReturnPayment returns,
            VoidPayment voidPayment,
            CashBasisOf cashBasis,
            ShowEntries entries,
            BusinessClock clock) {
        this.payments = payments;
        this.lines = lines;
        this.otherAccount = otherAccount;
        this.accounts = accounts;
        this.returns = returns;
        this.voidPayment = voidPayment;
        this.cashBasis = cashBasis;
        this.entries = entries;
        this.clock = clock;
    }

    @GetMapping("/payments/{id}/return")
    String form(BusinessId business, @PathVariable MeansId id, @RequestParam Map<String, String> fields, Model model) {
        FindPayments.Payment payment = payment(business, id);
        Money stands = payments.refundableThrough(business, id);
        model.addAttribute("payment", payment);
        model.addAttribute("stands", stands);
        model.addAttribute("fields", fields);
        model.addAttribute("today", clock.today(business));
        model.addAttribute("accounts", accounts.forLines(business));
        List<BankLine> lines = lines(business, stands);
        model.addAttribute("lines", lines);
        model.addAttribute(
                "suggested",
                lines.stream()
                        .filter(l -> l.left().abs().equals(stands)
                                || l.said().bankCode().matches(".*/(UPCQ|RRTN|UPDD|RCDD|PRDD)")
                                        && l.left().abs().compareTo(stands) > 0)
                        .map(BankLine::id)
                        .findFirst()
                        .orElse(null));
        model.addAttribute("voidable", payment.place() == Place.NOT_YET || payment.place() == Place.IN_HAND);
        if (fields.containsKey("look")) {
            ReturnPayment.Rehearsal rehearsal = returns.rehearse(business, wish(business, payment, fields));
            model.addAttribute("rehearsal", rehearsal);
            model.addAttribute("otherAccount", otherAccount(business, id, fields));
            model.addAttribute("entries", entries.rehearsed(business, rehearsal.entries()));
            model.addAttribute("cash", cashBasis.of(business, rehearsal.reopened(), on(business, fields)));
        }
        return "returns/payment";
    }

    /** Money out that nothing explains, those first that could be it. */
    private List<BankLine> lines(BusinessId business, Money stands) {
        return lines.unmatched(business, LINES).stream()
                .filter(l -> l.left().isNegative() && l.left().currency().equals(stands.currency()))
                .sorted(Comparator.comparing(
                        (BankLine l) -> l.left().abs().minus(stands).abs()))
                .limit(SHOWN)
                .toList();
    }

    @PostMapping("/payments/{id}/return")
    @Needs(Power.PAYMENTS)
    String takeIn(BusinessId business, @PathVariable MeansId id, @RequestParam Map<String, String> fields) {
        ReturnWish wish = wish(business, payment(business, id), fields);
        String other = otherAccount(business, id, fields);
        if (!other.isEmpty() && !fields.containsKey("sure"))
            throw new Refusal(
                            "return.other-account",
                            "The payment came in on %s, and this line is on another account. Nothing was changed. Tick “It is right all the same” if it is."
                                    .formatted(other))
                    .at("sure");
        returns.takeIn(business, wish);
        return "redirect:/payments/" + id;
    }

    @PostMapping("/payments/{id}/void")
    @Needs(Power.PAYMENTS)
    String voidIt(BusinessId business, @PathVariable MeansId id, @RequestParam Map<String, String> fields) {
        payment(business, id);
        voidPayment.voidIt(business, id, TypedForm.read(fields, f -> f.text("note", TextKind.NAME)));
        return "redirect:/payments/" + id;
    }

    /** Where the payment came in, if its line is on another account; else empty. */
    private String otherAccount(BusinessId business, MeansId payment, Map<String, String> fields) {
        String line = fields.getOrDefault("line", "");
        if (line.isEmpty()) return "";
        return lines.find(business, BankLineId.valueOf(line))
                .flatMap(l -> otherAccount.of(business, l, List.of(payment)))
                .orElse("");
    }

    private FindPayments.Payment payment(BusinessId business, MeansId id) {
        return payments.find(business, id).orElseThrow(NotHere::new);
    }

    private LocalDate on(BusinessId business, Map<String, String> fields) {
        LocalDate today = clock.today(business);
        return TypedForm.read(fields, f -> f.text("on").isEmpty() ? today : f.date("on", "date", today));
    }

    private ReturnWish wish(BusinessId business, FindPayments.Payment payment, Map<String, String> fields) {
        LocalDate today = clock.today(business);
        Money stands = payments.refundableThrough(business, payment.id());
        return TypedForm.read(fields, f -> {
            LocalDate on = f.text("on").isEmpty() ? today : f.date("on", "date", today);
            Money fee = money(f, "fee", "bank’s fee", stands.withMinor(0));
            String line = f.text("line");
            return new ReturnWish(
                    payment.id(),
                    money(f, "amount", "amount", stands),
                    on,
                    f.required("reason", "reason", TextKind.NAME),
                    line.isEmpty() ? null : BankLineId.valueOf(line),
                    fee.isPositive() ? fee(business, f, fee, on) : null,
                    money(f, "passOn", "fee to the customer", stands.withMinor(0)),
                    f.has("tell"));
        });
    }

    private ReturnWish.Fee fee(BusinessId business, TypedForm f, Money fee, LocalDate on) {
        LocalDate feeOn = f.text("feeOn").isEmpty() ? on : f.date("feeOn", "date of the fee", on);
        String tag = f.text("feeTag");
        return new ReturnWish.Fee(
                fee,
                feeOn,
                f.text("feeAccount").isEmpty()
                        ? accounts.forLines(business).stream()
                                .filter(a -> a.role() == AccountRole.BANK_CHARGES)
                                .findFirst()
                                .orElseThrow()
                                .code()
                        : f.account("feeAccount", "account of the fee"),
                tag.isEmpty() ? List.of() : List.of(tag));
    }

    private static Money money(TypedForm f, String field, String name, Money otherwise) {
        return f.text(field).isEmpty() ? otherwise : f.money(field, name, otherwise.currency());
    }
}
