package exactum.app.documents;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.text.TextKind;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The list of prepared documents, and keeping one from a paper. */
@Controller
class PreparedPages {
    private final PreparedDocuments prepared;

    PreparedPages(PreparedDocuments prepared) {
        this.prepared = prepared;
    }

    @GetMapping("/prepared")
    String list(BusinessId business, Model model) {
        model.addAttribute("prepared", prepared.all(business));
        return "documents/prepared";
    }

    @PostMapping("/prepared")
    @Needs(Power.CATALOGUE)
    String keep(BusinessId business, @RequestParam Map<String, String> fields) {
        String name = TypedForm.read(fields, f -> f.required("preparedName", "name", TextKind.NAME));
        prepared.keep(business, name, fields);
        return "redirect:/prepared";
    }

    @PostMapping("/prepared/{id}/delete")
    @Needs(Power.CATALOGUE)
    String delete(BusinessId business, @PathVariable UUID id) {
        prepared.delete(business, id);
        return "redirect:/prepared";
    }
}
