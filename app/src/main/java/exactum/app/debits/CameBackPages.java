package exactum.app.debits;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CameBackId;
import exactum.core.ids.CollectionId;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.pain.Pain002Reader;
import exactum.formats.pain.StatusReport;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** What came back: each with all that taking it in would do; taken in one by one, or those that are certain at once. */
@Controller
class CameBackPages {
    private static final int SHOWN = 200;
    private static final long MOST_BYTES = 20L * 1024 * 1024;
    private final CameBackStore store;
    private final WorkOutEffects effects;
    private final TakeBackDebit takeBack;
    private final TakeInAll all;
    private final NoteCameBack note;

    CameBackPages(
            CameBackStore store, WorkOutEffects effects, TakeBackDebit takeBack, TakeInAll all, NoteCameBack note) {
        this.store = store;
        this.effects = effects;
        this.takeBack = takeBack;
        this.all = all;
        this.note = note;
    }

    @GetMapping("/came-back")
    String list(BusinessId business, Model model) {
        model.addAttribute("effects", effects.ofAll(business, store.inState(business, CameBack.State.NEW, SHOWN)));
        model.addAttribute("waiting", store.count(business, CameBack.State.NEW));
        model.addAttribute("done", effects.ofAll(business, store.inState(business, CameBack.State.TAKEN_IN, 60)));
        return "debits/came-back";
    }

    @PostMapping("/came-back/{id}/take-in")
    @Needs(Power.COLLECTING)
    String takeIn(
            BusinessId business,
            @PathVariable CameBackId id,
            @RequestParam(required = false) CollectionId collection,
            @RequestParam(defaultValue = "false") boolean fee) {
        takeBack.takeIn(business, id, collection, fee);
        return "redirect:/came-back";
    }

    /** Those of which all is known; what cannot be taken in stays, and is said. */
    @PostMapping("/came-back/take-in")
    @Needs(Power.COLLECTING)
    String takeAllIn(BusinessId business, @RequestParam(defaultValue = "") List<CameBackId> chosen) {
        List<String> left = all.takeIn(business, chosen);
        if (!left.isEmpty())
            throw new Refusal(
                    "debit.some-left",
                    "%d of %d were taken in. %s"
                            .formatted(chosen.size() - left.size(), chosen.size(), left.getFirst()));
        return "redirect:/came-back";
    }

    @PostMapping("/came-back/{id}/set-aside")
    @Needs(Power.COLLECTING)
    String setAside(BusinessId business, @PathVariable CameBackId id, @RequestParam(defaultValue = "") String cause) {
        store.find(business, id).orElseThrow(NotHere::new);
        takeBack.setAside(business, id, cause);
        return "redirect:/came-back";
    }

    @PostMapping("/came-back/report")
    @Needs(Power.COLLECTING)
    String report(BusinessId business, @RequestParam(required = false) MultipartFile file) throws IOException {
        if (file == null || file.isEmpty())
            throw new Refusal("report.nothing", "No file was chosen. Nothing was stored.");
        try (InputStream in = new LimitedInput(file.getInputStream(), MOST_BYTES)) {
            StatusReport read = Pain002Reader.read(in);
            note.report(business, read);
        } catch (Refusal refused) {
            throw refused.of(String.valueOf(file.getOriginalFilename()));
        }
        return "redirect:/came-back";
    }
}
