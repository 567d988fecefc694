package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.press.HybridPdf;
import exactum.core.problem.Refusal;
import exactum.formats.einvoice.EInvoiceReader;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentNameDictionary;
import org.apache.pdfbox.pdmodel.PDEmbeddedFilesNameTreeNode;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.common.filespecification.PDEmbeddedFile;
import org.junit.jupiter.api.Test;

/** What a PDF from outside carries, and how much of it is opened. */
class HybridPdfTest {
    @Test
    void a_small_file_that_unpacks_to_a_huge_one_is_refused() throws IOException {
        byte[] bomb = carrying(new byte[(int) EInvoiceReader.MOST_BYTES + 1]);
        assertThat(bomb).hasSizeLessThan(100_000);
        assertThatThrownBy(() -> HybridPdf.xml(bomb))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("larger than the 20480 KB");
    }

    @Test
    void a_tree_of_names_that_holds_itself_is_walked_once() throws IOException {
        var tree = new PDEmbeddedFilesNameTreeNode();
        tree.setKids(List.of(tree, tree, tree, tree));
        assertThat(HybridPdf.xml(pdf(new PDDocument(), tree))).isEmpty();
    }

    private static byte[] carrying(byte[] xml) throws IOException {
        var document = new PDDocument();
        var file = new PDComplexFileSpecification();
        file.setFile("invoice.xml");
        file.setEmbeddedFile(new PDEmbeddedFile(document, new ByteArrayInputStream(xml), COSName.FLATE_DECODE));
        var tree = new PDEmbeddedFilesNameTreeNode();
        tree.setNames(Map.of("invoice.xml", file));
        return pdf(document, tree);
    }

    private static byte[] pdf(PDDocument document, PDEmbeddedFilesNameTreeNode tree) throws IOException {
        try (document) {
            document.addPage(new PDPage());
            var names = new PDDocumentNameDictionary(document.getDocumentCatalog());
            names.setEmbeddedFiles(tree);
            document.getDocumentCatalog().setNames(names);
            var out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }
}
