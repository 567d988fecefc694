package exactum.app.audit;

import exactum.app.database.Slice;
import exactum.app.web.Pager;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Who did what, the latest first. */
@Controller
class AuditPages {
    private final AuditStore records;

    AuditPages(AuditStore records) {
        this.records = records;
    }

    @GetMapping("/audit")
    String audit(
            BusinessId business,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        Slice slice = Slice.page(from);
        var deeds = records.list(business, q, slice);
        model.addAttribute("deeds", deeds);
        model.addAttribute("q", q);
        model.addAttribute("pager", Pager.of(slice, deeds.size(), records.count(business, q)));
        return "audit/list";
    }
}
