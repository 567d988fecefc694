package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.MultiFormatReader;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.links.PaymentLinks;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The paper says what the books hold, can be printed anywhere, and is the same each time. */
@ExtendWith(RunningApp.class)
class InvoicePdfTest {
    @Test
    void it_states_what_the_books_hold_and_carries_its_fonts(World world, DocumentPdfs pdfs) throws Exception {
        Document invoice = world.invoice();
        byte[] bytes = pdfs.of(world.moorings, invoice);
        try (PDDocument paper = Loader.loadPDF(bytes)) {
            String text = new PDFTextStripper().getText(paper);
            assertThat(text)
                    .contains(invoice.number())
                    .contains("Écluse Söhne")
                    .contains("Larkwater Moorings Ltd")
                    .contains("IE9700053D")
                    .contains("118")
                    .contains("0.34")
                    .contains("832.74")
                    .contains("Payable within 14 days.");
            for (var page : paper.getPages()) {
                for (var name : page.getResources().getFontNames()) {
                    PDFont font = page.getResources().getFont(name);
                    assertThat(font.isEmbedded()).as(font.getName()).isTrue();
                }
            }
        }
        assertThat(pdfs.of(world.moorings, invoice)).isEqualTo(bytes);
    }

    @Test
    void its_code_leads_to_its_own_link(World world, DocumentPdfs pdfs, PaymentLinks links) throws Exception {
        Document invoice = world.invoice();
        try (PDDocument paper = Loader.loadPDF(pdfs.of(world.moorings, invoice))) {
            var image = new PDFRenderer(paper).renderImageWithDPI(0, 200);
            int[] pixels = image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
            var source = new RGBLuminanceSource(image.getWidth(), image.getHeight(), pixels);
            var read = new MultiFormatReader().decode(new BinaryBitmap(new HybridBinarizer(source)));
            assertThat(read.getText()).isEqualTo(links.address(world.link(invoice)));
        }
    }

    @Test
    void a_price_finer_than_a_cent_is_printed_whole(World world, DocumentPdfs pdfs) throws Exception {
        var customer = world.payer();
        world.agree(customer, RunningApp.TODAY, world.line("Shore power", "1180", "0.3375", "reduced"));
        world.bill(RunningApp.TODAY);
        try (PDDocument paper = Loader.loadPDF(pdfs.of(world.moorings, world.newest(customer.id())))) {
            assertThat(new PDFTextStripper().getText(paper)).contains("0.3375").contains("398.25");
        }
    }
}
