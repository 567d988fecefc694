package exactum.standins.mailbox;

import java.util.regex.Pattern;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** The mailbox of everybody, for a person to read. */
@Controller
@RequestMapping("/mailbox")
class MailboxPages {
    private static final Pattern LINK = Pattern.compile("https?://\\S+");
    private final Mailbox mailbox;
    private final Reports reports;

    MailboxPages(Mailbox mailbox, Reports reports) {
        this.reports = reports;
        this.mailbox = mailbox;
    }

    @GetMapping
    String list(@RequestParam(defaultValue = "") String q, Model model) {
        model.addAttribute("mails", mailbox.newest(q));
        model.addAttribute("q", q);
        model.addAttribute("gone", reports.gone());
        return "mailbox";
    }

    /** An address does not exist any more: what comes for it is reported to its sender. */
    @PostMapping("/gone")
    String gone(@RequestParam String address) {
        reports.goes(address);
        return "redirect:/mailbox";
    }

    /** The address is there again. */
    @PostMapping("/back")
    String back(@RequestParam String address) {
        reports.isBack(address);
        return "redirect:/mailbox";
    }

    @GetMapping("/{id:[0-9a-f]{24}}")
    String one(@PathVariable String id, Model model) {
        Mailbox.Mail mail = get(id);
        model.addAttribute("mail", mail);
        model.addAttribute(
                "links", LINK.matcher(mail.text()).results().map(r -> r.group()).toList());
        return "mail";
    }

    @GetMapping("/{id:[0-9a-f]{24}}/attachment.pdf")
    ResponseEntity<byte[]> attachment(@PathVariable String id) {
        Mailbox.Mail mail = get(id);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"" + mail.attachment() + "\"")
                .body(mailbox.attachment(mail));
    }

    private Mailbox.Mail get(String id) {
        return mailbox.find(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
