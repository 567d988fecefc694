package exactum.app.cards;

import exactum.app.frame.NotHere;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** Card payments and the processor's notices. */
@Controller
class CardPages {
    private final CollectionStore collections;
    private final AskProcessor ask;

    CardPages(CollectionStore collections, AskProcessor ask) {
        this.collections = collections;
        this.ask = ask;
    }

    @GetMapping("/card-payments")
    String list(Model model) {
        model.addAttribute("collections", collections.latest(300));
        return "cards/list";
    }

    @GetMapping("/notices")
    String notices(Model model) {
        model.addAttribute("notices", collections.notices(300));
        return "cards/notices";
    }

    @PostMapping("/card-payments/{id}/ask")
    String ask(@PathVariable UUID id) {
        ask.ask(collections.find(id).orElseThrow(NotHere::new));
        return "redirect:/card-payments";
    }
}
