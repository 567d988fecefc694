package exactum.app.settlement;

import exactum.app.attachments.AttachedFiles;
import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
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
        attachments.add(business, GoesWith.payment(id), file.getOriginalFilename(), file.getBytes());
        return show(business, id, model);
    }

    @PostMapping("/payments/{id}/attachments/{file}/remove")
    @Needs(Power.PAYMENTS)
    String remove(BusinessId business, @PathVariable MeansId id, @PathVariable UUID file, Model model) {
        attachments.remove(business, GoesWith.payment(id), file);
        return show(business, id, model);
    }

    private String show(BusinessId business, MeansId id, Model model) {
        model.addAttribute("attached", files(attachments, business, id));
        return "attachments/parts :: attached";
    }

    static AttachedFiles files(Attachments attachments, BusinessId business, MeansId payment) {
        String at = "/payments/" + payment + "/attachments";
        return new AttachedFiles(at, at, Power.PAYMENTS, attachments.of(business, GoesWith.payment(payment)));
    }
}
