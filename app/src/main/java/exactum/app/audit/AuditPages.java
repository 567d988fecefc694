package exactum.app.audit;

import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The latest deeds. */
@Controller
class AuditPages {
    private static final int SHOWN = 300;
    private final AuditStore records;

    AuditPages(AuditStore records) {
        this.records = records;
    }

    @GetMapping("/audit")
    String audit(BusinessId business, Model model) {
        var deeds = records.latest(business, SHOWN);
        model.addAttribute("deeds", deeds);
        model.addAttribute("cut", deeds.size() == SHOWN);
        return "audit/list";
    }
}
