package exactum.bench;

import com.helger.ubl21.UBL21Marshaller;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Map;
import oasis.names.specification.ubl.schema.xsd.invoice_21.InvoiceType;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentNameDictionary;
import org.apache.pdfbox.pdmodel.PDEmbeddedFilesNameTreeNode;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.common.filespecification.PDEmbeddedFile;

/** The libraries alone, each doing one fixed document: a PDF/A-3 from a page of HTML, the same with a file in it, and UBL by JAXB. */
final class BarePapers {
    private static final byte[] SRGB =
            ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
    private final String html;

    BarePapers(String picture) {
        html = HTML.replace("PICTURE", picture);
    }

    byte[] pdf() {
        var out = new ByteArrayOutputStream();
        var builder = new PdfRendererBuilder();
        for (String face : new String[] {
            "hanken-grotesk-latin", "hanken-grotesk-latin-ext", "source-serif-4-latin", "source-serif-4-latin-ext"
        })
            for (int weight : new int[] {400, 600})
                builder.useFont(() -> font(face, weight), face, weight, FontStyle.NORMAL, true);
        try {
            builder.withHtmlContent(html, null)
                    .usePdfAConformance(PdfRendererBuilder.PdfAConformance.PDFA_3_A)
                    .usePdfUaAccessibility(true)
                    .useColorProfile(SRGB)
                    .toStream(out)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static InputStream font(String face, int weight) {
        return BarePapers.class.getResourceAsStream("/pdf-fonts/%s-%d.ttf".formatted(face, weight));
    }

    byte[] hybrid(byte[] xml) {
        try (PDDocument document = Loader.loadPDF(pdf())) {
            var embedded = new PDEmbeddedFile(document, new ByteArrayInputStream(xml));
            var file = new PDComplexFileSpecification();
            file.setFile("invoice.xml");
            file.setEmbeddedFile(embedded);
            var tree = new PDEmbeddedFilesNameTreeNode();
            tree.setNames(Map.of("invoice.xml", file));
            var names = new PDDocumentNameDictionary(document.getDocumentCatalog());
            names.setEmbeddedFiles(tree);
            document.getDocumentCatalog().setNames(names);
            var out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static InvoiceType read(byte[] ubl) {
        return UBL21Marshaller.invoice().read(ubl);
    }

    static byte[] ubl(InvoiceType invoice) {
        return UBL21Marshaller.invoice().getAsBytes(invoice);
    }

    private static final String HTML = """
            <html lang="en"><head><title>Invoice A-2026-0001</title><meta name="description" content="Invoice A-2026-0001"/>
            <style>
            @page { size: A4; margin: 20mm; @bottom-center { content: "Bench Ltd · page " counter(page) " of " counter(pages); font-family: 'hanken-grotesk-latin'; font-size: 8pt; } }
            body { font-family: 'hanken-grotesk-latin', 'hanken-grotesk-latin-ext'; font-size: 9.5pt; color: #1d2a33; line-height: 1.4; }
            h1, .big { font-family: 'source-serif-4-latin'; font-weight: 600; font-size: 15pt; } .half { float: left; width: 95mm; } .other { float: right; } .end { clear: both; }
            table { width: 100%; border-collapse: collapse; } th, td { text-align: left; padding: 2mm 3mm 2mm 0; border-bottom: 0.5pt solid #ddd6c8; } .n { text-align: right; }
            .sums { width: 78mm; margin-left: auto; } .pay { margin-top: 10mm; border: 0.8pt solid #ddd6c8; padding: 5mm; } .code { float: right; width: 30mm; } .code img { width: 27mm; height: 27mm; }
            </style></head><body>
            <div class="half big">Bench</div><div class="other">Quay 1<br/>Reedharbour</div><div class="end"></div>
            <div class="half"><b>Somebody of a bench</b><br/>Quay 2<br/>Reedharbour</div><div class="other"><table><tbody><tr><th scope="row">Invoice date</th><td>1 Jun 2026</td></tr><tr><th scope="row">Due</th><td>15 Jun 2026</td></tr><tr><th scope="row">Period</th><td>June 2026</td></tr></tbody></table></div><div class="end"></div>
            <h1>Invoice A-2026-0001</h1>
            <table><thead><tr><th scope="col">Description</th><th scope="col" class="n">Quantity</th><th scope="col" class="n">Price</th><th scope="col" class="n">Tax</th><th scope="col" class="n">Net</th></tr></thead><tbody>
            <tr><td>Berth, June 2026</td><td class="n">1 month</td><td class="n">640.00</td><td class="n">23 %</td><td class="n">640.00</td></tr>
            <tr><td>Shore power</td><td class="n">118 kWh</td><td class="n">0.34</td><td class="n">13.5 %</td><td class="n">40.12</td></tr></tbody></table>
            <table class="sums"><tbody><tr><th scope="row">Net</th><td class="n">680.12</td></tr><tr><th scope="row">VAT 23 % on 640.00</th><td class="n">147.20</td></tr><tr><th scope="row">VAT 13.5 % on 40.12</th><td class="n">5.42</td></tr><tr><th scope="row">Total</th><td class="n">€ 832.74</td></tr></tbody></table>
            <div class="pay"><div class="code"><img src="PICTURE" alt="code"/></div><p class="big">Pay € 832.74 by 15 Jun 2026</p><p>Within 14 days.</p><p>By card, at this address or with the code:</p><p><a href="https://pay.sample.example/p/4f2a91">https://pay.sample.example/p/4f2a91</a></p><div class="end"></div></div>
            </body></html>
            """;
}
