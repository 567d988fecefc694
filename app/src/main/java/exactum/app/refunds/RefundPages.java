package exactum.app.refunds;

import exactum.app.business.Membership;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.app.ledger.ShowEntries;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.FindSetup;
import exactum.app.trail.Trails;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.RefundOrderId;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Refunds: the list, one of them, and giving money back after a look at what that does. */
@Controller
class RefundPages {
    private static final int SHOWN = 100;
    private final FindRefunds refunds;
    private final RefundStart starts;
    private final RefundMoney refundMoney;
    private final SendRefunds send;
    private final LeaveRefund leave;
    private final ShowEntries entries;
    private final FindPayments payments;
    private final FindSetup setup;
    private final RefundFiles files;
    private final Trails trails;

    RefundPages(
            FindRefunds refunds,
            RefundStart starts,
            RefundMoney refundMoney,
            SendRefunds send,
            LeaveRefund leave,
            ShowEntries entries,
            FindPayments payments,
            FindSetup setup,
            RefundFiles files,
            Trails trails) {
        this.refunds = refunds;
        this.starts = starts;
        this.refundMoney = refundMoney;
        this.send = send;
        this.leave = leave;
        this.entries = entries;
        this.payments = payments;
        this.setup = setup;
        this.files = files;
        this.trails = trails;
    }

    @GetMapping("/refunds")
    String list(
            BusinessId business,
            @RequestParam(defaultValue = "") String stands,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        var slice = new Slice(from, SHOWN);
        List<RefundOrder> shown = refunds.list(business, stands, slice);
        model.addAttribute("refunds", shown);
        model.addAttribute("stands", stands);
        model.addAttribute("toTransfer", refunds.toTransfer(business));
        model.addAttribute("banks", setup.bankAccounts(business));
        model.addAttribute("pager", Pager.of(slice, shown.size(), refunds.count(business, stands)));
        return "refunds/list";
    }

    @GetMapping("/refunds/new")
    String form(
            BusinessId business, @RequestParam Map<String, String> fields, HttpServletRequest request, Model model) {
        RefundStart.Start start = start(business, fields);
        model.addAttribute("start", start);
        model.addAttribute("fields", fields);
        boolean credits =
                Membership.of(request).filter(m -> m.may(Power.DOCUMENTS)).isPresent();
        model.addAttribute("credits", credits);
        model.addAttribute("draw", draw(start, fields, credits));
        model.addAttribute("id", Ids.next());
        if (fields.containsKey("look")) {
            RefundWish wish = RefundForm.read(fields, start);
            RefundMoney.Rehearsal rehearsal = refundMoney.rehearse(business, wish);
            model.addAttribute("rehearsal", rehearsal);
            model.addAttribute("entries", entries.rehearsed(business, rehearsal.entries()));
            model.addAttribute("sentences", sentences(start, wish.draw()));
        }
        return "refunds/new";
    }

    /** What is ticked as the page opens. */
    private static String draw(RefundStart.Start start, Map<String, String> fields, boolean credits) {
        String draw = fields.getOrDefault("draw", "");
        if (!draw.isEmpty()) return draw;
        if (fields.containsKey("means")) return RefundForm.REST + fields.get("means");
        boolean ownRest = start.rests().stream()
                .anyMatch(
                        r -> r.credit().means().equals(start.chosen().payment().id()));
        if (ownRest || start.documents().isEmpty())
            return RefundForm.REST + start.chosen().payment().id();
        String kind = start.gone() == null ? RefundForm.LINES : RefundForm.PART;
        return (credits ? kind : RefundForm.OPEN) + start.documents().getFirst().number();
    }

    /** What was printed of the lines that the money is taken from: that they are not refunded. */
    private static List<String> sentences(RefundStart.Start start, Draw draw) {
        return switch (draw) {
            case Draw.OnAccount onAccount -> List.of();
            case Draw.NewNote note ->
                sentences(start, note.document(), note.lines().keySet());
            case Draw.Reopened open -> sentences(start, open.document(), Set.of());
        };
    }

    /** The sentences of some lines of a document, or of all where none are named. */
    private static List<String> sentences(RefundStart.Start start, DocumentId document, Set<Integer> places) {
        return start.documents().stream()
                .filter(d -> d.id().equals(document))
                .flatMap(d -> d.lines().stream())
                .filter(l -> !l.sentence().isEmpty())
                .filter(l -> places.isEmpty() || places.contains(l.place()))
                .map(l -> l.description() + ": " + l.sentence())
                .toList();
    }

    private RefundStart.Start start(BusinessId business, Map<String, String> fields) {
        if (!fields.getOrDefault("payout", "").isEmpty())
            return starts.ofPayout(
                    business,
                    PayoutId.valueOf(fields.get("payout")),
                    Integer.parseInt(fields.getOrDefault("line", "0")));
        if (!fields.getOrDefault("payment", "").isEmpty())
            return starts.ofPayment(business, MeansId.valueOf(fields.get("payment")));
        if (!fields.getOrDefault("document", "").isEmpty())
            return starts.ofPayment(business, starts.paymentOf(business, fields.get("document")));
        if (!fields.getOrDefault("means", "").isEmpty())
            return starts.ofPayment(business, starts.paymentOf(business, MeansId.valueOf(fields.get("means"))));
        throw new NotHere();
    }

    @PostMapping("/refunds")
    @Needs(Power.PAYMENTS)
    String refund(BusinessId business, @RequestParam RefundOrderId id, @RequestParam Map<String, String> fields) {
        if (refunds.find(business, id).isPresent()) return "redirect:/refunds/" + id;
        RefundOrder order = refundMoney.refund(business, id, RefundForm.read(fields, start(business, fields)));
        send.send(business, order.id());
        return "redirect:/refunds/" + order.id();
    }

    @GetMapping("/refunds/{id}")
    String one(BusinessId business, @PathVariable RefundOrderId id, Model model) {
        RefundOrder order = refunds.find(business, id).orElseThrow(NotHere::new);
        model.addAttribute("refund", order);
        model.addAttribute(
                "waitsForBank",
                order.to().file() != null
                        && files.waitsForBank(business, order.to().file()));
        model.addAttribute("through", payments.find(business, order.through()).orElseThrow());
        model.addAttribute("refundable", payments.refundableThrough(business, order.through()));
        model.addAttribute("trail", trails.ofPayment(business, order.through()));
        model.addAttribute("entries", entries.ofSources(business, sources(order)));
        return "refunds/one";
    }

    private static List<UUID> sources(RefundOrder order) {
        return Stream.of(
                        order.note() == null ? null : order.note().value(),
                        order.booking().value(),
                        order.id().value())
                .filter(Objects::nonNull)
                .toList();
    }

    /** What was refused stays on account. */
    @PostMapping("/refunds/{id}/leave")
    @Needs(Power.PAYMENTS)
    String leave(BusinessId business, @PathVariable RefundOrderId id) {
        leave.leave(business, id);
        return "redirect:/refunds/" + id;
    }
}
