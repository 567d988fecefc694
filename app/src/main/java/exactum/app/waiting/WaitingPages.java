package exactum.app.waiting;

import exactum.app.business.Business;
import exactum.app.ledger.EntryRows;
import exactum.app.ledger.ShowEntries;
import exactum.app.web.NotHere;
import exactum.core.ids.WaitingId;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Money on a waiting account, with the entries that put it there. */
@Controller
class WaitingPages {
    private final FindWaiting waiting;
    private final ShowEntries entries;

    WaitingPages(FindWaiting waiting, ShowEntries entries) {
        this.waiting = waiting;
        this.entries = entries;
    }

    @GetMapping("/waiting/{id}")
    String page(Business business, @PathVariable WaitingId id, Model model) {
        FindWaiting.Named named = waiting.find(business.id(), id).orElseThrow(NotHere::new);
        model.addAttribute("w", named);
        model.addAttribute(
                "postings",
                EntryRows.of(entries.ofSources(business.id(), List.of(named.source(), id.value())), business));
        return "waiting/page";
    }
}
