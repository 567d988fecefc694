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
import java.nio.charset.StandardCharsets;
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
    /** One of our own papers as the press was given it: what it looks like, its code and its picture stand in it. */
    private final String html = read("/fixed-paper.html");

    byte[] pdf() {
        var out = new ByteArrayOutputStream();
        var builder = new PdfRendererBuilder();
        for (String face : new String[] {"hanken-grotesk", "source-serif-4"})
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
        return BarePapers.class.getResourceAsStream("/pdf-fonts/%s-latin-%d.ttf".formatted(face, weight));
    }

    private static String read(String resource) {
        try (InputStream page = BarePapers.class.getResourceAsStream(resource)) {
            return new String(page.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
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
}
