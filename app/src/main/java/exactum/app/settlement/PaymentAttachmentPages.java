package exactum.app.settlement;

import exactum.app.attachments.AttachedFiles;
import exactum.app.attachments.Attachments;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MeansId;
import java.io.IOException;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Files that prove a payment, for us alone: a receipt, a cheque's picture; while it is recorded and afterwards. */
@Controller
class PaymentAttachmentPages {
    private final Attachments attachments;

    PaymentAttachmentPages(Attachments attachments) {
        this.attachments = attachments;
    }

    @PostMapping("/payments/{id}/attachments")
    @Needs(Power.PAYMENTS)
    String add(BusinessId business, @PathVariable MeansId id, @RequestParam MultipartFile file, Model model)
            throws IOException {
        attachments.add(business, id.value(), file.getOriginalFilename(), file.getBytes());
        return show(business, id, model);
    }

    @PostMapping("/payments/{id}/attachments/{file}/remove")
    @Needs(Power.PAYMENTS)
    String remove(BusinessId business, @PathVariable MeansId id, @PathVariable UUID file, Model model) {
        attachments.remove(business, id.value(), file);
        return show(business, id, model);
    }

    private String show(BusinessId business, MeansId id, Model model) {
        model.addAttribute("attached", files(attachments, business, id.value()));
        return "attachments/parts :: attached";
    }

    static AttachedFiles files(Attachments attachments, BusinessId business, UUID payment) {
        return new AttachedFiles(
                payment, "/payments/" + payment + "/attachments", Power.PAYMENTS, attachments.of(business, payment));
    }
}
