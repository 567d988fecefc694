package exactum.app.documents;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.press.HybridPdf;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.einvoice.Comparison;
import exactum.formats.einvoice.EInvoiceReader;
import exactum.formats.einvoice.Reading;
import exactum.formats.einvoice.Term;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** E-invoices that somebody has, opened beside our own documents. Nothing of them is stored. */
@Controller
class ReadBackPages {
    private final FindDocuments documents;
    private final EInvoices eInvoices;

    ReadBackPages(FindDocuments documents, EInvoices eInvoices) {
        this.documents = documents;
        this.eInvoices = eInvoices;
    }

    @GetMapping("/e-invoices")
    String page(BusinessId business) {
        return "documents/read-back";
    }

    /** The file beside the document of ours that has its number, term by term. */
    @PostMapping("/e-invoices")
    @Needs(Power.COMPARE)
    String read(BusinessId business, @RequestParam MultipartFile file, Model model) throws IOException {
        byte[] bytes;
        try (var limited = new LimitedInput(file.getInputStream(), EInvoiceReader.MOST_BYTES)) {
            bytes = limited.readAllBytes();
        }
        boolean pdf = new String(bytes, 0, Math.min(bytes.length, 5), StandardCharsets.ISO_8859_1).equals("%PDF-");
        Reading theirs = read(pdf ? within(bytes) : bytes);
        Optional<Document> document = documents.findByNumber(business, theirs.document(Term.NUMBER));
        Reading ours = document.map(d -> read(eInvoices.unchecked(business, d))).orElse(null);
        model.addAttribute("theirs", theirs);
        model.addAttribute("pdf", pdf);
        model.addAttribute("number", theirs.document(Term.NUMBER));
        model.addAttribute("document", document.orElse(null));
        model.addAttribute("comparison", Comparison.of(ours == null ? theirs : ours, theirs));
        return "documents/read-back :: result";
    }

    private static Reading read(byte[] xml) {
        return EInvoiceReader.read(new ByteArrayInputStream(xml));
    }

    private static byte[] within(byte[] pdf) {
        return HybridPdf.xml(pdf)
                .orElseThrow(() -> new Refusal(
                        "einvoice.none",
                        "This PDF carries no e-invoice. Nothing was stored. Ask for a hybrid PDF, or for the XML."));
    }
}
