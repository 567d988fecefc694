package exactum.app.cards;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** Card payments and the processor's notices. */
@Controller
class CardPages {
    private final FindCollections collections;
    private final NoticeStore notices;
    private final AskProcessor ask;

    CardPages(FindCollections collections, NoticeStore notices, AskProcessor ask) {
        this.collections = collections;
        this.notices = notices;
        this.ask = ask;
    }

    @GetMapping("/card-payments")
    String list(BusinessId business, Model model) {
        model.addAttribute("collections", collections.latest(business, 300));
        return "cards/list";
    }

    @GetMapping("/notices")
    String notices(BusinessId business, Model model) {
        model.addAttribute("notices", notices.latest(business, 300));
        return "cards/notices";
    }

    /** Asks about all of which no answer came. */
    @PostMapping("/card-payments/ask")
    @Needs(Power.COLLECTING)
    String askAll(BusinessId business) {
        ask.askUnanswered(business);
        return "redirect:/day";
    }

    @PostMapping("/card-payments/{id}/ask")
    @Needs(Power.COLLECTING)
    String ask(BusinessId business, @PathVariable CollectionId id) {
        ask.ask(collections.find(business, id).orElseThrow(NotHere::new));
        return "redirect:/card-payments";
    }
}
