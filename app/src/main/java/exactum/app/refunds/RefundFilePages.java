package exactum.app.refunds;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RefundFileId;
import exactum.core.ids.RefundOrderId;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Files of transfers that give money back. */
@Controller
class RefundFilePages {
    private final RefundFiles files;

    RefundFilePages(RefundFiles files) {
        this.files = files;
    }

    @PostMapping("/refunds/files")
    @Needs(Power.PAYMENTS)
    String write(
            BusinessId business,
            @RequestParam BankAccountId account,
            @RequestParam(defaultValue = "") List<RefundOrderId> refund) {
        RefundFileId id = files.write(business, account, refund);
        files.handOver(business, id);
        return "redirect:/refunds";
    }

    /** Hands over one that the bank did not take yet. */
    @PostMapping("/refunds/files/{id}/hand-over")
    @Needs(Power.PAYMENTS)
    String handOver(BusinessId business, @PathVariable RefundFileId id) {
        files.handOver(business, id);
        return "redirect:/refunds";
    }

    @GetMapping("/refunds/files/{id}.xml")
    ResponseEntity<byte[]> file(BusinessId business, @PathVariable RefundFileId id) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_XML)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(files.name(business, id))
                                .build()
                                .toString())
                .body(files.content(business, id));
    }
}
