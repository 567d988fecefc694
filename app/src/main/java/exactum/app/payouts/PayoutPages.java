package exactum.app.payouts;

import exactum.app.frame.NotHere;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.SetupStore;
import exactum.core.money.FeeRule;
import exactum.core.working.Working;
import java.io.IOException;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Payouts: the list, reading in, and one as an addition that must come out. */
@Controller
class PayoutPages {
    private final PayoutStore payouts;
    private final TakeInPayouts takeIn;
    private final TieOutPayout tieOut;
    private final SetupStore setup;

    PayoutPages(PayoutStore payouts, TakeInPayouts takeIn, TieOutPayout tieOut, SetupStore setup) {
        this.payouts = payouts;
        this.takeIn = takeIn;
        this.tieOut = tieOut;
        this.setup = setup;
    }

    @GetMapping("/payouts")
    String list(Model model) {
        model.addAttribute("payouts", payouts.list(300));
        model.addAttribute("processors", setup.processors());
        return "payouts/list";
    }

    @PostMapping("/payouts/file")
    String file(@RequestParam UUID processor, @RequestParam MultipartFile file) throws IOException {
        return "redirect:/payouts/" + takeIn.fromFile(processor, file.getInputStream());
    }

    @PostMapping("/payouts/fetch")
    String fetch() {
        takeIn.fetch();
        return "redirect:/payouts";
    }

    @GetMapping("/payouts/{id}")
    String one(@PathVariable UUID id, Model model) {
        Payout payout = payouts.find(id).orElseThrow(NotHere::new);
        ProcessorAccount processor = setup.processor(payout.processorId());
        PayoutTieOut shown = PayoutTieOut.of(payout);
        model.addAttribute("payout", payout);
        model.addAttribute(
                "feeAccount",
                processor.feeAccount() + " "
                        + setup.account(processor.feeAccount()).name());
        model.addAttribute("tieOut", shown);
        model.addAttribute("bars", TieOutBars.of(payout, shown));
        model.addAttribute("feeWorking", feeWorking(payout, processor.fees()));
        return "payouts/one";
    }

    @PostMapping("/payouts/{id}/tie-out")
    String tieOut(@PathVariable UUID id) {
        tieOut.bookAndTieOut(id);
        return "redirect:/payouts/" + id;
    }

    private static Working feeWorking(Payout payout, FeeRule rule) {
        var steps = Working.on("Fees of the sales, at " + rule.text());
        for (Payout.Line line : payout.lines()) {
            if (!line.kind().equals("sale")) continue;
            var expected = rule.on(line.gross());
            steps.step(
                    "%s: %s"
                            .formatted(
                                    line.invoiceNumber() == null ? line.saleRef() : line.invoiceNumber(),
                                    String.join(
                                            ", ",
                                            expected.working().steps().stream()
                                                    .map(Working.Step::text)
                                                    .toList())),
                    expected.value().equals(line.fee())
                            ? "as the processor states"
                            : "but the processor took " + line.fee().text());
        }
        return steps.done();
    }
}
